import { DayAsked } from '@tidy-quill/contract/today';
import { eq } from 'drizzle-orm';
import { Router } from 'express';
import { defined } from '@tidy-quill/core/units';
import type { Db } from '../../db/connect';
import { clinics } from '../../db/schema';
import { clinicToday } from '../../http/clinic-day';
import { parse } from '../../http/problem';
import { actorOf } from '../../http/session';
import { followUps } from './follow-ups';
import { notReadyFrom } from './not-ready';
import { visitsOfDay } from './store';

export function todayRoutes(db: Db): Router {
  const router = Router();
  router.get('/today', async (request, response) => {
    const { clinicId } = actorOf(request);
    const { day } = parse(DayAsked, request.query);
    const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
    const { timeZone } = defined(clinic);
    response.json(await visitsOfDay(db, clinicId, timeZone, day ?? clinicToday(timeZone)));
  });
  router.get('/today/not-ready', async (request, response) => {
    const { clinicId } = actorOf(request);
    const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
    const { timeZone } = defined(clinic);
    response.json(await notReadyFrom(db, clinicId, defined(clinic), clinicToday(timeZone)));
  });
  router.get('/today/follow-ups', async (request, response) => {
    const { clinicId } = actorOf(request);
    response.json(await followUps(db, clinicId, new Date()));
  });
  return router;
}
