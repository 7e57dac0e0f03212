import {
  AppointmentAnswer,
  CalendarAsked,
  RemindDay,
  FeedNames,
  NewFeed,
  NewUnavailable,
  SayStatus,
  SetOpeningHours,
  TimesAsked,
} from '@tidy-quill/contract/calendar';
import { NewCourseVisits } from '@tidy-quill/contract/clients';
import { NewRecalls, Reminding } from '@tidy-quill/contract/message-texts';
import { NewWaiting, TakeTime, WaitingAsked } from '@tidy-quill/contract/waiting';
import { eq } from 'drizzle-orm';
import { json, Router, text } from 'express';
import type { Db } from '../../db/connect';
import { clinics } from '../../db/schema';
import { originOf } from '../../http/origin';
import { parse, pathId } from '../../http/problem';
import { actorOf, actorWithRight } from '../../http/session';
import { actAs } from '../audit/store';
import { tellDesk } from '../live/event-notifications';
import type { MessageCarrier } from '../messages/carrier';
import { guardedBy, type Tries } from '../auth/tries';
import { endFeed, feedOf, makeFeed, readFeed, visitIcs } from './feeds';
import { answerAppointment, appointmentPage, remindDay } from './appointments';
import { bookCourse } from './course-visits';
import { dueLists } from './due';
import { calendarOf, endUnavailable, makeUnavailable, readUnavailable, sayStatus } from './store';
import { timesFor } from './times';
import { calendarUse } from './use';
import { askClients, confirmVisit } from './visit-messages';
import { addWaiting, endWaiting, takeTime, waitingList } from './waiting';

const ICALENDAR = 'text/calendar';

/** What a calendar program, or a client, reaches by an address. Wrong tokens are counted by address. */
export function calendarLinkRoutes(db: Db, guesses: Tries): Router {
  const router = Router();
  const guarded = guardedBy(guesses);
  router.get('/feeds/:token', async (request, response) => {
    const file = await guarded(request.ip ?? '', () => readFeed(db, request.params.token));
    response.type(ICALENDAR).send(file);
  });
  router.get('/appointment/:token', async (request, response) => {
    const { token } = request.params;
    response.json(await guarded(request.ip ?? '', () => appointmentPage(db, token)));
  });
  router.post('/appointment/:token', json({ limit: '16kb' }), async (request, response) => {
    const token = String(request.params['token']);
    const answer = parse(AppointmentAnswer, request.body);
    const clinicId = await guarded(request.ip ?? '', () => answerAppointment(db, token, answer));
    tellDesk(db, clinicId);
    response.status(204).end();
  });
  return router;
}

/** What is booked and what is away, times that are free, and how a visit stands. */
export function calendarRoutes(db: Db, carrier: MessageCarrier): Router {
  const router = Router();

  router.get('/calendar', async (request, response) => {
    const { clinicId } = actorOf(request);
    response.json(await calendarOf(db, clinicId, parse(CalendarAsked, request.query)));
  });

  router.post('/calendar/reminders', async (request, response) => {
    const { day } = parse(RemindDay, request.body);
    const actor = actorOf(request);
    response.json(
      await remindDay(db, carrier, { clinicId: actor.clinicId, by: actor }, day, originOf(request)),
    );
  });

  router.get('/calendar/use', async (request, response) => {
    const { clinicId } = actorOf(request);
    response.json(await calendarUse(db, clinicId, parse(CalendarAsked, request.query)));
  });

  router.get('/calendar/waiting', async (request, response) => {
    const { clinicId } = actorOf(request);
    const { freed } = parse(WaitingAsked, request.query);
    response.json(await waitingList(db, clinicId, freed));
  });

  router.post('/clients/:id/waiting', async (request, response) => {
    const wanted = parse(NewWaiting, request.body);
    await addWaiting(db, actorOf(request), pathId(request), wanted);
    response.status(201).json({ id: wanted.id });
  });

  router.post('/waiting/:id/take', async (request, response) => {
    const time = parse(TakeTime, request.body);
    const actor = actorOf(request);
    const visitId = await takeTime(db, actor, pathId(request), time);
    await confirmVisit(db, carrier, actor.clinicId, visitId);
    response.json({ visitId });
  });

  router.post('/waiting/:id/end', async (request, response) => {
    await endWaiting(db, actorOf(request), pathId(request));
    response.status(204).end();
  });

  router.post('/calendar/recalls', async (request, response) => {
    const { clinicId } = actorOf(request);
    const { areaIds } = parse(NewRecalls, request.body);
    const { due } = await dueLists(db, clinicId);
    // Only whoever is due is asked back.
    const wanted = due.filter(({ areaId }) => areaIds.includes(areaId));
    const ids = new Set(wanted.map(({ clientId }) => clientId));
    const asked = [...ids].map((clientId) => ({ clientId, until: null }));
    response.json(await askClients(db, carrier, clinicId, 'recall', asked));
  });

  router.put('/clinic/reminding', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const reminding = parse(Reminding, request.body);
    await db.transaction(async (tx) => {
      await actAs(tx, actor);
      await tx.update(clinics).set(reminding).where(eq(clinics.id, actor.clinicId));
    });
    response.status(204).end();
  });

  router.get('/calendar/due', async (request, response) => {
    const { clinicId } = actorOf(request);
    response.json(await dueLists(db, clinicId));
  });

  router.get('/clients/:id/times', async (request, response) => {
    const { clinicId } = actorOf(request);
    const asked = parse(TimesAsked, request.query);
    response.json(await timesFor(db, clinicId, pathId(request), asked));
  });

  router.post('/clients/:id/course-visits', async (request, response) => {
    const wanted = parse(NewCourseVisits, request.body);
    const actor = actorOf(request);
    const made = await bookCourse(db, actor, pathId(request), wanted);
    // The visits after it are told of in their time.
    await confirmVisit(db, carrier, actor.clinicId, wanted.first.id);
    response.status(201).json(made);
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

  router.post(
    '/unavailable/file',
    text({ type: ICALENDAR, limit: '1mb' }),
    async (request, response) => {
      const body: unknown = request.body;
      const file = typeof body === 'string' ? body : '';
      response.status(201).json(await readUnavailable(db, actorOf(request), file));
    },
  );

  router.get('/me/feed', async (request, response) => {
    response.json(await feedOf(db, actorOf(request)));
  });

  router.post('/me/feed', async (request, response) => {
    const { id } = parse(NewFeed, request.body);
    response.status(201).json(await makeFeed(db, actorOf(request), id, originOf(request)));
  });

  router.post('/me/feed/end', async (request, response) => {
    await endFeed(db, actorOf(request));
    response.status(204).end();
  });

  router.get('/visits/:id/calendar.ics', async (request, response) => {
    const { clinicId } = actorOf(request);
    response
      .type(ICALENDAR)
      .set('content-disposition', 'attachment; filename="appointment.ics"')
      .send(await visitIcs(db, clinicId, pathId(request)));
  });

  router.put('/clinic/feed-names', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const { named } = parse(FeedNames, request.body);
    await db.transaction(async (tx) => {
      await actAs(tx, actor);
      await tx.update(clinics).set({ feedNames: named }).where(eq(clinics.id, actor.clinicId));
    });
    response.status(204).end();
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
