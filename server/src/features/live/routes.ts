import { LiveAsk, type DeskTold, type LiveTold } from '@tidy-quill/contract/live';
import { read } from '@tidy-quill/contract/problem';
import { Router, type Request } from 'express';
import type { WebSocket } from 'ws';
import type { Db } from '../../db/connect';
import { pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import { asWebSocket } from '../../http/upgrade';
import { stops } from '../accounts/lock';
import { sessionStands } from '../auth/store';
import type { ConsoleBridge } from '../console/bridge';
import { lineFor } from '../console/routes';
import { pressKeeper } from '../visit/presses';
import {
  deskOf,
  lastKept,
  notifyOfEvents,
  sessionKey,
  type EventFeed,
} from './event-notifications';

const BEAT_MS = 15_000;

export function liveRoutes(db: Db, bridge: ConsoleBridge, feed: EventFeed): Router {
  const router = Router();
  const keepPresses = pressKeeper(db);

  /** Ends a line once its session has: at once where somebody signs out, else within seconds; knows of a lock. */
  const followSession = (request: Request, line: WebSocket) => {
    const { sessionID } = request;
    const actor = actorOf(request);
    let locked = request.session.lockedMs !== undefined;
    const look = () => {
      sessionStands(db, actor, sessionID)
        .then((stands) => {
          if (stands === 'ended') line.close(SIGNED_OUT);
          locked = stands === 'locked';
        })
        // A database that is lost for now says nothing of a session.
        .catch(() => {});
    };
    const timer = setInterval(look, BEAT_MS);
    const leave = feed.listen(sessionKey(sessionID), look);
    return {
      isLocked: () => locked,
      stop: () => {
        clearInterval(timer);
        leave();
      },
    };
  };

  /** The line of an open visit, as `contract/live` has it: what goes on comes down, presses go up. */
  router.get('/visits/:id/live', async (request) => {
    const visitId = pathId(request);
    const presser = { ...actorOf(request), sessionId: request.sessionID };
    const room = await lineFor(db, bridge, request);
    const line = await asWebSocket(request);
    const say = (told: LiveTold) => line.send(JSON.stringify(told));
    const first = async () => {
      const after = await lastKept(db, presser.clinicId, visitId);
      say({ tell: 'kept', after });
    };
    const session = followSession(request, line);
    const ends = [
      feed.listen(visitId, (after) => {
        if (after !== null) say({ tell: 'kept', after });
        // A database that is lost for now: the line to it tells again when it is back.
        else first().catch(() => {});
      }),
      room?.listen((live) => say({ tell: 'console', live })) ?? (() => {}),
      beat(line),
      session.stop,
    ];
    const answer = async (data: unknown): Promise<void> => {
      const asked = read(LiveAsk, parsed(String(data)));
      if (!asked.ok) {
        line.close(INVALID_PAYLOAD);
        return;
      }
      const { ask, events, after } = asked.value;
      if (session.isLocked() && !events.every(stops)) {
        say({ tell: 'answer', ask, kept: null });
        return;
      }
      const kept = await keepPresses(presser, visitId, events, after)
        // The request that follows says what is wrong.
        .catch(() => null);
      say({ tell: 'answer', ask, kept });
      // Whoever pressed hears of it first.
      if (kept !== null) notifyOfEvents(db, visitId, kept.after);
    };
    inTurn(line, answer);
    // A message that breaks the protocol or is too large; the line closes by itself.
    line.on('error', () => {});
    line.on('close', () => {
      for (const end of ends) end();
    });
    first().catch(() => {});
  });

  /** The line of the clinic's desk: tells of whatever comes in while a page is open. */
  router.get('/live', async (request) => {
    const { clinicId } = actorOf(request);
    const line = await asWebSocket(request);
    const ends = [
      feed.listen(deskOf(clinicId), () =>
        line.send(JSON.stringify({ tell: 'desk' } satisfies DeskTold)),
      ),
      beat(line),
      followSession(request, line).stop,
    ];
    line.on('error', () => {});
    line.on('close', () => {
      for (const end of ends) end();
    });
  });

  return router;
}

// RFC 6455 §7.4.1: data that does not fit the message's type.
const INVALID_PAYLOAD = 1007;
// Of the range that RFC 6455 §7.4.2 leaves to applications.
const SIGNED_OUT = 4401;

function parsed(said: string): unknown {
  try {
    return JSON.parse(said);
  } catch {
    return null;
  }
}

/** Keeps whatever stands between from closing a quiet line, and ends one whose other end is gone; gives how to stop. */
function beat(line: WebSocket): () => void {
  let alive = true;
  line.on('pong', () => (alive = true));
  const timer = setInterval(() => {
    if (alive) line.ping();
    else line.terminate();
    alive = false;
  }, BEAT_MS);
  return () => clearInterval(timer);
}

// More than a hand presses while one press is kept.
const MOST_WAITING = 64;

/**
 * Answers what a line says, one after the other: whoever says much waits for themselves, and holds no other line up.
 * Beyond some score of messages nothing more is read of the line until they are answered.
 */
function inTurn(line: WebSocket, answer: (data: unknown) => Promise<void>): void {
  let last = Promise.resolve();
  let waiting = 0;
  line.on('message', (data) => {
    waiting += 1;
    if (waiting > MOST_WAITING) line.pause();
    last = last
      .then(() => (line.readyState === line.OPEN ? answer(data) : undefined))
      .finally(() => {
        waiting -= 1;
        if (line.isPaused && waiting < MOST_WAITING / 2) line.resume();
      });
  });
}
