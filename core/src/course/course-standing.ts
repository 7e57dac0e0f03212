import type { HowMany } from './course-ahead';
import type { TreatmentPlan } from './treatment-plan';

/** What somebody decides about a course: it rests, it ends, it goes on. */
export const COURSE_STEPS = ['paused', 'stopped', 'reopened'] as const;

export type CourseStep = (typeof COURSE_STEPS)[number];

/** A treatment plan as it was given to a client: what was said then. */
export type GivenPlan = Pick<TreatmentPlan, 'made' | 'more' | 'intervalWeeks' | 'minutes'>;

/** One thing that was decided about a zone's course, or given to its client. */
export type CourseNote = {
  readonly id: string;
  /** ISO 8601, by the server. */
  readonly at: string;
  readonly staffId: string;
} & (
  | { readonly kind: CourseStep; readonly reason: string }
  | { readonly kind: 'planGiven'; readonly plan: GivenPlan }
);

/** Whether a zone's course goes on, and since when and why it does not. */
export type CourseStanding =
  | { readonly state: 'open' }
  | { readonly state: 'paused' | 'stopped'; readonly since: string; readonly reason: string };

/** How a course stands by all that was decided about it, in whatever order it is given. */
export function courseStanding(notes: readonly CourseNote[]): CourseStanding {
  const last = inOrder(notes).findLast(({ kind }) => kind !== 'planGiven');
  if (last === undefined || last.kind === 'reopened' || last.kind === 'planGiven')
    return { state: 'open' };
  return { state: last.kind, since: last.at, reason: last.reason };
}

const inOrder = (notes: readonly CourseNote[]) =>
  [...notes].sort((one, other) => Date.parse(one.at) - Date.parse(other.at));

/** Why a step cannot be taken in a course; null where it can. */
export function refuseCourseStep(
  { state }: CourseStanding,
  step: CourseStep,
): 'courseIsOpen' | 'courseIsPaused' | 'courseIsStopped' | null {
  switch (step) {
    case 'paused':
      return state === 'open' ? null : state === 'paused' ? 'courseIsPaused' : 'courseIsStopped';
    case 'stopped':
      return state === 'stopped' ? 'courseIsStopped' : null;
    case 'reopened':
      return state === 'open' ? 'courseIsOpen' : null;
  }
}

/** What is not as it was said in a plan that a client was given. */
export type PlanChange =
  | { readonly kind: 'visitsMade'; readonly count: number }
  /** The visits to come, against what the plan would leave of them by now. */
  | { readonly kind: 'more'; readonly then: HowMany['visits']; readonly now: HowMany['visits'] }
  | { readonly kind: 'interval'; readonly then: number; readonly now: number }
  | { readonly kind: 'minutes'; readonly then: number; readonly now: number };

/** Minutes of a visit that differ by less are the same. */
const ABOUT_MINUTES = 5;

/** The plan that was given last, and when; null where none was. */
export function lastGiven(
  notes: readonly CourseNote[],
): { readonly at: string; readonly plan: GivenPlan } | null {
  const last = inOrder(notes).findLast(({ kind }) => kind === 'planGiven');
  return last?.kind === 'planGiven' ? { at: last.at, plan: last.plan } : null;
}

/** What has changed since a plan was given: visits that were made, and whatever would be said otherwise today. */
export function sinceGiven(given: GivenPlan, now: GivenPlan): readonly PlanChange[] {
  const count = Math.max(0, now.made - given.made);
  const then = leftOf(given.more, count);
  const isOther = (['few', 'likely', 'many'] as const).some((end) => then[end] !== now.more[end]);
  const minutes =
    given.minutes === null || now.minutes === null
      ? null
      : { then: given.minutes, now: now.minutes };
  return [
    ...(count > 0 ? [{ kind: 'visitsMade', count } as const] : []),
    ...(isOther ? [{ kind: 'more', then, now: now.more } as const] : []),
    ...(given.intervalWeeks === now.intervalWeeks
      ? []
      : [{ kind: 'interval', then: given.intervalWeeks, now: now.intervalWeeks } as const]),
    ...(minutes === null || Math.abs(minutes.now - minutes.then) < ABOUT_MINUTES
      ? []
      : [{ kind: 'minutes', ...minutes } as const]),
  ];
}

/** What is left of a number of visits once some were made; what was beyond counting stays so. */
function leftOf(more: HowMany['visits'], made: number): HowMany['visits'] {
  const left = (visits: number | null) => (visits === null ? null : Math.max(0, visits - made));
  return { few: left(more.few), likely: left(more.likely), many: left(more.many) };
}
