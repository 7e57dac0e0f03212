import { NewSignOff, SignOffRule } from '@tidy-quill/contract/sign-offs';
import { eq } from 'drizzle-orm';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { clinics } from '../../db/schema';
import { parse, pathId } from '../../http/problem';
import { actorOf, actorWithRight } from '../../http/session';
import { actAs } from '../audit/store';
import { addSignOff, signOffsOf } from './store';

/** Who may do what: read by all, signed by supervisors; the owner sets what follows where somebody may not. */
export function signOffRoutes(db: Db): Router {
  const router = Router();

  router.get('/sign-offs', async (request, response) => {
    response.json(await signOffsOf(db, actorOf(request).clinicId));
  });

  router.post('/clinic/staff/:id/sign-offs', async (request, response) => {
    const actor = actorWithRight(request, 'signOff');
    await addSignOff(db, actor, pathId(request), parse(NewSignOff, request.body));
    response.status(201).end();
  });

  router.put('/clinic/sign-off-rule', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const signOffRule = parse(SignOffRule, request.body);
    await db.transaction(async (tx) => {
      await actAs(tx, actor);
      await tx.update(clinics).set({ signOffRule }).where(eq(clinics.id, actor.clinicId));
    });
    response.status(204).end();
  });

  return router;
}
