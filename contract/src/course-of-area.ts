import { COURSE_STEPS, type PlanChange, type TreatmentPlan } from '@tidy-quill/core/course';
import * as v from 'valibot';
import { Id, line, number, whole } from './text';

/** A decision about the course of an area: it rests, ends or goes on, and why. */
export const NewCourseStep = v.object({
  id: Id,
  areaId: Id,
  step: v.picklist(COURSE_STEPS),
  reason: line(500),
});

export type NewCourseStep = v.InferOutput<typeof NewCourseStep>;

/** Keeps the treatment plan of an area, as it is worked out now, as given to the client. */
export const GiveTreatmentPlan = v.object({ id: Id, areaId: Id });

export type GiveTreatmentPlan = v.InferOutput<typeof GiveTreatmentPlan>;

/** The area of hair that a treatment plan is for. */
export const TreatmentPlanAsked = v.object({ areaId: Id });

const Visits = v.nullable(whole(0, 1000));

/** A treatment plan as it was given. */
export const GivenPlan = v.object({
  made: whole(0, 10_000),
  more: v.object({ few: Visits, likely: Visits, many: Visits }),
  intervalWeeks: number(0, 520),
  minutes: v.nullable(number(0, 10_000)),
});

/** The treatment plan of an area as it is worked out now, and what changed since one was given. */
export interface TreatmentPlanNow {
  readonly plan: TreatmentPlan;
  readonly changes: readonly PlanChange[];
}
