import { COLOURS, GREYS } from './card';
import type { LinearRgb } from './colour';

/** What a printer makes of the card's patches: reflectances of red, green and blue, 0–1, in the card's order. */
export interface CardPrint {
  readonly greys: readonly LinearRgb[];
  readonly colours: readonly LinearRgb[];
}

/** A card as it is meant: what holds where nobody has measured a print. */
export const PRINTED_AS_MEANT: CardPrint = {
  greys: GREYS.map((grey): LinearRgb => [grey, grey, grey]),
  colours: COLOURS,
};

/** A print with the day from which cards of it are in use. */
export interface PrintInUse extends CardPrint {
  /** ISO 8601 day. */
  readonly since: string;
}

/**
 * The print that a picture's card is of: the newest in use on its day.
 *
 * @param prints in the order in which they were kept
 * @param day ISO 8601
 */
export function printOn(prints: readonly PrintInUse[], day: string): CardPrint {
  const inUse = prints.filter(({ since }) => since <= day);
  return (
    inUse.toSorted((one, other) => one.since.localeCompare(other.since)).at(-1) ?? PRINTED_AS_MEANT
  );
}

/** Why a print is not taken as one. */
export const PRINT_FAULTS = ['notRising', 'tooFlat', 'tinted', 'unlikeKnown', 'lightLost'] as const;

export type PrintFault = (typeof PRINT_FAULTS)[number];

/** The least that the lightest grey outdoes the darkest by, and the most that two channels of a grey may differ by (assumed). */
const [LEAST_RANGE, MOST_TINT] = [4, 0.35];
/** Known greys that fit less well than this were lit unevenly, or are not what was said, logarithms. */
const MOST_MISFIT = 0.08;

/** Why greys make no print: those that are known fit their curves where any were measured; each has to be lighter than the one before, in every channel, and grey. */
export function faultOfPrint({
  greys,
  misfit,
}: CardPrint & { readonly misfit: number | null }): Exclude<PrintFault, 'lightLost'> | null {
  if (misfit !== null && !(misfit < MOST_MISFIT)) return 'unlikeKnown';
  const rises = greys.every((grey, each) => {
    const before = greys[each - 1];
    return before === undefined || grey.every((value, channel) => value > (before[channel] ?? 0));
  });
  if (!rises) return 'notRising';
  const [first, last] = [greys[0], greys.at(-1)];
  if (first === undefined || last === undefined) return 'tooFlat';
  if (last.some((value, channel) => value < LEAST_RANGE * (first[channel] ?? 0))) return 'tooFlat';
  return greys.some((grey) => Math.max(...grey) > (1 + MOST_TINT) * Math.min(...grey))
    ? 'tinted'
    : null;
}
