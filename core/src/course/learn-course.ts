import { courseOn, follicleFlow, type CourseVisit, type HairCourse } from './follicles';
import type { HairCycle } from '../figures';

/** Hair counted before a visit. */
export interface HairCount {
  readonly week: number;
  readonly perCm2: number;
  readonly how: 'picture' | 'eye';
}

/** Low and high end of an 80 % band, and its middle. */
export interface Band {
  readonly low: number;
  readonly median: number;
  readonly high: number;
}

/** What counts have taught of a course. */
export interface LearntCourse {
  /** What every visit's kill share is multiplied by. */
  readonly factor: Band;
  /** Growing hair before the first visit, per cm²; null where nothing was counted. */
  readonly densityPerCm2: number | null;
  /** The course at the low end of the factor, in the middle, and at its high end. */
  readonly courses: {
    readonly low: HairCourse;
    readonly median: HairCourse;
    readonly high: HairCourse;
  };
  /** Whether the last two counts lie outside the band: something else is at work. */
  readonly offBand: boolean;
}

// Before any count: k is known to a factor of 1.4 (assumed).
const PRIOR_SIGMA = Math.log(1.4);
// How far a count may be off, as a factor's logarithm (assumed).
const COUNT_SIGMA = { picture: 0.2, eye: 0.35 } as const;
// A count of none says “few”, not “none at all”.
const HALF = 0.5;
const GRID = 41;
const WIDEST = 3;
const STEPS = 6;
const TAIL = 0.1;
// Of the normal distribution, for 80 % in the middle.
const QUANTILE = 1.2816;

/**
 * Learns one factor on all kill shares, and the density before the first visit, from hair that was counted: a prior
 * log-normal around 1, counts log-normal around the model, the density free. 80 % bands.
 */
export function learnCourse(of: {
  readonly cycle: HairCycle;
  readonly visits: readonly CourseVisit[];
  readonly counts: readonly HairCount[];
  readonly untilWeek: number;
  readonly sentToRest?: number | undefined;
}): LearntCourse {
  const flow = follicleFlow(of.cycle);
  const untouched = courseOn(flow, { visits: [], untilWeek: 0 }).at[0]?.growing ?? 1;
  const lastCount = Math.max(0, ...of.counts.map(({ week }) => Math.ceil(week)));
  const courseAt = (factor: number, untilWeek: number) =>
    courseOn(flow, {
      visits: of.visits.map(({ week, kill }) => ({ week, kill: Math.min(1, kill * factor) })),
      untilWeek,
      sentToRest: of.sentToRest,
    });
  const points = Array.from({ length: GRID }, (_, index) => {
    const z = WIDEST * ((2 * index) / (GRID - 1) - 1);
    const factor = Math.exp(PRIOR_SIGMA * z);
    const told = tellOf(courseAt(factor, lastCount), of.counts, untouched);
    return { factor, ...told, weight: Math.exp(-(z * z) / 2 - told.misfit) };
  });
  const factor = bandOf(points);
  const middle = points.reduce((best, each) =>
    Math.abs(each.factor - factor.median) < Math.abs(best.factor - factor.median) ? each : best,
  );
  return {
    factor,
    densityPerCm2: middle.densityPerCm2,
    courses: {
      low: courseAt(factor.low, of.untilWeek),
      median: courseAt(factor.median, of.untilWeek),
      high: courseAt(factor.high, of.untilWeek),
    },
    offBand: isOffBand(of.counts, {
      low: courseAt(Math.exp(-QUANTILE * PRIOR_SIGMA), lastCount),
      high: courseAt(Math.exp(QUANTILE * PRIOR_SIGMA), lastCount),
    }),
  };
}

/** How badly a course fits the counts, −ln of the likelihood, with the density before the first visit that fits best. */
function tellOf(course: HairCourse, counts: readonly HairCount[], untouched: number) {
  const seen = counts.map((count) => ({
    share: Math.max(growingBefore(course, count.week) / untouched, 1e-6),
    told: Math.log(count.perCm2 + HALF),
    precision: COUNT_SIGMA[count.how] ** -2,
  }));
  // Gauss and Newton on the logarithm of the density: a few steps are enough, the problem is nearly linear.
  let density = Math.max(HALF, ...counts.map(({ perCm2 }) => perCm2));
  for (let step = 0; step < STEPS; step++) {
    let [pull, weight] = [0, 1e-9];
    for (const { share, told, precision } of seen) {
      const expected = density * share;
      const slope = expected / (expected + HALF);
      pull += precision * slope * (told - Math.log(expected + HALF));
      weight += precision * slope ** 2;
    }
    density *= Math.exp(Math.max(-1, Math.min(1, pull / weight)));
  }
  const misfit = seen.reduce(
    (sum, { share, told, precision }) =>
      sum + precision * (told - Math.log(density * share + HALF)) ** 2,
    0,
  );
  return { densityPerCm2: counts.length === 0 ? null : density, misfit: misfit / 2 };
}

/** Growing share at a week; at a visit's own week, the share before the visit. */
export function growingBefore(course: HairCourse, week: number): number {
  const visit = course.visits.find((each) => Math.abs(each.week - week) < 1e-9);
  if (visit !== undefined) return visit.growing;
  const [from, to] = [course.at[Math.floor(week)], course.at[Math.ceil(week)]];
  const part = week - Math.floor(week);
  return (from?.growing ?? 0) * (1 - part) + (to?.growing ?? from?.growing ?? 0) * part;
}

type Weighed = readonly { readonly factor: number; readonly weight: number }[];

function bandOf(points: Weighed): Band {
  const all = points.reduce((sum, { weight }) => sum + weight, 0);
  const at = (share: number) => {
    // Each point stands for as much on either side of it.
    let [sum, last] = [0, points[0]];
    for (const point of points) {
      const middle = sum + point.weight / 2;
      if (middle >= share * all) {
        const from = sum - (last?.weight ?? 0) / 2;
        const part = middle === from ? 1 : (share * all - from) / (middle - from);
        return (last?.factor ?? 1) * (point.factor / (last?.factor ?? 1)) ** part;
      }
      sum += point.weight;
      last = point;
    }
    return last?.factor ?? 1;
  };
  return { low: at(TAIL), median: at(0.5), high: at(1 - TAIL) };
}

/**
 * Whether the last two counts lie outside what was to be expected from the first one, before anything was learnt: what is
 * learnt from counts that are off would only move the band after them.
 */
function isOffBand(
  counts: readonly HairCount[],
  prior: { readonly low: HairCourse; readonly high: HairCourse },
): boolean {
  const [first, ...later] = counts;
  if (first === undefined || later.length < 2) return false;
  const expected = (course: HairCourse, week: number) =>
    (first.perCm2 * growingBefore(course, week)) /
    Math.max(growingBefore(course, first.week), 1e-9);
  return later.slice(-2).every((count) => {
    const spread = Math.exp(QUANTILE * Math.hypot(COUNT_SIGMA[count.how], COUNT_SIGMA[first.how]));
    const [few, many] = [expected(prior.high, count.week), expected(prior.low, count.week)];
    const seen = count.perCm2 + HALF;
    return seen < (few + HALF) / spread || seen > (many + HALF) * spread;
  });
}
