import { Router } from 'express';
import type { Db } from '../../db/connect';
import { pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import type { MessageCarrier } from './carrier';
import { carry, messagesOf } from './store';

/** The outbox: every message and its state; what failed may be tried again. */
export function messageRoutes(db: Db, carrier: MessageCarrier): Router {
  const router = Router();

  router.get('/messages', async (request, response) => {
    response.json(await messagesOf(db, actorOf(request).clinicId));
  });

  router.post('/messages/:id/again', async (request, response) => {
    const { clinicId } = actorOf(request);
    await carry(db, carrier, clinicId, pathId(request));
    response.json(await messagesOf(db, clinicId));
  });

  return router;
}
