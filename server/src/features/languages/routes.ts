import { TranslationAsked } from '@tidy-quill/contract/translations';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { parse } from '../../http/problem';
import { actorOf } from '../../http/session';
import { languagesOf, openTranslation } from './store';

/** The languages in which clients read what the clinic writes; versions are drafted and approved as other documents are. */
export function languageRoutes(db: Db): Router {
  const router = Router();

  router.get('/clinic/languages', async (request, response) => {
    response.json(await languagesOf(db, actorOf(request).clinicId));
  });

  router.get('/clinic/languages/:language/:part', async (request, response) => {
    const asked = parse(TranslationAsked, request.params);
    response.json(await openTranslation(db, actorOf(request).clinicId, asked));
  });

  return router;
}
