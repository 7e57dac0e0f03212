import type { TextPart } from '../client-texts';
import type { ConsentStanding } from '../consent';
import {
  assess,
  isStop,
  type Assessment,
  type History,
  type SuitabilityCase,
  type SuitabilityRules,
} from '../suitability';
import type { Day } from '../units';
import type { VisitRecord } from './visit-record';

/** One thing that keeps a coming visit from being ready. */
export type NotReady =
  | { readonly code: 'notAsked' }
  | { readonly code: 'toConfirm' }
  | {
      readonly code: 'stopped';
      readonly outcome: 'wait' | 'refer';
      /** The rules that stop it. */
      readonly rules: readonly string[];
      /** First day on which the visit could be; null where no day helps. */
      readonly clearOn: Day | null;
    }
  | {
      readonly code: 'consent';
      readonly state: Exclude<ConsentStanding['state'], 'valid'>;
      /** Whether a guardian has to sign too. */
      readonly guardian: boolean;
    }
  | {
      readonly code: 'language';
      /** Which the client reads, BCP 47. */
      readonly language: string;
      /** What the clinic does not have in it and the visit still needs. */
      readonly parts: readonly TextPart[];
    };

/**
 * What still stands between a client and a visit, days before: answers are judged for the day of the visit, so that a
 * wait which is over by then stops nothing.
 */
export function notReadyFor(of: {
  readonly record: VisitRecord;
  /** Answers from home that nobody confirmed yet. */
  readonly ahead: History | null;
  readonly consent: ConsentStanding;
  readonly case: SuitabilityCase;
  readonly rules: SuitabilityRules;
  /** What the clinic does not have in the client's language; null where it has all of it. */
  readonly gap: { readonly language: string; readonly parts: readonly TextPart[] } | null;
}): readonly NotReady[] {
  const { record, ahead, consent } = of;
  const said = ahead ?? record.history;
  const list: NotReady[] = [];
  if (said === null) list.push({ code: 'notAsked' });
  else if (ahead !== null) list.push({ code: 'toConfirm' });
  if (said !== null && record.override === null) {
    const stop = stopIn(assess(said, of.case, of.rules));
    if (stop !== null) list.push(stop);
  }
  if (consent.state !== 'valid') {
    const guardian = of.case.age < of.rules.ages.alone;
    list.push({ code: 'consent', state: consent.state, guardian });
  }
  const done: readonly TextPart[] = [
    ...(said === null ? [] : (['questions'] as const)),
    ...(consent.state === 'valid' ? (['consents'] as const) : []),
  ];
  const parts = of.gap?.parts.filter((part) => !done.includes(part)) ?? [];
  if (of.gap !== null && parts.length > 0) {
    list.push({ code: 'language', language: of.gap.language, parts });
  }
  return list;
}

function stopIn({ outcome, clearOn, findings }: Assessment): NotReady | null {
  if (outcome !== 'wait' && outcome !== 'refer') return null;
  const rules = findings
    .filter((finding) => isStop(finding.outcome))
    .map(({ rule, medicine }) => medicine ?? rule.id);
  return { code: 'stopped', outcome, rules, clearOn: outcome === 'wait' ? clearOn : null };
}
