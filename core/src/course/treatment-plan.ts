import { intervalWeeksOf } from '../figures';
import { propose, type Expected, type PlanCase } from '../plan';
import { addDays, defined, type Day } from '../units';
import { expectedFromStart, howMany, visitsToCome, type HowMany } from './course-ahead';
import { killAt, zoneCourse, type CourseCase } from './zone-course';

/** What a visit is expected to do to the hair that was found, on the skin that was found. */
export interface VisitOffer {
  /** What may be hoped for at the highest fluence that is allowed; `noTarget` where light finds nothing in this hair. */
  readonly works: Expected | 'noTarget';
  /** Share of the growing hair that a visit takes for good, between where it starts and the most allowed, 0–1. */
  readonly kill: number;
  /** Minutes of a visit for this zone, with gel, moves and checks; null where nothing is proposed. */
  readonly minutes: number | null;
}

/**
 * What the first choice of the planner would do at each visit of a course. What answers may do to a limit is left out: before they
 * are given it holds the first visits back, and lets go as they are good.
 */
export function visitOffer(asked: PlanCase): VisitOffer {
  const { learning: _learning, ...protocol } = asked.protocol;
  const plan = { ...asked, protocol };
  const { proposals, refused } = propose(plan);
  if (refused !== null) return { works: 'noTarget', kill: 0, minutes: null };
  const [first] = proposals;
  if (first === undefined) return { works: 'tooLittle', kill: 0, minutes: null };
  const { evaluation, start } = first;
  const at = (fluenceJcm2: number) => killAt(fluenceJcm2, evaluation.model, plan.protocol);
  const most = defined(defined(evaluation.upper).fluenceJcm2);
  return {
    works: evaluation.expected,
    kill: (at(start.fluenceJcm2) + at(most)) / 2,
    minutes: evaluation.work.minutes,
  };
}

/** A course as it is offered: how many visits, how long, how far apart, and when. */
export interface TreatmentPlan {
  /** Visits made so far. */
  readonly made: number;
  /** Visits more until less than a fifth is left: the goal that is promised to nobody. */
  readonly more: HowMany['visits'];
  readonly intervalWeeks: number;
  /** Minutes of a visit for this zone; null where hair and skin were not yet looked at. */
  readonly minutes: number | null;
  /** Days of the likely visits to come: those that are booked, then at the clinic's interval. */
  readonly days: readonly Day[];
}

/** Share of the follicles that a plan aims at. */
const PLANNED_FOR = 0.2;
/** How many days are written out at most: what lies further on is planned again by then. */
const MOST_DAYS = 12;

/** What a client may be offered for a zone of hair, by its course so far; before it by the hair and skin found, or by the site alone. */
export function treatmentPlan(of: CourseCase, offer: VisitOffer | null = null): TreatmentPlan {
  const course = zoneCourse(of);
  const { own, site, today } = of;
  const many =
    course === null ? expectedFromStart(site, own, offer?.kill) : howMany({ site, own, course });
  const { visits } = defined(many.find(({ below }) => below === PLANNED_FOR));
  const more = offer?.works === 'noTarget' ? { few: 0, likely: 0, many: 0 } : visits;
  const intervalWeeks = intervalWeeksOf(own, site);
  const begun = course?.startedOn ?? today;
  // Where no number of visits leads there, the next one alone is named.
  const weeks = visitsToCome(of, course, Math.min(more.likely ?? 1, MOST_DAYS));
  return {
    made: course?.visits.length ?? 0,
    more,
    intervalWeeks,
    minutes: offer?.minutes ?? null,
    days: weeks.map((week) => addDays(begun, Math.round(week * 7))),
  };
}
