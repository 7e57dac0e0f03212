import { CancelVisit, MoveVisit } from '@tidy-quill/contract/clients';
import {
  AcceptSetting,
  Approval,
  EventsAfter,
  type NewEvent,
  NewEvents,
  SendHome,
} from '@tidy-quill/contract/visit';
import type { VisitHeader, VisitOpened } from '@tidy-quill/contract/visit-opened';
import { hasRight, type Skill } from '@tidy-quill/core/access';
import { isStop } from '@tidy-quill/core/suitability';
import { spotReasons, zoneRecords, zonesOf, type VisitRecord } from '@tidy-quill/core/session';
import { EVENT_KINDS } from '@tidy-quill/core/events';
import { defined, daysBetween } from '@tidy-quill/core/units';
import { eq } from 'drizzle-orm';
import { Router, type Request } from 'express';
import type { Db, Queryable } from '../../db/connect';
import { together } from '../../db/together';
import { clinics } from '../../db/schema';
import { clinicDay, clinicToday } from '../../http/clinic-day';
import { HttpProblem, parse, pathId } from '../../http/problem';
import { actorOf, type Actor } from '../../http/session';
import { checkSignIn, staffNames } from '../auth/store';
import { aftercareInForce, habitsBefore } from '../aftercare/store';
import { aheadOf } from '../ahead/store';
import type { Tries } from '../auth/tries';
import { audit } from '../audit/store';
import { catalogueNow } from '../calendar/in-service';
import { areasOf, asArea, asClient } from '../clients/store';
import { gapFor } from '../languages/store';
import { saidLastBefore } from '../suitability/store';
import { judgeAnswers, unconfirmed } from '../suitability/judge';
import { judgeTrialArm, trialOfVisit } from '../trials/of-visit';
import { acceptedPlan, judgeSettings, lackingHere } from './accept-plan';
import { earlierVisits } from './earlier-visits';
import { visitContext } from './visit-context';
import { eventsOf, eventsSince } from './events';
import { judgeDevice } from './judge-device';
import { judgeFading } from './judge-fading';
import { judgeEyewear } from './judge-eyewear';
import { judgeTrial, workedIn } from './judge-trial';
import { judgeReactions } from './judge-reactions';
import { confirmVisit } from '../calendar/visit-messages';
import type { MessageCarrier } from '../messages/carrier';
import { freeHandpiece, moveVisit } from './slots';
import { bookVisit, cancelVisit, restoreVisit } from './bookings';
import { appendEvents, appendJudged, findVisit, type Locked } from './store';

