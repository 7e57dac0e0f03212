import type {
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
  alike: 'Both sides at the same fluence, pulse and spot, as far as limits allow',
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

const pText = (p: number): string => (p < 0.001 ? 'p < 0.001' : `p = ${figure(p, 3)}`);

const METHOD_WORDS = {
  exact: 'exact',
  normal: 'normal approximation, ties averaged',
} as const;

/** What an outcome shows, line by line: differences A − B. */
export function analysisLines(
  { analysis, withoutDeviations, missing }: OutcomeAnalysis,
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
  return [
    `${countText(n, 'client')} with both sides. ${arms.a.name} less ${arms.b.name}: median ${figure(median, 2)}.`,
    shift === null
      ? 'Too few for an interval of 95 %.'
      : `Hodges–Lehmann estimate ${figure(shift.estimate, 2)}, 95 % interval ${figure(shift.low, 2)} to ${figure(shift.high, 2)}.`,
    wilcoxon === null
      ? 'Too few that differ for ranks.'
      : `Signed ranks (Wilcoxon): sum of positives ${figure(wilcoxon.statistic, 1)}, ${pText(wilcoxon.p)} (${METHOD_WORDS[wilcoxon.method]}).`,
    `Sign test: ${sign.positive} more, ${sign.negative} less, ${pText(sign.p)}.`,
    ...(t === null
      ? []
      : [
          `Paired t: mean ${figure(t.mean, 2)}, 95 % interval ${figure(t.low, 2)} to ${figure(t.high, 2)}, ${pText(t.p)}.`,
        ]),
    ...(withoutDeviations === null
      ? []
      : [
          `Without ${countText(n - withoutDeviations.n, 'client')} with a deviation: median ${figure(withoutDeviations.median, 2)}.`,
        ]),
    ...left,
  ];
}
