import {
  CalendarAsked,
  NewUnavailable,
  SayStatus,
  SetOpeningHours,
  TimesAsked,
} from '@tidy-quill/contract/calendar';
import { eq } from 'drizzle-orm';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { clinics } from '../../db/schema';
import { parse, pathId } from '../../http/problem';
import { actorOf, actorWithRight } from '../../http/session';
import { actAs } from '../audit/store';
import { calendarOf, endUnavailable, makeUnavailable, sayStatus } from './store';
import { timesFor } from './times';

/** What is booked and what is away, times that are free, and how a visit stands. */
export function calendarRoutes(db: Db): Router {
  const router = Router();

  router.get('/calendar', async (request, response) => {
    const { clinicId } = actorOf(request);
    response.json(await calendarOf(db, clinicId, parse(CalendarAsked, request.query)));
  });

  router.get('/clients/:id/times', async (request, response) => {
    const { clinicId } = actorOf(request);
    const asked = parse(TimesAsked, request.query);
    response.json(await timesFor(db, clinicId, pathId(request), asked));
  });

  router.post('/visits/:id/status', async (request, response) => {
    const { to } = parse(SayStatus, request.body);
    await sayStatus(db, actorOf(request), pathId(request), to);
    response.status(204).end();
  });

  router.post('/unavailable', async (request, response) => {
    const wanted = parse(NewUnavailable, request.body);
    response.status(201).json(await makeUnavailable(db, actorOf(request), wanted));
  });

  router.post('/unavailable/:id/end', async (request, response) => {
    await endUnavailable(db, actorOf(request), pathId(request));
    response.status(204).end();
  });

  router.put('/clinic/hours', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const { hours } = parse(SetOpeningHours, request.body);
    await db.transaction(async (tx) => {
      await actAs(tx, actor);
      await tx.update(clinics).set({ openingHours: hours }).where(eq(clinics.id, actor.clinicId));
    });
    response.status(204).end();
  });

  return router;
}
