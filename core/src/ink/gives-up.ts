import type { InkColour } from '../look';
import type { InkCase } from './case';
import { inkWays, type InkWay } from './ways';

/** Pulses under a nanosecond, in ms, are picoseconds. */
const NANOSECOND_MS = 1e-6;

/** What one colour has with picoseconds, and what it would be left with. */
export interface GivenUp {
  readonly colour: InkColour;
  readonly has: InkWay;
  /** The best that nanoseconds would do; null where nothing may be used at all. */
  readonly left: InkWay | null;
}

/**
 * The colours whose best light here comes from a picosecond handpiece, each with the best that a clinic without one would
 * have. Empty where there is none, or where nothing rests on it.
 */
export function givenUpWithoutPicoseconds(of: InkCase): readonly GivenUp[] {
  const isPicosecond = (id: string) =>
    of.handpieces.some((each) => each.id === id && each.pulsesMs.every((ms) => ms < NANOSECOND_MS));
  const without = inkWays({
    ...of,
    handpieces: of.handpieces.filter(({ id }) => !isPicosecond(id)),
  });
  return inkWays(of)
    .filter(({ verdict, handpieceId }) => verdict === 'best' && isPicosecond(handpieceId))
    .map((has) => ({
      colour: has.colour,
      has,
      left:
        without.find(({ colour, refusals }) => colour === has.colour && refusals.length === 0) ??
        null,
    }));
}
