import { NewFollowUp, NewIncident } from '@tidy-quill/contract/incidents';
import { PDF } from '@tidy-quill/contract/api-row';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { parse, pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import { incidentRegisterPdf } from './register-pdf';
import { followIncident, incidentsOf, reportIncident } from './store';

/** The register of incidents: reported and read by all, closed by a supervisor. */
export function incidentRoutes(db: Db): Router {
  const router = Router();

  router.get('/incidents', async (request, response) => {
    response.json(await incidentsOf(db, actorOf(request).clinicId));
  });

  router.get('/incidents.pdf', async (request, response) => {
    response
      .type(PDF)
      .set('content-disposition', 'inline; filename="incidents.pdf"')
      .send(await incidentRegisterPdf(db, actorOf(request).clinicId));
  });

  router.post('/incidents', async (request, response) => {
    await reportIncident(db, actorOf(request), parse(NewIncident, request.body));
    response.status(201).end();
  });

  router.post('/incidents/:id/follow-ups', async (request, response) => {
    const followUp = parse(NewFollowUp, request.body);
    await followIncident(db, actorOf(request), pathId(request), followUp);
    response.status(201).end();
  });

  return router;
}
