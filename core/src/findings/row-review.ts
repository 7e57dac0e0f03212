import { roundFloat } from '../units';
import { isEnough } from './summary';
import { proportion, type Proportion } from './proportion';

/** Below as many sessions a row is left as it is. */
export const FEWEST_SESSIONS = 20;

// “Most” and “too often” are held against the interval’s own low end: chance alone proposes nothing.
const MOST = 0.5;

/** What was really used of one row of the protocol, and what came of it. */
export interface RowUse {
  readonly sessions: number;
  /** Null where they are enough, and too many to count. */
  readonly clients: number | null;
  /** Sessions in which somebody looked for an endpoint at the fluence that was begun with. */
  readonly startRead: number;
  readonly startNone: number;
  /** Sessions with a strong endpoint at any fluence. */
  readonly strong: number;
  readonly adverse: number;
  /** Medians, J/cm²; null without a session. */
  readonly startJcm2: number | null;
  readonly endJcm2: number | null;
}

/** A change to a row that its own record speaks for; nobody makes it but a supervisor, in a draft that another approves. */
export interface RowProposal {
  readonly change: 'raiseLow' | 'lowerHigh';
  readonly fromJcm2: number;
  readonly toJcm2: number;
  /** What speaks for it. */
  readonly because: Proportion;
}

/**
 * What a row’s record speaks for: a lower high end where harm is, beyond chance, more frequent than the clinic takes; a higher
 * low end where most sessions began without an endpoint and none ended too strong or with harm. Null where it speaks for
 * neither, or rests on too little.
 *
 * @param of.harmShare the share of sessions with harm that the clinic takes, 0–1
 * @param of.stepJcm2 the step of the handpieces that the row is for
 */
export function rowProposal(of: {
  readonly use: RowUse;
  readonly fluenceJcm2: { readonly low: number; readonly high: number };
  readonly stepJcm2: number;
  readonly harmShare: number;
}): RowProposal | null {
  const { use, fluenceJcm2, stepJcm2 } = of;
  if (use.sessions < FEWEST_SESSIONS || !isEnough(use.clients)) return null;
  const harm = proportion(use.adverse, use.sessions);
  if (harm !== null && harm.low > of.harmShare) {
    const to = roundFloat(Math.max(fluenceJcm2.low, fluenceJcm2.high - stepJcm2));
    return to < fluenceJcm2.high
      ? { change: 'lowerHigh', fromJcm2: fluenceJcm2.high, toJcm2: to, because: harm }
      : null;
  }
  const none = proportion(use.startNone, use.startRead);
  if (none === null || use.startRead < FEWEST_SESSIONS) return null;
  if (use.strong + use.adverse > 0 || none.low <= MOST) return null;
  const to = roundFloat(Math.min(fluenceJcm2.high, fluenceJcm2.low + stepJcm2));
  return to > fluenceJcm2.low
    ? { change: 'raiseLow', fromJcm2: fluenceJcm2.low, toJcm2: to, because: none }
    : null;
}

/** A row with a proposal taken over. */
export const withProposal = <
  Row extends { readonly fluenceJcm2: { readonly low: number; readonly high: number } },
>(
  row: Row,
  { change, toJcm2 }: RowProposal,
): Row => ({
  ...row,
  fluenceJcm2: { ...row.fluenceJcm2, [change === 'raiseLow' ? 'low' : 'high']: toJcm2 },
});

/**
 * The median of values that each stand for so many: the middle one, or halfway between the two in the middle.
 * @param weighted values with how many there are of each; null of none
 */
export function medianOf(weighted: readonly (readonly [number, number])[]): number | null {
  const sorted = weighted.filter(([, many]) => many > 0).toSorted(([a], [b]) => a - b);
  const whole = sorted.reduce((sum, [, many]) => sum + many, 0);
  const nth = (rank: number): number | null => {
    let before = 0;
    for (const [value, many] of sorted) {
      before += many;
      if (rank < before) return value;
    }
    return null;
  };
  const [low, high] = [nth(Math.floor((whole - 1) / 2)), nth(Math.floor(whole / 2))];
  return low === null || high === null ? null : (low + high) / 2;
}
