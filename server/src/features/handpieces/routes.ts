import { UseAsked } from '@tidy-quill/contract/handpieces';
import { eq } from 'drizzle-orm';
import { Router } from 'express';
import { defined } from '@tidy-quill/core/units';
import type { Db } from '../../db/connect';
import { clinics } from '../../db/schema';
import { parse } from '../../http/problem';
import { actorOf } from '../../http/session';
import { useOf } from './store';

/** How a handpiece was used. */
export function handpieceRoutes(db: Db): Router {
  const router = Router();
  router.get('/handpieces/:id/use', async (request, response) => {
    const { clinicId } = actorOf(request);
    const days = parse(UseAsked, request.query);
    const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
    const { id } = request.params;
    response.json(await useOf(db, clinicId, defined(clinic).timeZone, id, days));
  });
  return router;
}
