import { LookOver, SetEyewear } from '@tidy-quill/contract/eyewear';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { parse, pathId, HttpProblem } from '../../http/problem';
import { actorOf, actorWithRight } from '../../http/session';
import { eyewearOf, lookOver, setEyewear } from './store';

/** The clinic's eyewear: seen and looked over by all, listed by supervisor and owner. */
export function eyewearRoutes(db: Db): Router {
  const router = Router();

  router.get('/eyewear', async (request, response) => {
    response.json(await eyewearOf(db, actorOf(request).clinicId));
  });

  router.put('/eyewear/:id', async (request, response) => {
    const actor = actorWithRight(request, 'draft');
    const set = parse(SetEyewear, request.body);
    if (set.eyewear.id !== pathId(request)) {
      throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
        fields: [{ field: 'eyewear.id', problem: 'must be the one of the address' }],
      });
    }
    await setEyewear(db, actor, set);
    response.status(204).end();
  });

  router.post('/eyewear/:id/look-over', async (request, response) => {
    await lookOver(db, actorOf(request), pathId(request), parse(LookOver, request.body));
    response.status(204).end();
  });

  return router;
}
