import { figureOf } from '../figures';
import type { Day } from '../units';
import { hairCourse } from './follicles';
import { hairCycleOf } from './hair-cycle';
import { growingBefore } from './learn-course';
import { sameWindow } from './counts';
import { courseSoFar, type CourseCase } from './zone-course';

/** From one count of a zone's hair to the next. */
export interface CountChange {
  /** The day of the later count. */
  readonly on: Day;
  /** Visits from the earlier count on, its own included, until the later one. */
  readonly visits: number;
  /** The later count as a share of the earlier one. */
  readonly seenShare: number;
  /** The same share by the settings used between, before anything is learnt from counts. */
  readonly expectedShare: number;
}

// A count of none says “few”, not “none at all”; a change from none is no share of anything.
const HALF = 0.5;

/** How a zone's counts went on from each other, beside what the course expected; counts of two windows say nothing. */
export function countChanges(of: CourseCase): readonly CountChange[] {
  const so = courseSoFar(of);
  const last = so?.counts.at(-1);
  if (so === null || last === undefined) return [];
  const expected = hairCourse({
    cycle: hairCycleOf(of.site, of.own),
    visits: so.visits,
    untilWeek: Math.ceil(last.week),
    sentToRest: figureOf(of.own, 'sentToRest'),
  });
  return so.counts.slice(1).flatMap((count, index): CountChange[] => {
    const before = so.counts[index];
    if (before === undefined || !sameWindow(before.window, count.window)) return [];
    const visits = so.visits.filter(({ on }) => on >= before.on && on < count.on).length;
    if (visits === 0 || before.perCm2 <= 0) return [];
    return [
      {
        ...{ on: count.on, visits },
        seenShare: (count.perCm2 + HALF) / (before.perCm2 + HALF),
        expectedShare: growingBefore(expected, count.week) / growingBefore(expected, before.week),
      },
    ];
  });
}
