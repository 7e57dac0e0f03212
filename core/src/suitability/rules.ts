import type { QuestionId } from './questions';

export type Outcome = 'go' | 'care' | 'wait' | 'refer';

/** From the mildest to the strictest. */
export const OUTCOMES: readonly Outcome[] = ['go', 'care', 'wait', 'refer'];

export interface Rule {
  readonly question: QuestionId;
  readonly outcome: Exclude<Outcome, 'go'>;
  /** How long after the last day nothing may be fired; a `wait` without it has no day of its own. */
  readonly wait?: { readonly days: number } | { readonly months: number };
  /** Who made the rule. */
  readonly whose: 'protocol' | 'law' | 'model';
  /** Who may set it aside, with a reason on the record. */
  readonly override: 'supervisor' | 'never';
}

const protocolRule = (
  question: QuestionId,
  outcome: Rule['outcome'],
  more: Partial<Rule> = {},
): Rule => ({ question, outcome, whose: 'protocol', override: 'supervisor', ...more });

const NEVER = { override: 'never' } as const;

/** What a yes leads to before a hair session: ordinary clinic practice. */
export const HAIR_RULES: readonly Rule[] = [
  protocolRule('pregnant', 'refer', NEVER),
  protocolRule('breastFeeding', 'refer'),
  protocolRule('photosensitiser', 'wait', { wait: { days: 14 } }),
  protocolRule('retinoidCream', 'wait', { wait: { days: 7 } }),
  protocolRule('isotretinoin', 'wait', { wait: { months: 6 } }),
  protocolRule('anticoagulant', 'care'),
  protocolRule('gold', 'refer', NEVER),
  protocolRule('sun', 'wait', { wait: { days: 28 } }),
  protocolRule('selfTan', 'wait', { wait: { days: 10 } }),
  protocolRule('hairPulled', 'wait', { wait: { days: 28 } }),
  protocolRule('infection', 'refer', NEVER),
  protocolRule('herpes', 'care'),
  protocolRule('keloid', 'care'),
  protocolRule('epilepsy', 'refer'),
  protocolRule('hormonal', 'care'),
  protocolRule('cancer', 'refer'),
  protocolRule('vitiligo', 'refer'),
  protocolRule('psoriasis', 'care'),
  protocolRule('immune', 'refer'),
  protocolRule('implant', 'care'),
  protocolRule('allergy', 'care'),
  protocolRule('earlierReaction', 'refer'),
];
