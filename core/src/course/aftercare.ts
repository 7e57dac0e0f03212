import { addDays, laterDay, type Day } from '../units';
import { SITES, type SiteId } from './sites';

export const ADVICE_CODES = [
  'coolToday',
  'noHeatOrSport',
  'noMakeUp',
  'noDeodorant',
  'noShaving',
  'noSelfTan',
  'sunCover',
  'noWaxing',
  'leaveBlisterClosed',
  'normalRedness',
  'normalShedding',
  'callIfWorse',
  'emergency',
] as const;

export type AdviceCode = (typeof ADVICE_CODES)[number];

/** One line of what the client takes home; `until` is the last day on which it holds. */
export interface Advice {
  readonly code: AdviceCode;
  readonly until: Day | null;
}

interface Rule {
  readonly code: AdviceCode;
  /** Days after treatment on which the line still holds; null where it has no date. */
  readonly days: number | null;
  readonly daysIfAdverse?: number;
  readonly parts?: readonly string[];
  readonly onlyIfAdverse?: boolean;
}

const RULES: readonly Rule[] = [
  { code: 'coolToday', days: 0, daysIfAdverse: 2 },
  { code: 'noHeatOrSport', days: 2, daysIfAdverse: 7 },
  { code: 'noMakeUp', days: 1, daysIfAdverse: 7, parts: ['face'] },
  { code: 'noDeodorant', days: 1, daysIfAdverse: 7, parts: ['underarm'] },
  { code: 'noShaving', days: 3, daysIfAdverse: 14 },
  { code: 'noSelfTan', days: 7, daysIfAdverse: 28 },
  { code: 'sunCover', days: 28, daysIfAdverse: 84 },
  { code: 'noWaxing', days: null },
  { code: 'leaveBlisterClosed', days: 14, onlyIfAdverse: true },
  { code: 'normalRedness', days: 2 },
  { code: 'normalShedding', days: 21 },
  { code: 'callIfWorse', days: null },
  { code: 'emergency', days: null },
];

/** What to tell a client after a hair session, with the last day of each line worked out. */
export function hairAftercare(input: {
  readonly site: SiteId;
  readonly treatedOn: Day;
  readonly adverse: boolean;
}): readonly Advice[] {
  const part = SITES[input.site].part;
  return RULES.filter(
    (rule) =>
      (rule.parts === undefined || rule.parts.includes(part)) &&
      (!rule.onlyIfAdverse || input.adverse),
  ).map((rule) => {
    const days = input.adverse ? (rule.daysIfAdverse ?? rule.days) : rule.days;
    return { code: rule.code, until: days === null ? null : addDays(input.treatedOn, days) };
  });
}

/** The advice of several zones as one: each line once, held to the latest of its days. */
export function mergedAdvice(lists: readonly (readonly Advice[])[]): readonly Advice[] {
  const all = lists.flat();
  return ADVICE_CODES.flatMap((code): readonly Advice[] => {
    const own = all.filter((advice) => advice.code === code);
    if (own.length === 0) return [];
    const days = own.flatMap(({ until }) => until ?? []);
    return [{ code, until: days.length === 0 ? null : days.reduce(laterDay) }];
  });
}
