import { NewJudgement, NewPracticeRun, PracticeAsked } from '@tidy-quill/contract/practice';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { parse, pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import { judgementOf, judgementsOf, keepJudgement } from './judgements';
import { keepRun, runOf, runsOf } from './store';

/** Exercises: everybody keeps their own; who signs off reads those of others. */
export function practiceRoutes(db: Db): Router {
  const router = Router();

  router.get('/practice', async (request, response) => {
    const actor = actorOf(request);
    const { staffId = actor.staffId } = parse(PracticeAsked, request.query);
    response.json(await runsOf(db, actor, staffId));
  });

  router.get('/practice/:id', async (request, response) => {
    response.json(await runOf(db, actorOf(request), pathId(request)));
  });

  router.post('/practice', async (request, response) => {
    const run = parse(NewPracticeRun, request.body);
    response.status(201).json(await keepRun(db, actorOf(request), run));
  });

  router.get('/judgements', async (request, response) => {
    const actor = actorOf(request);
    const { staffId = actor.staffId } = parse(PracticeAsked, request.query);
    response.json(await judgementsOf(db, actor, staffId));
  });

  router.get('/judgements/:id', async (request, response) => {
    response.json(await judgementOf(db, actorOf(request), pathId(request)));
  });

  router.post('/judgements', async (request, response) => {
    const made = parse(NewJudgement, request.body);
    response.status(201).json(await keepJudgement(db, actorOf(request), made));
  });

  return router;
}
