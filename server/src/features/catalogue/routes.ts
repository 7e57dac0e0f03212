import { Router } from 'express';
import type { Db } from '../../db/connect';
import { actorOf } from '../../http/session';
import { catalogueInForce } from './store';

export function catalogueRoutes(db: Db): Router {
  const router = Router();
  router.get('/catalogue', async (request, response) => {
    response.json(await catalogueInForce(db, actorOf(request).clinicId));
  });
  return router;
}
