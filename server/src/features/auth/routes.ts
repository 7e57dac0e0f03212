import { SignIn } from '@tidy-quill/contract/auth';
import { read } from '@tidy-quill/contract/problem';
import { Id } from '@tidy-quill/contract/text';
import { parseCookie } from 'cookie';
import express, { Router, type Request, type Response } from 'express';
import { v7 } from 'uuid';
import type { Db } from '../../db/connect';
import { HttpProblem, parse } from '../../http/problem';
import { tellSession } from '../live/event-notifications';
import { actorOf, type Actor } from '../../http/session';
import { takeCode } from '../accounts/second-factor';
import { audit } from '../audit/store';
import { acceptCaution, auditRefused, checkSignIn, noteTablet, signedIn } from './store';
import type { Tries } from './tries';

/** @param tries by name, and by address, so that one address cannot go through the names */
export function authRoutes(db: Db, tries: Tries, byAddress: Tries): Router {
  const router = Router();

  router.post('/sign-in', express.json({ limit: '16kb' }), async (request, response) => {
    const { name, password, code } = parse(SignIn, request.body);
    const address = request.ip ?? '';
    await byAddress.begin(address);
    await tries.begin(name);
    const actor = await checkSignIn(db, name, password);
    if (actor === null) {
      await auditRefused(db, name);
      throw new HttpProblem('wrong-sign-in', 'Name and password do not fit');
    }
    // The right password without a code is no guess; a wrong code is one.
    if (code === undefined) await tries.giveBack(name);
    await takeCode(db, actor, code);
    await tries.clear(name);
    await byAddress.giveBack(address);
    await renew(request);
    const tabletId = tabletOf(request, response);
    const device = (request.get('user-agent') ?? '').slice(0, 300);
    Object.assign(request.session, { actor, begunMs: Date.now(), tabletId, device });
    await noteTablet(db, actor, tabletId);
    await audit(db, [{ ...actorKeys(actor), kind: 'signedIn' }]);
    response.json(await signedIn(db, actor));
  });

  router.post('/sign-out', async (request, response) => {
    const { sessionID } = request;
    const { actor } = request.session;
    await new Promise<void>((resolve) => request.session.destroy(() => resolve()));
    tellSession(db, sessionID);
    if (actor !== undefined) await audit(db, [{ ...actorKeys(actor), kind: 'signedOut' }]);
    response.clearCookie('tidy-quill').status(204).end();
  });

  router.get('/me', async (request, response) => {
    const me = await signedIn(db, actorOf(request), request.session);
    if (me === null) throw new HttpProblem('not-signed-in', 'This account is no longer active');
    response.json(me);
  });

  router.post('/me/caution', async (request, response) => {
    await acceptCaution(db, actorOf(request));
    response.status(204).end();
  });

  return router;
}

const actorKeys = ({ clinicId, staffId }: Actor) => ({ clinicId, staffId });

/** A new session id at sign-in, so that one set beforehand is worth nothing. */
function renew(request: Request): Promise<void> {
  return new Promise((resolve, reject) => {
    request.session.regenerate((error: unknown) => (error ? reject(error as Error) : resolve()));
  });
}

const TABLET = 'tidy-quill-tablet';
const YEAR_MS = 365 * 24 * 60 * 60 * 1000;

/** The id of the tablet that somebody works on, from its own cookie; a new one where it has none. */
function tabletOf(request: Request, response: Response): string {
  const kept = parseCookie(request.get('cookie') ?? '')[TABLET];
  const tabletId = kept !== undefined && read(Id, kept).ok ? kept : v7();
  response.cookie(TABLET, tabletId, {
    ...{ httpOnly: true, sameSite: 'strict', secure: request.secure, maxAge: YEAR_MS },
  });
  return tabletId;
}
