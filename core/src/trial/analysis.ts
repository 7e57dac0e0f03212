import {
  FOLLOW_UP_MONTHS,
  OUTCOMES,
  type Arm,
  type FollowUpMonth,
  type TrialDesign,
  type TrialOutcome,
} from './design';
import { pairedAnalysis, type PairedAnalysis } from './paired';

/** What was seen of one side of a client, over all visits of the trial. */
export interface SideValues {
  /** Hair counted blinded at each follow-up, as a share of the count before the first treatment, %; null where one is missing. */
  readonly hairLeft: Readonly<Record<FollowUpMonth, number | null>>;
  /** The highest pain of a session, 0–10, on average. */
  readonly pain: number | null;
  /** Minutes of treatment a session, on average. */
  readonly minutes: number | null;
  /** Sessions with harm. */
  readonly harm: number | null;
}

/** A client whose sides were drawn. */
export interface TrialParticipant {
  readonly id: string;
  readonly values: Readonly<Record<Arm, SideValues>>;
  /** Whether a side was ever treated otherwise than drawn. */
  readonly deviated: boolean;
  /** Why nothing more is to come of this client; null while it is. */
  readonly leftBecause: string | null;
}

/** Both sides of one client. */
export interface Pair {
  readonly id: string;
  readonly a: number;
  readonly b: number;
}

export interface OutcomeAnalysis {
  readonly outcome: TrialOutcome;
  /** Of counts: the follow-up. */
  readonly month: FollowUpMonth | null;
  /** Whether it is the one that was named before the first draw. */
  readonly decides: boolean;
  /** As they were drawn, whatever was done then: intention to treat. */
  readonly pairs: readonly Pair[];
  readonly missing: readonly { readonly id: string; readonly because: string | null }[];
  /** Of all pairs; null of none. */
  readonly analysis: PairedAnalysis | null;
  /** Of those without a deviation, where there are any with one. */
  readonly withoutDeviations: PairedAnalysis | null;
}

/** What a trial shows, the outcome that decides first. */
export function analyseTrial(
  design: Pick<TrialDesign, 'outcome' | 'decidedAt'>,
  participants: readonly TrialParticipant[],
): readonly OutcomeAnalysis[] {
  interface Asked {
    readonly outcome: TrialOutcome;
    readonly month: FollowUpMonth | null;
  }
  const asked = OUTCOMES.flatMap((outcome): readonly Asked[] =>
    outcome === 'hairLeft'
      ? FOLLOW_UP_MONTHS.map((month) => ({ outcome, month }))
      : [{ outcome, month: null }],
  );
  return asked
    .map(({ outcome, month }): OutcomeAnalysis => {
      const valueOf = (participant: TrialParticipant, arm: Arm) => {
        const side = participant.values[arm];
        return outcome === 'hairLeft' ? side.hairLeft[month ?? design.decidedAt] : side[outcome];
      };
      const all = participants.map((each) => {
        const [a, b] = [valueOf(each, 'a'), valueOf(each, 'b')];
        return { ...each, pair: a === null || b === null ? null : { id: each.id, a, b } };
      });
      const pairs = all.flatMap(({ pair }) => pair ?? []);
      const faithful = all.flatMap(({ pair, deviated }) => (deviated ? [] : (pair ?? [])));
      return {
        ...{ outcome, month, pairs },
        decides: outcome === design.outcome && (month === null || month === design.decidedAt),
        missing: all.flatMap(({ id, pair, leftBecause }) =>
          pair === null ? [{ id, because: leftBecause }] : [],
        ),
        analysis: pairedAnalysis(pairs.map(({ a, b }) => a - b)),
        withoutDeviations:
          faithful.length === pairs.length
            ? null
            : pairedAnalysis(faithful.map(({ a, b }) => a - b)),
      };
    })
    .sort((one, other) => Number(other.decides) - Number(one.decides));
}
