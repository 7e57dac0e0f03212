import { hasRight, RIGHT_ROLES, type Right } from '@tidy-quill/core/access';
import type { Role } from '@tidy-quill/contract/auth';
import type { Request, RequestHandler } from 'express';
import session from 'express-session';
import type pg from 'pg';
import { HttpProblem } from './problem';
import { sessionStore } from './session-store';

/** Who is at the other end of a request. */
export interface Actor {
  readonly clinicId: string;
  readonly staffId: string;
  readonly role: Role;
}

declare module 'express-session' {
  interface SessionData {
    actor: Actor;
    /** When its end was last put off, ms. */
    renewedMs: number;
    /** When it was begun by signing in, ms. */
    begunMs: number;
    /** What the browser says of itself. */
    device: string;
    /** The tablet’s own id, from its cookie. */
    tabletId: string;
    /** Since when the tablet is locked, ms; absent while it is not. */
    lockedMs: number;
    /** The visit that was open when it was locked: the only one that is still shown. */
    lockedVisitId: string | undefined;
    /** Whether the PIN’s tries are used up: the password alone unlocks. */
    pinClosed: boolean;
  }
}

const TWELVE_HOURS = 12 * 60 * 60 * 1000;

// However busy, a session ends: whoever works on signs in again.
const LONGEST_MS = 7 * 24 * 60 * 60 * 1000;

// A press in the room does not wait for a session to be written: its end is put off now and then.
const RENEWED_EVERY_MS = 10 * 60 * 1000;

/**
 * Sessions in PostgreSQL behind an http-only, same-site cookie: twelve hours from the last request, give or take ten
 * minutes, and seven days from signing in at the most.
 */
export function sessions(pool: pg.Pool, secret: string): RequestHandler[] {
  const renew: RequestHandler = (request, _response, next) => {
    const { begunMs = 0, renewedMs = begunMs, actor } = request.session;
    if (actor !== undefined && Date.now() - begunMs > LONGEST_MS) {
      request.session.destroy((error: unknown) =>
        next(error ?? new HttpProblem('not-signed-in', 'Sign in again: it has been a week')),
      );
      return;
    }
    if (actor === undefined || Date.now() - renewedMs <= RENEWED_EVERY_MS) return next();
    // A session that has changed is saved, and its end put off with it: at once, as one that ends while this request is under way
    // would begin again with its answer.
    request.session.renewedMs = Date.now();
    request.session.save(next);
  };
  const kept = session({
    store: sessionStore(pool),
    name: 'tidy-quill',
    secret,
    resave: false,
    saveUninitialized: false,
    // A late answer must not bring back the cookie of a session that has ended: given when its end is put off, and then alone.
    rolling: false,
    cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', maxAge: TWELVE_HOURS },
  });
  return [kept, renew];
}

/** The signed-in actor of a request; 401 without one. */
export function actorOf(request: Request): Actor {
  const actor = request.session.actor;
  if (actor === undefined) throw new HttpProblem('not-signed-in', 'Sign in first');
  return actor;
}

/** The actor, where their role has a right; 403 otherwise. */
export function actorWithRight(request: Request, right: Right): Actor {
  const actor = actorOf(request);
  if (!hasRight(actor.role, right)) {
    throw new HttpProblem('not-allowed', `Only ${RIGHT_ROLES[right].join(' or ')} may do this`);
  }
  return actor;
}
