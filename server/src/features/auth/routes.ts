import { SignIn } from '@tidy-quill/contract/auth';
import express, { Router, type Request } from 'express';
import type { Db } from '../../db/connect';
import { HttpProblem, parse } from '../../http/problem';
import { tellSession } from '../live/event-notifications';
import { actorOf, type Actor } from '../../http/session';
import { audit } from '../audit/store';
import { acceptCaution, auditRefused, checkSignIn, signedIn } from './store';
import type { Tries } from './tries';

/** @param tries by name, and by address, so that one address cannot go through the names */
export function authRoutes(db: Db, tries: Tries, byAddress: Tries): Router {
  const router = Router();

  router.post('/sign-in', express.json({ limit: '16kb' }), async (request, response) => {
    const { name, password } = parse(SignIn, request.body);
    const address = request.ip ?? '';
    await byAddress.begin(address);
    await tries.begin(name);
    const actor = await checkSignIn(db, name, password);
    if (actor === null) {
      await auditRefused(db, name);
      throw new HttpProblem('wrong-sign-in', 'Name and password do not fit');
    }
    await tries.clear(name);
    await byAddress.giveBack(address);
    await renew(request);
    request.session.actor = actor;
    request.session.begunMs = Date.now();
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
    const me = await signedIn(db, actorOf(request));
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
