import {
  AskForFollowUps,
  CloseTrial,
  DrawSides,
  EnrolClient,
  NewCount,
  NewLook,
  NewTrial,
  NewTrialNote,
  SetTrial,
} from '@tidy-quill/contract/trials';
import { PDF } from '@tidy-quill/contract/api-row';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { parse, pathId } from '../../http/problem';
import { actorOf, actorWithRight } from '../../http/session';
import type { MessageCarrier } from '../messages/carrier';
import { clinicOf } from '../calendar/store';
import { toCountOf } from './counting';
import { askForFollowUps, trialFollowUps } from './follow-ups';
import { count, draw, enrol, look, note } from './entries';
import { openCsv, openJson } from './open-data';
import { trialReportPdf } from './report-pdf';
import { hasLookedToday, knownTrial, openTrial, shownOf } from './shown';
import {
  closeTrial,
  draftTrial,
  findTrial,
  fixTrial,
  listTrials,
  refused,
  setTrial,
} from './store';

/** Trials of two ways on the two sides of the same clients. */
export function trialRoutes(db: Db, carrier: MessageCarrier): Router {
  const router = Router();

  router.get('/trials', async (request, response) => {
    response.json(await listTrials(db, actorOf(request).clinicId));
  });

  router.post('/trials', async (request, response) => {
    const actor = actorWithRight(request, 'readFindings');
    await draftTrial(db, actor, parse(NewTrial, request.body));
    response.status(201).end();
  });

  router.get('/trial-follow-ups', async (request, response) => {
    response.json(await trialFollowUps(db, actorOf(request).clinicId));
  });

  router.post('/trial-follow-ups/messages', async (request, response) => {
    const { clinicId } = actorOf(request);
    const { clientIds } = parse(AskForFollowUps, request.body);
    response.json(await askForFollowUps(db, carrier, clinicId, clientIds));
  });

  router.get('/trials/:id', async (request, response) => {
    response.json(await openTrial(db, actorOf(request).clinicId, pathId(request)));
  });

  router.put('/trials/:id', async (request, response) => {
    const actor = actorWithRight(request, 'readFindings');
    await setTrial(db, actor, pathId(request), parse(SetTrial, request.body));
    response.status(204).end();
  });

  router.post('/trials/:id/fix', async (request, response) => {
    await fixTrial(db, actorWithRight(request, 'approve'), pathId(request));
    response.status(204).end();
  });

  router.post('/trials/:id/close', async (request, response) => {
    const actor = actorWithRight(request, 'approve');
    const { reason } = parse(CloseTrial, request.body);
    await closeTrial(db, actor, pathId(request), reason);
    response.status(204).end();
  });

  router.post('/trials/:id/participants', async (request, response) => {
    await enrol(db, actorOf(request), pathId(request), parse(EnrolClient, request.body));
    response.status(201).end();
  });

  router.post('/trials/:id/draws', async (request, response) => {
    await draw(db, actorOf(request), pathId(request), parse(DrawSides, request.body));
    response.status(201).end();
  });

  router.post('/trials/:id/notes', async (request, response) => {
    await note(db, actorOf(request), pathId(request), parse(NewTrialNote, request.body));
    response.status(201).end();
  });

  router.get('/trials/:id/to-count', async (request, response) => {
    const known = await knownTrial(db, actorOf(request).clinicId, pathId(request));
    const pictures = await toCountOf(db, known);
    response.json(pictures.map(({ key, photoId }) => ({ key, photoId })));
  });

  router.post('/trials/:id/counts', async (request, response) => {
    await count(db, actorOf(request), pathId(request), parse(NewCount, request.body));
    response.status(201).end();
  });

  router.post('/trials/:id/looks', async (request, response) => {
    const actor = actorWithRight(request, 'readFindings');
    response.json(await look(db, actor, pathId(request), parse(NewLook, request.body)));
  });

  /** What a closed trial shows; of one that is running a look has to be recorded. */
  const closed = async (clinicId: string, id: string) => {
    if ((await findTrial(db, clinicId, id)).closedAt === null) {
      throw refused(
        'This trial is still running',
        'Record a look at it: looks before the end are counted and shown.',
      );
    }
    return knownTrial(db, clinicId, id);
  };

  router.get('/trials/:id/results', async (request, response) => {
    const actor = actorWithRight(request, 'readFindings');
    const id = pathId(request);
    const known = await knownTrial(db, actor.clinicId, id);
    response.json(shownOf(hasLookedToday(known, actor) ? known : await closed(actor.clinicId, id)));
  });

  router.get('/trials/:id/report.pdf', async (request, response) => {
    const { clinicId } = actorWithRight(request, 'readFindings');
    const id = pathId(request);
    const known = await closed(clinicId, id);
    const { name, timeZone } = await clinicOf(db, clinicId);
    const pdf = await trialReportPdf({
      ...{ clinicName: name, timeZone, today: known.today },
      ...{ trial: await openTrial(db, clinicId, id), shown: shownOf(known) },
    });
    response.type(PDF).set('content-disposition', 'inline; filename="trial.pdf"').send(pdf);
  });

  router.get('/trials/:id/data.csv', async (request, response) => {
    const { clinicId } = actorWithRight(request, 'readFindings');
    response
      .type('text/csv')
      .attachment('trial.csv')
      .send(openCsv(await closed(clinicId, pathId(request))));
  });

  router.get('/trials/:id/data.json', async (request, response) => {
    const { clinicId } = actorWithRight(request, 'readFindings');
    const id = pathId(request);
    const known = await closed(clinicId, id);
    response.attachment('trial.json').json(openJson(known, await openTrial(db, clinicId, id)));
  });

  return router;
}
