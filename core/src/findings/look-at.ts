import { addDays, type Day } from '../units';
import type { ControlPoint } from './u-chart';

/** Something of the record that a run of harm, or of none, may come from. */
export type Circumstance = { readonly on: Day } & (
  | { readonly kind: 'newTechnician'; readonly staffId: string }
  | { readonly kind: 'outputOff'; readonly handpieceId: string }
  | { readonly kind: 'newHandpiece'; readonly handpieceId: string }
  | { readonly kind: 'protocolChanged'; readonly number: number }
);

/** Sessions of a month, and those of them on skin that was found tanned. */
export interface MonthOfTans {
  readonly at: string;
  readonly sessions: number;
  readonly tanned: number;
}

/** What to look at for a month that chance does not explain. */
export interface LookAt {
  readonly at: string;
  readonly signal: NonNullable<ControlPoint['signal']>;
  readonly circumstances: readonly Circumstance[];
  /** Shares of sessions on tanned skin, 0–1, that month and over all; null where the month had no more than usual. */
  readonly tans: { readonly month: number; readonly usual: number } | null;
}

// What began up to two months before may show now.
const BEFORE_DAYS = 62;
// So much more than usual is a season.
const MORE_TANS = 1.5;

/**
 * For each month with a signal, what the record holds of that month and the two before. A list of what to look at, never a
 * cause: several things change at once.
 */
export function lookAt(
  points: readonly ControlPoint[],
  circumstances: readonly Circumstance[],
  months: readonly MonthOfTans[],
): readonly LookAt[] {
  const share = (list: readonly MonthOfTans[]) =>
    list.reduce((sum, { tanned }) => sum + tanned, 0) /
    Math.max(
      1,
      list.reduce((sum, { sessions }) => sum + sessions, 0),
    );
  const usual = share(months);
  return points.flatMap(({ at, signal }): LookAt[] => {
    if (signal === null) return [];
    const from = addDays(`${at}-01`, -BEFORE_DAYS);
    const month = share(months.filter((each) => each.at === at));
    return [
      {
        ...{ at, signal },
        circumstances: circumstances.filter(({ on }) => on >= from && on.slice(0, 7) <= at),
        tans: month > 0 && month >= usual * MORE_TANS ? { month, usual } : null,
      },
    ];
  });
}
