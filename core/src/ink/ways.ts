import type { InkColour } from '../look';
import type { SkinType } from '../optics';
import { centralWavelengthNm, isForInk, type Handpiece } from '../plan';
import { defined, type Spot } from '../units';
import { BEST_FROM_ABSORPTION, LEAST_ABSORPTION } from './absorption';
import { mayDarken } from './darkening';
import { inkProtocolOf, isInfrared, wantedColours, workingSkinOf, type InkCase } from './case';
import { inkRowFor } from './protocol';
import { inkLight, INK_DEPTH_MM, type InkLight } from './selectivity';

export const INK_REFUSALS = [
  'longPulse',
  'lowAbsorption',
  'mayDarken',
  'inflamed',
  'allergic',
  'overMole',
  'darkSkin',
  'noProtocolRow',
  'outOfService',
] as const;

/** Why a light is not used on an ink. */
export type InkRefusal = (typeof INK_REFUSALS)[number];

/** What one handpiece would do to one colour. */
export interface InkWay {
  readonly colour: InkColour;
  readonly handpieceId: string;
  readonly wavelengthNm: number;
  /** Null where the light is none for ink at all. */
  readonly light: InkLight | null;
  /** The spot that it was reckoned for: the largest that the protocol knows. */
  readonly spot: Spot | null;
  readonly refusals: readonly InkRefusal[];
  /** best: the most selective that may be used; works; weak: the ink absorbs under 30 %; no: refused. */
  readonly verdict: 'best' | 'works' | 'weak' | 'no';
}

// On pale skin these go to 694–755 nm before 1064, where that is in service.
const RED_LIGHT_FIRST: readonly InkColour[] = ['darkBlue', 'purple'];
const isRedLight = (nm: number) => nm >= 680 && nm <= 800;

/**
 * The best of some ways for one colour: the most selective; of dark blue and purple on types I–III one of 680–800 nm
 * first. Null where there is none that the ink absorbs well enough, unless `weakToo`.
 */
export function bestWay(
  ways: readonly InkWay[],
  workingType: SkinType,
  weakToo = false,
): InkWay | null {
  const usable = ways.filter(
    ({ refusals, verdict }) => refusals.length === 0 && (weakToo || verdict !== 'weak'),
  );
  const red = usable.filter(
    ({ colour, wavelengthNm, verdict }) =>
      workingType <= 3 &&
      RED_LIGHT_FIRST.includes(colour) &&
      isRedLight(wavelengthNm) &&
      verdict !== 'weak',
  );
  return (red.length > 0 ? red : usable).reduce<InkWay | null>(
    (top, each) =>
      top === null || defined(each.light).selectivity > defined(top.light).selectivity ? each : top,
    null,
  );
}

/** What every handpiece would do to every colour that is wanted: colour by colour, the best first. */
export function inkWays(of: InkCase): readonly InkWay[] {
  return wantedColours(of.subject).flatMap(({ colour }) => {
    const ways = of.handpieces.map((handpiece) => wayOf(of, colour, handpiece));
    const best = bestWay(ways, workingSkinOf(of).type);
    return ways
      .map((way) => (way === best ? { ...way, verdict: 'best' as const } : way))
      .sort(
        (one, other) =>
          one.refusals.length - other.refusals.length ||
          (other.light?.selectivity ?? 0) - (one.light?.selectivity ?? 0),
      );
  });
}

/** The largest spot of a handpiece that the protocol has a range for, with a pulse of its own. */
export function largestSpot(of: InkCase, handpiece: Handpiece): Spot | null {
  const { rows } = inkProtocolOf(of);
  const wavelengthNm = centralWavelengthNm(handpiece.light);
  const pulseMs = defined(handpiece.pulsesMs[0]);
  return handpiece.spots
    .filter((spot) => inkRowFor(rows, { pulseMs, wavelengthNm, spot }) !== null)
    .reduce<Spot | null>(
      (best, spot) => (best === null || size(spot) > size(best) ? spot : best),
      null,
    );
}

const size = (spot: Spot) => ('diameterMm' in spot ? spot.diameterMm : spot.widthMm);

function wayOf(of: InkCase, colour: InkColour, handpiece: Handpiece): InkWay {
  const wavelengthNm = centralWavelengthNm(handpiece.light);
  const base = { colour, handpieceId: handpiece.id, wavelengthNm };
  if (!isForInk(handpiece)) {
    return { ...base, light: null, spot: null, refusals: ['longPulse'], verdict: 'no' };
  }
  const { subject } = of;
  const { ink } = subject;
  const working = workingSkinOf(of);
  const spot = largestSpot(of, handpiece);
  const light = inkLight({
    colour,
    wavelengthNm,
    spot: spot ?? defined(handpiece.spots[0]),
    melanosomeFraction: working.melanosomeFraction,
    depthMm: INK_DEPTH_MM[ink.origin].at,
    absorptionTable: inkProtocolOf(of).absorption,
  });
  const own = (ink.parts ?? []).filter((part) => part.colour === colour && !part.leave);
  const list: readonly (readonly [InkRefusal, boolean])[] = [
    ['outOfService', !handpiece.inService],
    ['inflamed', ink.state === 'inflamed'],
    ['allergic', ink.state === 'allergic'],
    ['overMole', own.length > 0 && own.every(({ overMole }) => overMole)],
    ['lowAbsorption', light.absorption < LEAST_ABSORPTION],
    ['mayDarken', mayDarken(ink, colour) && !of.agreed],
    ['darkSkin', working.type >= 4 && !isInfrared(handpiece) && !of.agreed],
    ['noProtocolRow', spot === null],
  ];
  const refusals = list.flatMap(([why, holds]) => (holds ? [why] : []));
  const verdict =
    refusals.length > 0 ? 'no' : light.absorption < BEST_FROM_ABSORPTION ? 'weak' : 'works';
  return { ...base, light, spot, refusals, verdict };
}
