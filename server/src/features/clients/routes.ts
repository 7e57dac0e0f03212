import {
  AlikeAsked,
  ClientSearch,
  EditedClient,
  EraseClient,
  NewArea,
  NewClient,
  NewVisit,
  type ClientOpened,
  type ClientVisit,
} from '@tidy-quill/contract/clients';
import { MergeAsked, NewMerge } from '@tidy-quill/contract/merges';
import { SetWishes } from '@tidy-quill/contract/waiting';
import { eq } from 'drizzle-orm';
import { Router } from 'express';
import { defined } from '@tidy-quill/core/units';
import type { Db } from '../../db/connect';
import { visits } from '../../db/schema';
import { parse, pathId } from '../../http/problem';
import { actorOf, actorWithRight } from '../../http/session';
import type { FileStore } from '../../files/file-store';
import { consentsOf, treatmentConsent } from '../consent/store';
import { suitabilityInForce } from '../suitability/store';
import { visitsSummed } from '../projections/store';
import { clinicOf } from '../calendar/store';
import { clinicDay } from '../../http/clinic-day';
import { gapFor } from '../languages/store';
import { confirmVisit } from '../calendar/visit-messages';
import type { MessageCarrier } from '../messages/carrier';
import { bookVisit } from '../visit/bookings';
import { notesOf } from '../course/course-notes';
import { typedSessionsOf } from '../imports/store';
import { eraseClient } from './erase';
import { compareClients, mergeClients, mergesOf, undoMerge } from './merge';
import {
  addArea,
  addClient,
  alikeClients,
  areasOf,
  editClient,
  findClient,
  findClients,
  setWishes,
} from './store';

export function clientRoutes(db: Db, files: FileStore, carrier: MessageCarrier): Router {
  const router = Router();

  router.get('/clients', async (request, response) => {
    const { clinicId } = actorOf(request);
    response.json(await findClients(db, clinicId, parse(ClientSearch, request.query)));
  });

  router.get('/clients/alike', async (request, response) => {
    const { clinicId } = actorOf(request);
    response.json(await alikeClients(db, clinicId, parse(AlikeAsked, request.query)));
  });

  router.post('/clients', async (request, response) => {
    const { id, ...fields } = parse(NewClient, request.body);
    response.status(201).json(await addClient(db, actorOf(request), id, fields));
  });

  router.get('/clients/:id', async (request, response) => {
    const { clinicId } = actorOf(request);
    const id = pathId(request);
    const client = await findClient(db, clinicId, id);
    const [summed, rules, given, typedSessions, courseNotes, merges, clinic] = await Promise.all([
      visitsSummed(db, clinicId, eq(visits.clientId, id)),
      suitabilityInForce(db, clinicId),
      consentsOf(db, clinicId, [id]),
      typedSessionsOf(db, clinicId, id),
      notesOf(db, clinicId, id),
      mergesOf(db, clinicId, id),
      clinicOf(db, clinicId),
    ]);
    // After the visits, so that no visit is to an area that is not among them.
    const areas = await areasOf(db, clinicId, id);
    const consents = defined(given.get(id));
    const { alone } = rules.content.ages;
    const { timeZone } = clinic;
    const body: ClientOpened = {
      client,
      areas,
      ...visitsOf(summed, { birthDate: client.birthDate, areas, consents, alone, timeZone }),
      typedSessions: Object.fromEntries(typedSessions),
      consents,
      courseNotes,
      merges,
      languageGap: await gapFor(db, clinicId, client, clinic),
    };
    response.json(body);
  });

  router.put('/clients/:id', async (request, response) => {
    const edited = parse(EditedClient, request.body);
    response.json(await editClient(db, actorOf(request), pathId(request), edited));
  });

  router.post('/clients/:id/erasure', async (request, response) => {
    const actor = actorWithRight(request, 'erase');
    const { reference } = parse(EraseClient, request.body);
    await eraseClient(db, files, actor, pathId(request), reference);
    response.status(204).end();
  });

  router.get('/clients/:id/merge', async (request, response) => {
    const { clinicId } = actorWithRight(request, 'mergeClients');
    const { with: goneId } = parse(MergeAsked, request.query);
    response.json(await compareClients(db, clinicId, pathId(request), goneId));
  });

  router.post('/clients/:id/merges', async (request, response) => {
    const actor = actorWithRight(request, 'mergeClients');
    const asked = parse(NewMerge, request.body);
    await mergeClients(db, actor, pathId(request), asked);
    response.status(201).json({ id: asked.id });
  });

  router.post('/merges/:id/undo', async (request, response) => {
    await undoMerge(db, actorWithRight(request, 'mergeClients'), pathId(request));
    response.status(204).end();
  });

  router.put('/clients/:id/wishes', async (request, response) => {
    const { wishes } = parse(SetWishes, request.body);
    response.json(await setWishes(db, actorOf(request), pathId(request), wishes));
  });

  router.post('/clients/:id/areas', async (request, response) => {
    const area = parse(NewArea, request.body);
    response.status(201).json(await addArea(db, actorOf(request), pathId(request), area));
  });

  router.post('/clients/:id/visits', async (request, response) => {
    const visit = parse(NewVisit, request.body);
    const actor = actorOf(request);
    await db.transaction((tx) => bookVisit(tx, actor, pathId(request), visit));
    await confirmVisit(db, carrier, actor.clinicId, visit.id);
    response.status(201).json({ id: visit.id });
  });

  return router;
}

/** A client's visits with what each came to for each of its zones, newest first. */
function visitsOf(
  summed: Awaited<ReturnType<typeof visitsSummed>>,
  of: Pick<ClientOpened, 'areas' | 'consents'> & {
    readonly birthDate: string;
    readonly alone: number;
    readonly timeZone: string;
  },
): Pick<ClientOpened, 'visits' | 'unreadable'> {
  const areas = new Map(of.areas.map((area) => [area.id, area]));
  const unreadable = summed.filter((each) => each.unreadable);
  const opened = summed.toReversed().flatMap(({ visit, zones }) =>
    zones.map((zone): ClientVisit => {
      const area = defined(areas.get(zone.areaId));
      const on = clinicDay(visit.startsAt, of.timeZone);
      const consent = treatmentConsent(of.consents, area, of.birthDate, on, of.alone);
      return {
        id: visit.id,
        areaId: zone.areaId,
        startsAt: visit.startsAt.toISOString(),
        stage: consent.state === 'valid' ? zone.stage.consented : zone.stage.unconsented,
        finished: zone.finished,
        cancelled: visit.cancelReason,
        lights: zone.settings.map(({ wavelengthNm, setting, pulses, answer }) => ({
          ...{ wavelengthNm, setting, pulses, answer },
        })),
        pulses: zone.pulses,
        answer: zone.answer,
        findings: zone.findings,
        fading: zone.fading,
        sessions: zone.sessions,
        openReactions: zone.openReactions.length,
      };
    }),
  );
  return {
    visits: opened,
    unreadable: unreadable.map(({ visit: { id, startsAt } }) => ({
      id,
      startsAt: startsAt.toISOString(),
    })),
  };
}