export function visitRoutes(db: Db, tries: Tries, carrier: MessageCarrier): Router {
  const router = Router();

  const opened = async (request: Request) => {
    const actor = actorOf(request);
    const [visit, timeZone] = await Promise.all([
      findVisit(db, actor.clinicId, pathId(request)),
      timeZoneOf(db, actor),
    ]);
    return { actor, visit, timeZone, today: clinicToday(timeZone) };
  };

  router.get('/visits/:id', async (request, response) => {
    const { actor, visit, timeZone } = await opened(request);
    const { clinicId } = actor;
    const { clientId } = visit;
    const context = visitContext(db, clinicId, visit);
    const gap = context.then(({ client, clinic }) => gapFor(db, clinicId, client, clinic));
    const [around, languageGap, kept, areas, before, catalogue, ...rest] = await Promise.all([
      ...([context, gap] as const),
      eventsSince(db, clinicId, visit.id, 0),
      areasOf(db, clinicId, clientId),
      earlierVisits(db, clinicId, visit, timeZone),
      catalogueNow(db, clinicId),
      aftercareInForce(db, clinicId),
      habitsBefore(db, clinicId, visit),
      staffNames(db, clinicId),
      aheadOf(db, clinicId, [visit.id]),
      saidLastBefore(db, clinicId, clientId, new Date(visit.startsAt)),
      trialOfVisit(db, clinicId, clientId, visit.id),
    ]);
    const [aftercare, habitsLast, names, ahead, saidLast, trial] = rest;
    const body: VisitOpened = {
      visit,
      client: asClient(around.client),
      area: asArea(around.area),
      areas,
      ...kept,
      before: Object.fromEntries(before),
      catalogue,
      suitability: around.suitability,
      aftercare,
      habitsLast,
      staffNames: names,
      consents: around.consents,
      ahead: unconfirmed(ahead.get(visit.id), kept.events),
      saidLast,
      clinicName: around.clinic.name,
      trial,
      languageGap,
      today: around.today,
    };
    response.json(body);
  });

  /** What was kept after a place: another tablet's presses. */
  router.get('/visits/:id/events', async (request, response) => {
    const { after } = parse(EventsAfter, request.query);
    const { clinicId } = actorOf(request);
    const { id } = await findVisit(db, clinicId, pathId(request));
    response.json(await eventsSince(db, clinicId, id, after));
  });

  router.post('/visits/:id/events', async (request, response) => {
    const events = parse(NewEvents, request.body);
    const { after } = parse(EventsAfter, request.query);
    refuseOwnRoutes(events);
    const prepare = async (locked: Locked, fresh: readonly NewEvent[]) => {
      refuseOtherDays(fresh, locked.timeZone);
      await judgeSettings(locked, fresh);
      await judgeDevice(locked, fresh);
      await judgeTrial(locked, fresh);
      await judgeFading(locked, fresh);
      const fitted = await judgeEyewear(locked, fresh);
      return judgeReactions(locked, await judgeAnswers(locked, fitted));
    };
    const visitId = pathId(request);
    const actor = actorOf(request);
    response.json(await appendJudged(db, actor, visitId, events, prepare, { after }));
  });

  router.post('/visits/:id/free-handpiece', async (request, response) => {
    const [actor, visitId] = [actorOf(request), pathId(request)];
    await db.transaction((tx) => freeHandpiece(tx, actor, visitId));
    response.status(204).end();
  });

  router.post('/visits/:id/move', async (request, response) => {
    const to = parse(MoveVisit, request.body);
    const actor = actorOf(request);
    const visitId = pathId(request);
    await db.transaction((tx) => moveVisit(tx, actor, visitId, to));
    if (to.startsAt !== to.from) await confirmVisit(db, carrier, actor.clinicId, visitId);
    response.status(204).end();
  });

  router.post('/visits/:id/cancel', async (request, response) => {
    const { reason } = parse(CancelVisit, request.body);
    const actor = actorOf(request);
    await db.transaction((tx) => cancelVisit(tx, actor, pathId(request), reason));
    response.status(204).end();
  });

  router.post('/visits/:id/restore', async (request, response) => {
    const actor = actorOf(request);
    await db.transaction((tx) => restoreVisit(tx, actor, pathId(request)));
    response.status(204).end();
  });

  router.post('/visits/:id/plan', async (request, response) => {
    const { id, at, areaId, setting, colours } = parse(AcceptSetting, request.body);
    const prepare = async (locked: Locked): Promise<readonly NewEvent[]> => {
      const zone = areaId ?? locked.visit.areaId;
      const worked = workedIn(locked.events, locked.visit.areaId);
      const [, plan] = await together(
        judgeTrialArm(locked.tx, locked.clinicId, locked.visit, zone, setting, worked),
        acceptedPlan(locked, zone, setting, colours),
      );
      return [{ id, at, areaId: zone, body: { kind: 'planAccepted', plan } }];
    };
    const { after } = parse(EventsAfter, request.query);
    const actor = actorOf(request);
    response.json(await appendJudged(db, actor, pathId(request), [{ id }], prepare, { after }));
  });

  router.post('/visits/:id/approvals', async (request, response) => {
    const { actor, visit } = await opened(request);
    const {
      areaId = visit.areaId,
      about,
      reason,
      technique,
      ...wanted
    } = parse(Approval, request.body);
    const { after } = parse(EventsAfter, request.query);
    const { staffId: supervisorId } = await supervisorBy(db, tries, actor, wanted.supervisor);
    const at = new Date().toISOString();
    const prepare = async (locked: Locked) => {
      const records = zoneRecords(locked.events, visit.areaId);
      const skills =
        about === 'signOff' ? await lackingHere(locked, areaId, technique ?? null) : [];
      const to = { areaId, staffId: actor.staffId, skills };
      const body = { ...approvalOf(about, records, to), reason, supervisorId };
      return [{ id: wanted.id, at, areaId, body }];
    };
    const { clinicId } = actor;
    const also = async (tx: Queryable, { id: visitId }: VisitHeader, added: number) => {
      const told = { clinicId, staffId: supervisorId, kind: 'overridden', visitId } as const;
      if (added > 0) await audit(tx, [{ ...told, what: { approval: about, reason } }]);
    };
    const append = { also, after };
    response.json(await appendJudged(db, actor, visit.id, [{ id: wanted.id }], prepare, append));
  });

  router.post('/visits/:id/send-home', async (request, response) => {
    const { actor, visit } = await opened(request);
    const { event, nextVisit } = parse(SendHome, request.body);
    const { after } = parse(EventsAfter, request.query);
    if (event.body.kind !== 'sentHome') {
      throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
        fields: [{ field: 'event.body.kind', problem: 'must be sentHome' }],
      });
    }
    const events = await appendEvents(db, actor, visit.id, [event], {
      after,
      also: async (tx) => {
        if (nextVisit === null) return;
        const { areaId, staffId } = visit;
        const events = defined((await eventsOf(tx, actor.clinicId, [visit.id])).get(visit.id));
        // What was treated today is treated again: every zone, not the one alone that was booked.
        const alsoAreaIds = zonesOf(events, areaId).filter((id) => id !== areaId);
        const next = { ...nextVisit, areaId, alsoAreaIds, staffId };
        // Its own hour is the usual one: where that is taken, the next that is free.
        await bookVisit(tx, actor, visit.clientId, next, { orNextFree: true });
      },
    });
    response.json(events);
  });

  return router;
}

