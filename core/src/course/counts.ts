import { figureOf, type ClinicalFigures } from '../figures';
import type { HairFinding, HairWindow } from '../plan';
import type { Day } from '../units';
import type { HairCount } from './learn-course';

/** Hair as it was counted on a day, and where. */
export interface DayCount extends Omit<HairCount, 'week'> {
  readonly on: Day;
  /** Null where nobody has said. */
  readonly window: HairWindow | null;
}

/** What was counted, a day each, oldest first: the last word of a day counts. */
export function countsOf(
  found: readonly { readonly on: Day; readonly hair: HairFinding }[],
): readonly DayCount[] {
  const byDay = new Map(
    found.flatMap(({ on, hair: { hairsPerCm2: perCm2, counted: window } }) =>
      perCm2 === undefined
        ? []
        : [[on, { on, perCm2, how: window?.how ?? 'eye', window: window ?? null }] as const],
    ),
  );
  return [...byDay.values()].sort((one, other) => (one.on < other.on ? -1 : 1));
}

/** Whether two counts were made in the same window; one of which nobody has said where is taken for the same. */
export const sameWindow = (one: HairWindow | null, other: HairWindow | null): boolean =>
  one === null || other === null || (one.place === other.place && one.sizeCm2 === other.sizeCm2);

/** Whether hair is to be counted at this visit: the first, and every so many after it by the clinic's rhythm. */
export const isCountDue = (visitNumber: number, own: ClinicalFigures): boolean =>
  (visitNumber - 1) % Math.round(figureOf(own, 'countEvery')) === 0;
