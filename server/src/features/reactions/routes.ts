import { Router } from 'express';
import type { Db } from '../../db/connect';
import { actorOf } from '../../http/session';
import { reactionsOpen } from './store';

/** What is followed for all clients; each reaction itself is told of by events of its visit. */
export function reactionRoutes(db: Db): Router {
  const router = Router();
  router.get('/reactions', async (request, response) => {
    response.json(await reactionsOpen(db, actorOf(request).clinicId));
  });
  return router;
}
