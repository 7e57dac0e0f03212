import {
  ClientSearch,
  EditedClient,
  NewArea,
  NewClient,
  NewVisit,
  type ClientOpened,
  type ClientVisit,
} from '@tidy-quill/contract/clients';
import { answerOf, segmentsOf, openReactions, zoneRecords } from '@tidy-quill/core/session';
import { currentStage, isFinished } from '@tidy-quill/core/workflow';
import { and, desc, eq } from 'drizzle-orm';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { visits } from '../../db/schema';
import { parse, pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import { consentsOf, treatmentConsent } from '../consent/store';
import { suitabilityInForce } from '../suitability/store';
import { eventsOf } from '../visit/events';
import { bookVisit } from '../visit/store';
import { addArea, addClient, areasOf, editClient, findClient, findClients } from './store';

export function clientRoutes(db: Db): Router {
  const router = Router();

  router.get('/clients', async (request, response) => {
    const { clinicId } = actorOf(request);
    response.json(await findClients(db, clinicId, parse(ClientSearch, request.query)));
  });

  router.post('/clients', async (request, response) => {
    const { clinicId } = actorOf(request);
    const { id, ...fields } = parse(NewClient, request.body);
    response.status(201).json(await addClient(db, clinicId, id, fields));
  });

  router.get('/clients/:id', async (request, response) => {
    const { clinicId } = actorOf(request);
    const id = pathId(request);
    const body: ClientOpened = {
      client: await findClient(db, clinicId, id),
      areas: await areasOf(db, clinicId, id),
      visits: await visitsOf(db, clinicId, id),
      consents: (await consentsOf(db, clinicId, [id])).get(id)!,
    };
    response.json(body);
  });

  router.put('/clients/:id', async (request, response) => {
    const { clinicId } = actorOf(request);
    const edited = parse(EditedClient, request.body);
    response.json(await editClient(db, clinicId, pathId(request), edited));
  });

  router.post('/clients/:id/areas', async (request, response) => {
    const { clinicId } = actorOf(request);
    const area = parse(NewArea, request.body);
    response.status(201).json(await addArea(db, clinicId, pathId(request), area));
  });

  router.post('/clients/:id/visits', async (request, response) => {
    const visit = parse(NewVisit, request.body);
    await db.transaction((tx) => bookVisit(tx, actorOf(request), pathId(request), visit));
    response.status(201).json({ id: visit.id });
  });

  return router;
}

/** A client's visits with what each came to for each of its zones, newest first. */
async function visitsOf(db: Db, clinicId: string, clientId: string): Promise<ClientVisit[]> {
  const rows = await db
    .select()
    .from(visits)
    .where(and(eq(visits.clinicId, clinicId), eq(visits.clientId, clientId)))
    .orderBy(desc(visits.startsAt));
  const events = await eventsOf(
    db,
    clinicId,
    rows.map(({ id }) => id),
  );
  const { birthDate } = await findClient(db, clinicId, clientId);
  const given = (await consentsOf(db, clinicId, [clientId])).get(clientId)!;
  const areas = new Map((await areasOf(db, clinicId, clientId)).map((area) => [area.id, area]));
  const { ages } = (await suitabilityInForce(db, clinicId)).content;
  return rows.flatMap((row) =>
    [...zoneRecords(events.get(row.id)!, row.areaId)].map(([areaId, record]): ClientVisit => {
      const area = areas.get(areaId)!;
      const on = row.startsAt.toISOString().slice(0, 10);
      const consent = treatmentConsent(given, area, birthDate, on, ages.alone);
      return {
        id: row.id,
        areaId,
        startsAt: row.startsAt.toISOString(),
        stage: currentStage(record, consent.state === 'valid'),
        finished: isFinished(record),
        lights: segmentsOf(record)
          .filter(({ pulses }) => pulses > 0)
          .map(({ plan, setting, pulses, answer: own }) => ({
            wavelengthNm: plan.wavelengthNm,
            setting,
            pulses,
            answer: own,
          })),
        pulses: record.run.pulses,
        answer: answerOf(record),
        openReactions: openReactions(record).length,
      };
    }),
  );
}
