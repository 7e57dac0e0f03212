import { FindingsAsked, SessionsAsked } from '@tidy-quill/contract/findings';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { parse } from '../../http/problem';
import { actorWithRight } from '../../http/session';
import { protocolReview } from './protocol-review';
import { findingsOptions, sessionsBehind } from './sessions-behind';
import { findingsOf, upToDate } from './store';

/** What the clinic's own record shows. */
export function findingsRoutes(db: Db): Router {
  const router = Router();

  router.get('/findings', async (request, response) => {
    const { clinicId } = actorWithRight(request, 'readFindings');
    response.json(await findingsOf(db, clinicId, parse(FindingsAsked, request.query)));
  });

  router.get('/findings/options', async (request, response) => {
    const { clinicId } = actorWithRight(request, 'readFindings');
    await upToDate(db, clinicId);
    response.json(await findingsOptions(db, clinicId));
  });

  router.get('/findings/sessions', async (request, response) => {
    const { clinicId } = actorWithRight(request, 'readFindings');
    response.json(await sessionsBehind(db, clinicId, parse(SessionsAsked, request.query)));
  });

  router.get('/findings/protocol', async (request, response) => {
    const { clinicId } = actorWithRight(request, 'readFindings');
    response.json(await protocolReview(db, clinicId));
  });

  return router;
}
