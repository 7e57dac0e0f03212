import type { InkColour } from '../look';
import { wholeSessions } from '../plan';
import { inkProtocolOf, wantedColours, workingSkinOf, type InkCase } from './case';
import { bestWay, inkWays, type InkWay } from './ways';
import { defined } from '../units';

export type OrderReason = 'darkFirst' | 'darkPartOfRed' | 'bestSelectivity' | 'sameLight';

/** One wavelength of a course: which colours it is meant for, in which visit from now. */
export interface InkStep {
  readonly handpieceId: string;
  readonly wavelengthNm: number;
  readonly colours: readonly InkColour[];
  /** Colours that it goes over as well, for the dark ink mixed into them. */
  readonly darkPartOf: readonly InkColour[];
  readonly because: readonly OrderReason[];
  /** 0 for today, then the visits that follow. */
  readonly visit: number;
}

/** The order of wavelengths, and the colours that no light here may treat. */
export interface InkOrder {
  readonly steps: readonly InkStep[];
  readonly untreated: readonly InkColour[];
}

const DARK: readonly InkColour[] = ['black', 'grey'];
// A first visit over mostly solid dark ink does that alone.
const MOSTLY = 0.5;

/**
 * Dense dark ink first, at 1064 nm, and with it the dark part of a mixed red; then each colour by the light that tells it
 * best from the skin, the larger share first. No more wavelengths in a visit than the protocol allows; a first visit over
 * mostly solid dark ink treats that alone.
 */
export function inkOrder(of: InkCase): InkOrder {
  const colours = wantedColours(of.subject);
  const ways = inkWays(of);
  const usable = ways.filter(({ refusals }) => refusals.length === 0);
  const dark = colours.filter(({ colour }) => DARK.includes(colour));
  const infrared = usable.filter(({ wavelengthNm }) => wavelengthNm >= 1000);
  const { type } = workingSkinOf(of);
  const best = (of: readonly InkWay[]) => bestWay(of, type) ?? bestWay(of, type, true);
  const first = best(infrared.filter(({ colour }) => DARK.includes(colour)));
  const steps: Omit<InkStep, 'visit'>[] = [];
  const put = (way: InkWay, because: OrderReason) => {
    const at = steps.findIndex(({ handpieceId }) => handpieceId === way.handpieceId);
    if (at < 0) {
      const { handpieceId, wavelengthNm, colour } = way;
      steps.push({
        handpieceId,
        wavelengthNm,
        colours: [colour],
        darkPartOf: [],
        because: [because],
      });
      return;
    }
    const step = defined(steps[at]);
    steps[at] = {
      ...step,
      colours: [...new Set([...step.colours, way.colour])],
      because: [...new Set([...step.because, because])],
    };
  };
  if (first !== null) {
    for (const { colour } of dark) {
      const allowed = usable.some(
        (way) => way.handpieceId === first.handpieceId && way.colour === colour,
      );
      if (allowed) put({ ...first, colour }, 'darkFirst');
    }
    // Mixed reds often carry a dark part: the light for the dark goes over them first.
    const red = colours.some(({ colour }) => colour === 'red');
    if (red && steps[0] !== undefined) {
      const because = [...steps[0].because, 'darkPartOfRed'] as const;
      steps[0] = { ...steps[0], darkPartOf: ['red'], because };
    }
  }
  const rest = [...colours].sort((one, other) => other.share - one.share);
  const untreated: InkColour[] = [];
  for (const { colour } of rest) {
    const way = best(usable.filter((each) => each.colour === colour));
    if (way === null) untreated.push(colour);
    else if (steps[0]?.colours.includes(colour) !== true) put(way, 'bestSelectivity');
  }
  return { steps: inVisits(of, steps), untreated };
}

function inVisits(of: InkCase, steps: readonly Omit<InkStep, 'visit'>[]): readonly InkStep[] {
  const { ink, history } = of.subject;
  const dark = ink.colours
    .filter(({ colour }) => DARK.includes(colour))
    .reduce((sum, { share }) => sum + share, 0);
  const alone = wholeSessions(history).length === 0 && ink.density === 'solid' && dark >= MOSTLY;
  const each = inkProtocolOf(of).wavelengthsAVisit;
  return steps.map((step, index) => {
    const visit = alone
      ? index === 0
        ? 0
        : 1 + Math.floor((index - 1) / each)
      : Math.floor(index / each);
    return { ...step, visit };
  });
}
