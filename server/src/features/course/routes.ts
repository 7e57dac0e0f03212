import {
  GiveTreatmentPlan,
  NewCourseStep,
  TreatmentPlanAsked,
  type TreatmentPlanNow,
} from '@tidy-quill/contract/course-of-area';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { parse, pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import { giveTreatmentPlan, planNow, takeCourseStep } from './course-notes';
import { treatmentPlanPdf } from './treatment-plan-pdf';

/** The course of an area: its plan on paper, the plan as given, and whether it goes on. */
export function courseRoutes(db: Db): Router {
  const router = Router();

  router.get('/clients/:id/treatment-plan.pdf', async (request, response) => {
    const { clinicId } = actorOf(request);
    const { areaId } = parse(TreatmentPlanAsked, request.query);
    response
      .type('application/pdf')
      .set('content-disposition', `inline; filename="treatment-plan-${areaId}.pdf"`)
      .send(await treatmentPlanPdf(db, clinicId, pathId(request), areaId));
  });

  router.get('/clients/:id/treatment-plan', async (request, response) => {
    const { clinicId } = actorOf(request);
    const { areaId } = parse(TreatmentPlanAsked, request.query);
    const body: TreatmentPlanNow = await planNow(db, clinicId, pathId(request), areaId);
    response.json(body);
  });

  router.post('/clients/:id/treatment-plans', async (request, response) => {
    const given = parse(GiveTreatmentPlan, request.body);
    await giveTreatmentPlan(db, actorOf(request), pathId(request), given);
    response.status(201).json({ id: given.id });
  });

  router.post('/clients/:id/course-steps', async (request, response) => {
    const step = parse(NewCourseStep, request.body);
    await takeCourseStep(db, actorOf(request), pathId(request), step);
    response.status(201).json({ id: step.id });
  });

  return router;
}
