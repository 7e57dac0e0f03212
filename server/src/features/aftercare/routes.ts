import { GiveAdvice } from '@tidy-quill/contract/record';
import { v7 } from 'uuid';
import { Router, type Request } from 'express';
import type { Db } from '../../db/connect';
import { messages } from '../../db/messages';
import { HttpProblem, parse, pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import type { MessageCarrier } from '../messages/carrier';
import { carry } from '../messages/store';
import { appendEvents, findVisit } from '../visit/store';
import { leafletMessage, leafletPdf, nextVisitIcs } from './leaflet';
import { leafletOf, visitAfter } from './store';

/** What the client takes home: on paper, as a message, and the next visit for a calendar. */
export function aftercareRoutes(db: Db, carrier: MessageCarrier): Router {
  const router = Router();

  const opened = async (request: Request) => {
    const actor = actorOf(request);
    const visit = await findVisit(db, actor.clinicId, pathId(request));
    return { actor, visit, leaflet: await leafletOf(db, actor.clinicId, visit) };
  };

  router.get('/visits/:id/aftercare.pdf', async (request, response) => {
    const { visit, leaflet } = await opened(request);
    response
      .type('application/pdf')
      .set('content-disposition', `inline; filename="aftercare-${visit.id}.pdf"`)
      .send(await leafletPdf(leaflet));
  });

  router.get('/visits/:id/next-visit.ics', async (request, response) => {
    const { actor, visit, leaflet } = await opened(request);
    const next = await visitAfter(db, actor.clinicId, visit);
    if (next === null) throw new HttpProblem('not-found', 'No next visit is booked');
    response
      .type('text/calendar; charset=utf-8')
      .set('content-disposition', 'attachment; filename="next-visit.ics"')
      .send(nextVisitIcs(leaflet, next));
  });

  // Kept as an event of the visit as well: what was given, and how.
  router.post('/visits/:id/aftercare-message', async (request, response) => {
    const { actor, visit, leaflet } = await opened(request);
    const { id } = parse(GiveAdvice, request.body);
    const at = new Date().toISOString();
    const event = { id, at, body: { kind: 'adviceGiven', by: 'message' } } as const;
    const messageId = v7();
    let fresh = false;
    const kept = await appendEvents(db, actor, visit.id, [event], {
      also: async (tx, _visit, added) => {
        fresh = added > 0;
        if (!fresh) return;
        const { client } = leaflet;
        const text = leafletMessage(leaflet);
        const { clinicId } = actor;
        await tx
          .insert(messages)
          .values({ clinicId, id: messageId, clientId: client.id, to: client.phone, text });
      },
    });
    if (fresh) await carry(db, carrier, actor.clinicId, messageId);
    response.status(201).json(kept);
  });

  return router;
}