function refuseOwnRoutes(events: readonly NewEvent[]): void {
  const fields = events.flatMap(({ body }, index) =>
    EVENT_KINDS[body.kind].who === 'ownRoute'
      ? [{ field: `${index}.body.kind`, problem: `${body.kind} has a route of its own` }]
      : [],
  );
  if (fields.length > 0) {
    throw new HttpProblem('invalid-input', 'Some fields cannot be taken', { fields });
  }
}

/** Answers count from the day on which they were given: no other day may be claimed for them. */
function refuseOtherDays(events: readonly NewEvent[], timeZone: string): void {
  const fields = events.flatMap(({ at, body }, index) => {
    if (body.kind !== 'answersGiven') return [];
    const off = Math.abs(daysBetween(clinicDay(new Date(at), timeZone), body.on));
    // A page left open over midnight may still say yesterday.
    return off > 1
      ? [{ field: `${index}.body.on`, problem: 'is not the day of these answers' }]
      : [];
  });
  if (fields.length > 0) {
    throw new HttpProblem('invalid-input', 'Some fields cannot be taken', { fields });
  }
}

async function timeZoneOf(db: Db, actor: Actor): Promise<string> {
  const [clinic] = await db.select().from(clinics).where(eq(clinics.id, actor.clinicId));
  return defined(clinic).timeZone;
}

/** The supervisor of this clinic who approves: the one named, else whoever is signed in. */
async function supervisorBy(
  db: Db,
  tries: Tries,
  actor: Actor,
  wanted: { name: string; password: string } | undefined,
): Promise<Actor> {
  if (wanted === undefined) {
    if (hasRight(actor.role, 'override')) return actor;
    throw notAllowed();
  }
  await tries.begin(wanted.name);
  const found = await checkSignIn(db, wanted.name, wanted.password);
  if (found === null || found.clinicId !== actor.clinicId) {
    throw new HttpProblem('not-allowed', 'Name and password do not fit a supervisor');
  }
  await tries.clear(wanted.name);
  if (!hasRight(found.role, 'override')) throw notAllowed();
  return found;
}

const notAllowed = () => new HttpProblem('not-allowed', 'Only a supervisor may approve this');

/** What an approval is kept as, with what there was to approve; the judge says whether it may be given. */
function approvalOf(
  about: Approval['about'],
  records: ReadonlyMap<string, VisitRecord>,
  { areaId, staffId, skills }: { areaId: string; staffId: string; skills: readonly Skill[] },
) {
  switch (about) {
    case 'stop': {
      const findings = [...records.values()].flatMap(
        ({ assessment }) => assessment?.findings ?? [],
      );
      const stops = findings.filter(({ outcome }) => isStop(outcome)).map(({ rule }) => rule.id);
      return { kind: 'stopOverridden', rules: [...new Set(stops)] } as const;
    }
    case 'reaction':
      return { kind: 'reactionAgreed' } as const;
    case 'signOff':
      return { kind: 'signOffAgreed', staffId, skills } as const;
    case 'testSpot': {
      const record = records.get(areaId);
      const reasons = record === undefined ? [] : spotReasons(record);
      return { kind: 'spotWaived', reasons } as const;
    }
  }
}
