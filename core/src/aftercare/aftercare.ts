import type { SkinType } from '../optics';
import type { Technique } from '../plan';
import type { Job } from '../suitability';
import { addDays, laterDay, type Day } from '../units';
import { SITES, type Site, type SiteId } from '../sites';

export const ADVICE_PARTS = ['care', 'avoid', 'normal', 'call'] as const;

/** Which heading a line stands under: look after it, avoid, what is normal, when to call. */
export type AdvicePart = (typeof ADVICE_PARTS)[number];

export const HABITS = ['outdoorWork', 'hotWork', 'sport', 'swimming'] as const;

/** What of a client's days the advice goes by. */
export type Habit = (typeof HABITS)[number];

/** When a block is part of the advice; each condition that is there has to hold. */
export interface AdviceWhen {
  readonly jobs?: readonly Job[] | undefined;
  readonly parts?: readonly Site['part'][] | undefined;
  readonly techniques?: readonly Technique[] | undefined;
  /** Only after a reaction that counts as harm (true), or only without one (false). */
  readonly harmed?: boolean | undefined;
  /** Any of these. */
  readonly habits?: readonly Habit[] | undefined;
  /** In the months of strong sun only (true), or only outside them (false). */
  readonly summer?: boolean | undefined;
  /** Only where fluid gathers: lower leg, ankle, foot (true), or only elsewhere (false). */
  readonly dependent?: boolean | undefined;
  /** Light shorter than that, nm. */
  readonly underNm?: number | undefined;
  /** Skin worked as that type or darker. */
  readonly fromType?: SkinType | undefined;
}

/** One building block: a line of advice, when it is given, and the last day on which it holds. */
export interface AdviceBlock {
  readonly id: string;
  readonly part: AdvicePart;
  readonly text: string;
  /** Days after treatment on which it still holds; null where it has no date. */
  readonly days: number | null;
  /** The same after a reaction; absent where that changes nothing. */
  readonly daysIfHarmed?: number | undefined;
  /** Days more in the months of strong sun. */
  readonly daysMoreInSummer?: number | undefined;
  /** Say the first day on which it is allowed again, not the last on which it is not. */
  readonly sayFrom?: boolean | undefined;
  readonly when?: AdviceWhen | undefined;
}

/** The clinic's building blocks: one document, in versions that a supervisor approves. */
export interface AdviceBlocks {
  /** Months of strong sun where the clinic is, 1–12. */
  readonly summerMonths: readonly number[];
  readonly blocks: readonly AdviceBlock[];
}

/** One line of what the client takes home; `until` is the last day on which it holds. */
export interface Advice {
  /** The block that it came from. */
  readonly code: string;
  readonly until: Day | null;
  /** As it was given; absent in records of before blocks could be edited. */
  readonly text?: string | undefined;
  readonly part?: AdvicePart | undefined;
  readonly sayFrom?: boolean | undefined;
}

/** What was done to one zone, as far as the advice goes by it. */
export interface AdviceCase {
  readonly job: Job;
  readonly site: SiteId;
  /** Null where nothing but test spots was fired. */
  readonly technique: Technique | null;
  readonly wavelengthNm: number;
  readonly workingType: SkinType;
  readonly treatedOn: Day;
  readonly harmed: boolean;
  readonly habits: readonly Habit[];
}

/** What to tell a client after treatment of a zone, in the order of the blocks, with each last day worked out. */
export function aftercare(
  { summerMonths, blocks }: AdviceBlocks,
  of: AdviceCase,
): readonly Advice[] {
  const summer = summerMonths.includes(Number(of.treatedOn.slice(5, 7)));
  return blocks
    .filter(({ when }) => when === undefined || holds(when, of, summer))
    .map((block): Advice => {
      const { id: code, text, part, sayFrom } = block;
      const until = lastDay(block, of, summer);
      return { code, until, text, part, ...(sayFrom === true ? { sayFrom } : {}) };
    });
}

/** The first day on which something is allowed again. */
export const allowedFrom = (until: Day): Day => addDays(until, 1);

/** The advice of several zones as one: each line once, held to the latest of its days. */
export function mergedAdvice(lists: readonly (readonly Advice[])[]): readonly Advice[] {
  const merged = new Map<string, Advice>();
  for (const advice of lists.flat()) {
    const before = merged.get(advice.code);
    merged.set(
      advice.code,
      before === undefined ? advice : { ...before, until: later(before, advice) },
    );
  }
  return ADVICE_PARTS.flatMap((part) =>
    [...merged.values()].filter((advice) => (advice.part ?? 'care') === part),
  );
}

function later(one: Advice, other: Advice): Day | null {
  const days = [one.until, other.until].flatMap((until) => until ?? []);
  return days.length === 0 ? null : days.reduce(laterDay);
}

function lastDay(block: AdviceBlock, of: AdviceCase, summer: boolean): Day | null {
  if (block.days === null) return null;
  const days = of.harmed ? (block.daysIfHarmed ?? block.days) : block.days;
  return addDays(of.treatedOn, days + (summer ? (block.daysMoreInSummer ?? 0) : 0));
}

function holds(when: AdviceWhen, of: AdviceCase, summer: boolean): boolean {
  const among = <T>(allowed: readonly T[] | undefined, own: T | null) =>
    allowed === undefined || (own !== null && allowed.includes(own));
  return (
    among(when.jobs, of.job) &&
    among(when.parts, SITES[of.site].part) &&
    among(when.techniques, of.technique) &&
    (when.harmed === undefined || when.harmed === of.harmed) &&
    (when.habits === undefined || when.habits.some((habit) => of.habits.includes(habit))) &&
    (when.summer === undefined || when.summer === summer) &&
    (when.dependent === undefined || when.dependent === SITES[of.site].dependent) &&
    (when.underNm === undefined || of.wavelengthNm < when.underNm) &&
    (when.fromType === undefined || of.workingType >= when.fromType)
  );
}
