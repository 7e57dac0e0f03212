import { PeriodAsked } from '@tidy-quill/contract/findings';
import { PDF } from '@tidy-quill/contract/api-row';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { parse } from '../../http/problem';
import { actorOf, actorWithRight } from '../../http/session';
import { reactionRegister, reactionRegisterPdf } from './register';
import { reactionsOpen } from './store';

/** What is followed for all clients, and the register; each reaction itself is told of by events of its visit. */
export function reactionRoutes(db: Db): Router {
  const router = Router();

  router.get('/reactions', async (request, response) => {
    response.json(await reactionsOpen(db, actorOf(request).clinicId));
  });

  router.get('/reactions/register', async (request, response) => {
    const { clinicId } = actorWithRight(request, 'readFindings');
    response.json(await reactionRegister(db, clinicId, parse(PeriodAsked, request.query)));
  });

  router.get('/reactions/register.pdf', async (request, response) => {
    const { clinicId } = actorWithRight(request, 'readFindings');
    response
      .type(PDF)
      .set('content-disposition', 'inline; filename="reactions.pdf"')
      .send(await reactionRegisterPdf(db, clinicId, parse(PeriodAsked, request.query)));
  });

  return router;
}
