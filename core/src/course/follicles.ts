import { assertInRange, InputError } from '../units';
import type { HairCycle } from '../figures';

/** A visit that took its share of the growing hair. */
export interface CourseVisit {
  /** Since the course began. */
  readonly week: number;
  /** Share of the growing follicles that it takes for good, 0–1. */
  readonly kill: number;
}

/** How a zone's hair stands, as shares of the follicles before the course. */
export interface HairShares {
  readonly week: number;
  /** Growing, with a shaft to be met. */
  readonly growing: number;
  /** Growing, resting or hidden: not yet taken for good. */
  readonly alive: number;
}

/** A zone's hair over its visits and weeks. */
export interface HairCourse {
  /** Before each visit, with what it takes for good and what stands after it. */
  readonly visits: readonly (HairShares & {
    readonly killed: number;
    readonly after: HairShares;
  })[];
  /** Week by week; a visit's own week is after it. */
  readonly at: readonly HairShares[];
}

// Four stages of rest, one of hidden growth, four of growth that shows, round and round.
const REST = 4;
const HIDDEN = 1;
const GROWTH = 4;
const STAGES = REST + HIDDEN + GROWTH;
/** How long a new hair grows unseen, weeks (assumed). */
export const HIDDEN_WEEKS = 3;
/** Of the growing hair that a visit leaves alive, what it sends to rest (assumed). */
const SENT_TO_REST = 0.8;
// Rates are under one a week: good to some 10⁻⁸ at this step.
const STEP_WEEKS = 0.05;

/**
 * Follows a zone's hair through its visits: first order from stage to stage, from the steady state. Resting and hidden
 * follicles are not met. Shares of the follicles before the course; whole weeks up to `untilWeek`.
 * @throws InputError for visits out of order, or a share that is none
 */
export const hairCourse = (of: {
  readonly cycle: HairCycle;
  readonly visits: readonly CourseVisit[];
  readonly untilWeek: number;
  /** Of the growing hair that a visit leaves alive, what it sends to rest, 0–1. */
  readonly sentToRest?: number | undefined;
}): HairCourse => courseOn(follicleFlow(of.cycle), of);

/** How a cycle's hair goes on by itself: worked out once where many courses share it. */
export interface FollicleFlow {
  readonly steady: readonly number[];
  /** Shares some weeks on. */
  readonly after: (shares: readonly number[], weeks: number) => readonly number[];
}

/** How hair of a cycle stands before anybody treats it. */
export const steadyShares = (cycle: HairCycle): HairShares => standing(steady(ratesOf(cycle)), 0);

export function follicleFlow(cycle: HairCycle): FollicleFlow {
  const rates = ratesOf(cycle);
  // Column by column, what becomes of each stage within a week.
  const week = rates.map((_, stage) =>
    after(
      rates.map((__, other) => (other === stage ? 1 : 0)),
      rates,
      1,
    ),
  );
  const oneWeek = (shares: readonly number[]) =>
    shares.map((_, to) =>
      shares.reduce((sum, share, from) => sum + share * (week[from]?.[to] ?? 0), 0),
    );
  return {
    steady: steady(rates),
    after: (shares, weeks) => {
      let now = shares;
      for (let whole = Math.floor(weeks); whole > 0; whole--) now = oneWeek(now);
      return after(now, rates, weeks - Math.floor(weeks));
    },
  };
}

/** The same course on a flow that was worked out before. */
export function courseOn(
  flow: FollicleFlow,
  of: {
    readonly visits: readonly CourseVisit[];
    readonly untilWeek: number;
    readonly sentToRest?: number | undefined;
  },
): HairCourse {
  let shares = flow.steady;
  let now = 0;
  const visits: HairCourse['visits'][number][] = [];
  const at: HairShares[] = [];
  const goTo = (week: number) => {
    shares = flow.after(shares, week - now);
    now = week;
  };
  const due = checked(of.visits);
  for (let week = 0; week <= of.untilWeek; week++) {
    for (let next = due[0]; next !== undefined && next.week <= week; next = due[0]) {
      due.shift();
      goTo(next.week);
      const before = standing(shares, next.week);
      shares = met(shares, next.kill, of.sentToRest ?? SENT_TO_REST);
      const after = standing(shares, next.week);
      visits.push({ ...before, killed: before.growing * next.kill, after });
    }
    goTo(week);
    at.push(standing(shares, week));
  }
  return { visits, at };
}

function checked(visits: readonly CourseVisit[]): CourseVisit[] {
  visits.forEach(({ week, kill }, index) => {
    assertInRange(`visits.${index}.kill`, kill, 0, 1);
    if (week < (visits[index - 1]?.week ?? 0)) {
      throw new InputError(`visits.${index}.week`, 'must not lie before the visit before it');
    }
  });
  return [...visits];
}

/** What leaves each stage in a week, as a share of it. */
function ratesOf({ growthWeeks, restWeeks }: HairCycle): readonly number[] {
  assertInRange('cycle.growthWeeks', growthWeeks, HIDDEN_WEEKS + 1, 400);
  assertInRange('cycle.restWeeks', restWeeks, 1, 400);
  return Array.from({ length: STAGES }, (_, stage) => {
    if (stage < REST) return REST / restWeeks;
    return stage < REST + HIDDEN ? HIDDEN / HIDDEN_WEEKS : GROWTH / (growthWeeks - HIDDEN_WEEKS);
  });
}

/** Each stage holds what its stay asks for, all of them one. */
function steady(rates: readonly number[]): readonly number[] {
  const stays = rates.map((rate) => 1 / rate);
  const round = stays.reduce((sum, stay) => sum + stay, 0);
  return stays.map((stay) => stay / round);
}

/** Shares some weeks on, by the classical Runge–Kutta method. */
function after(
  shares: readonly number[],
  rates: readonly number[],
  weeks: number,
): readonly number[] {
  const steps = Math.ceil(weeks / STEP_WEEKS);
  const h = weeks / Math.max(1, steps);
  const flow = (y: readonly number[]) =>
    y.map((share, stage) => {
      const before = (stage + STAGES - 1) % STAGES;
      return (y[before] ?? 0) * (rates[before] ?? 0) - share * (rates[stage] ?? 0);
    });
  const moved = (y: readonly number[], by: readonly number[], factor: number) =>
    y.map((share, stage) => share + factor * (by[stage] ?? 0));
  let y = shares;
  for (let step = 0; step < steps; step++) {
    const k1 = flow(y);
    const k2 = flow(moved(y, k1, h / 2));
    const k3 = flow(moved(y, k2, h / 2));
    const k4 = flow(moved(y, k3, h));
    const sum = k1.map(
      (k, stage) => k + 2 * (k2[stage] ?? 0) + 2 * (k3[stage] ?? 0) + (k4[stage] ?? 0),
    );
    y = moved(y, sum, h / 6);
  }
  return y;
}

/** After a visit: what grows is taken, sent to rest, or grows on. */
function met(shares: readonly number[], kill: number, sentToRest: number): readonly number[] {
  const isGrowing = (stage: number) => stage >= REST + HIDDEN;
  const left = (1 - kill) * growingOf(shares);
  return shares.map((share, stage) => {
    if (isGrowing(stage)) return share * (1 - kill) * (1 - sentToRest);
    return stage === 0 ? share + left * sentToRest : share;
  });
}

const growingOf = (shares: readonly number[]) =>
  shares.slice(REST + HIDDEN).reduce((sum, share) => sum + share, 0);

const standing = (shares: readonly number[], week: number): HairShares => ({
  week,
  growing: growingOf(shares),
  alive: shares.reduce((sum, share) => sum + share, 0),
});
