import type {
  AlikePart,
  FollowUpMonth,
  OutcomeAnalysis,
  SettingsRule,
  TrialDesign,
  TrialOutcome,
} from '@tidy-quill/core/trial';
import type { TrialState } from '../trials';
import { countText, figure } from './format';

export const TRIAL_STATE_WORDS: Readonly<Record<TrialState, string>> = {
  draft: 'draft',
  running: 'running',
  closed: 'closed',
};

export const OUTCOME_WORDS: Readonly<Record<TrialOutcome, string>> = {
  hairLeft: 'hair left, % of before',
  pain: 'highest pain of a session, 0–10',
  minutes: 'treatment time, min',
  harm: 'sessions with harm',
};

export const SETTINGS_RULE_WORDS: Readonly<Record<SettingsRule, string>> = {
  asPlanned: 'Each side at the setting that is planned for its own way',
  alike: 'Both sides at the same fluence, pulse and spot: anything else is a deviation',
};

export const ALIKE_PART_WORDS: Readonly<Record<AlikePart, string>> = {
  fluence: 'fluence',
  pulse: 'pulse duration',
  spot: 'spot',
};

export const FOLLOW_UP_WORDS: Readonly<Record<0 | FollowUpMonth, string>> = {
  0: 'before the first session',
  1: 'after 1 month',
  6: 'after 6 months',
  12: 'after 12 months',
};

/** An outcome with the follow-up that it is of. */
export const outcomeText = (outcome: TrialOutcome, month: FollowUpMonth | null): string =>
  outcome === 'hairLeft' && month !== null
    ? `${OUTCOME_WORDS[outcome]}, ${FOLLOW_UP_WORDS[month]}`
    : OUTCOME_WORDS[outcome];

/** What a difference of an outcome is in. */
export const DIFFERENCE_UNIT: Readonly<Record<TrialOutcome, string>> = {
  hairLeft: 'percentage points',
  pain: 'points',
  minutes: 'min',
  harm: 'sessions',
};

/** A difference with its sign as it is printed. */
const signed = (value: number) => figure(value, 2).replace('-', '−');

const pText = (p: number): string => (p < 0.001 ? 'p < 0.001' : `p = ${figure(p, 3)}`);

const METHOD_WORDS = {
  exact: 'exact',
  normal: 'normal approximation, ties averaged',
} as const;

/** What an outcome shows, line by line: differences A − B. */
export function analysisLines(
  { outcome, analysis, withoutDeviations, missing }: OutcomeAnalysis,
  { arms }: Pick<TrialDesign, 'arms'>,
): readonly string[] {
  const gaps = new Map<string, number>();
  for (const { because } of missing) {
    const reason = because ?? 'not recorded yet';
    gaps.set(reason, (gaps.get(reason) ?? 0) + 1);
  }
  const left =
    missing.length === 0
      ? []
      : [`Missing: ${[...gaps].map(([reason, count]) => `${count} (${reason})`).join(', ')}.`];
  if (analysis === null) return ['No client with both sides yet.', ...left];
  const { n, median, shift, wilcoxon, sign, t } = analysis;
  const unit = DIFFERENCE_UNIT[outcome];
  return [
    `${countText(n, 'client')} with both sides. Median of ${arms.a.name} minus ${arms.b.name}: ${signed(median)} ${unit}.`,
    shift === null
      ? 'Too few for an interval of 95 %.'
      : `Hodges–Lehmann estimate ${signed(shift.estimate)} ${unit}, 95 % interval ${signed(shift.low)} to ${signed(shift.high)}.`,
    wilcoxon === null
      ? 'Too few that differ for ranks.'
      : `Signed ranks (Wilcoxon): sum of positives ${figure(wilcoxon.statistic, 1)}, ${pText(wilcoxon.p)} (${METHOD_WORDS[wilcoxon.method]}).`,
    `Sign test: ${sign.positive} more, ${sign.negative} less, ${pText(sign.p)}.`,
    ...(t === null
      ? []
      : [
          `Paired t: mean ${signed(t.mean)} ${unit}, 95 % interval ${signed(t.low)} to ${signed(t.high)}, ${pText(t.p)}.`,
        ]),
    ...(withoutDeviations === null
      ? []
      : [
          `Without ${countText(n - withoutDeviations.n, 'client')} with a deviation: median ${signed(withoutDeviations.median)} ${unit}.`,
        ]),
    ...left,
  ];
}
