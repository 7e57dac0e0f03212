import { InputError } from '../units';
import { deltaE00, labOf, type Lab, type LinearRgb } from './colour';
import { cornersOf, type CardFound } from './find-card';
import { distanceTo, within } from './outline';
import { median } from './median';
import { LINEAR, type Pixels, type Point } from './pixels';
import { reflectance, type CardColours } from './read-card';

/** The way ink is measured; raised when a picture may give another figure than before. */
export const INK_METHOD = 1;

/** Why a contrast is not given. */
export type InkNotMeasurable = 'tooSmall' | 'noRim' | 'tooBright' | 'tooDark';

/** How a part of a tattoo stands out from the skin about it. */
export interface InkContrast {
  readonly part: Lab;
  readonly rim: Lab;
  /** How bright the rim is in the picture, linear light 0–1: what a later picture without a card is brought to. */
  readonly rimLight: number;
  /** CIEDE2000. */
  readonly contrast: number;
  /** Standard error of the contrast: from the spread over part and rim, and from the balance. */
  readonly doubt: number;
  readonly notMeasurable: null;
}

export interface InkWithout {
  readonly notMeasurable: InkNotMeasurable;
}

/** The rim of skin that a part is held against begins and ends so far outside it. */
export const RIM_MM = { from: 3, to: 8 } as const;
/** The edge of a part, as it is traced, is left out by so much; of other parts and of a card so much more is. */
const [EDGE_MM, BESIDE_MM] = [0.5, 1.5];
/** How many places a mm are looked at, along a side. */
const PLACES_PER_MM = 3;
const [LEAST_PART_MM2, LEAST_RIM_MM2] = [4, 40];
/** What lies so far apart is taken to differ by chance of its own. */
const APART_MM = 2;
/** What the balance itself may be off by, ΔE, with a card; twice that without. */
const BALANCE_DOUBT = 0.8;
const MOST_LOST = 0.02;
const BRIGHT = 0.985;
/** Darker than this the steps of a picture are coarser than what is asked. */
const DARKEST_RIM = 0.004;

/**
 * The contrast of a traced part with its rim, in the light that a card shows, or as if its rim were grey, the skin's brightness as it was in the first picture.
 *
 * @param of.part corners in turn, px
 * @param of.others other parts, whose ink is no skin
 * @param of.card null where there is none
 */
export function inkContrast(
  picture: Pixels,
  of: {
    readonly part: readonly Point[];
    readonly others: readonly (readonly Point[])[];
    readonly pxPerMm: number;
    readonly card: CardFound | null;
    /** Of a picture without a card: how bright its rim was in the first one. */
    readonly rimLight?: number | undefined;
  },
): InkContrast | InkWithout {
  const { pxPerMm, card } = of;
  if (of.part.length < 3) throw new InputError('part', 'must have three corners at least');
  const step = Math.max(1, Math.round(pxPerMm / PLACES_PER_MM));
  const reach = (RIM_MM.to + 1) * pxPerMm;
  const xs = of.part.map(({ x }) => x);
  const ys = of.part.map(({ y }) => y);
  const cardCorners = card === null ? null : cornersOf(card);
  const part: Place[] = [];
  const rim: Place[] = [];
  let lost = 0;
  for (
    let y = Math.max(0, Math.min(...ys) - reach);
    y < Math.min(picture.height - step, Math.max(...ys) + reach);
    y += step
  ) {
    for (
      let x = Math.max(0, Math.min(...xs) - reach);
      x < Math.min(picture.width - step, Math.max(...xs) + reach);
      x += step
    ) {
      const at = { x: Math.floor(x) + (step - 1) / 2, y: Math.floor(y) + (step - 1) / 2 };
      const away = distanceTo(of.part, at) / pxPerMm;
      const into = within(of.part, at);
      const isPart = into && away > EDGE_MM;
      const isRim = !into && away >= RIM_MM.from && away <= RIM_MM.to;
      if (!isPart && !isRim) continue;
      const covered = (outline: readonly Point[]) =>
        within(outline, at) || distanceTo(outline, at) < BESIDE_MM * pxPerMm;
      if (isRim && (of.others.some(covered) || (cardCorners !== null && covered(cardCorners))))
        continue;
      const seen = meanLight(picture, Math.floor(x), Math.floor(y), step);
      if (Math.max(...seen) > BRIGHT) lost++;
      (isPart ? part : rim).push({ at, seen });
    }
  }
  const mm2 = (step / pxPerMm) ** 2;
  if (part.length * mm2 < LEAST_PART_MM2) return { notMeasurable: 'tooSmall' };
  if (rim.length * mm2 < LEAST_RIM_MM2) return { notMeasurable: 'noRim' };
  if (lost > MOST_LOST * (part.length + rim.length)) return { notMeasurable: 'tooBright' };
  const rimSeen = medianLight(rim);
  const rimLight = Math.max(1e-4, 0.2126 * rimSeen[0] + 0.7152 * rimSeen[1] + 0.0722 * rimSeen[2]);
  const channels = card?.colours.channels ?? greyWorld(rimSeen, of.rimLight ?? rimLight);
  const middle = middleOf(part);
  const slope = slopeOf(rim);
  const colours = (places: readonly Place[]) =>
    places.map(({ at, seen }) => {
      const light = Math.exp(slope.x * (middle.x - at.x) + slope.y * (middle.y - at.y));
      return reflectance(channels, seen.map((each) => each * light) as unknown as LinearRgb);
    });
  const [partColour, rimColour] = [summed(colours(part)), summed(colours(rim))];
  if (Math.max(...rimSeen) < DARKEST_RIM) return { notMeasurable: 'tooDark' };
  const independent = APART_MM ** 2 / mm2;
  const balance = BALANCE_DOUBT * (card === null ? 2 : 1);
  const spread = (colour: typeof partColour, places: number) =>
    colour.deviation / Math.sqrt(Math.max(1, places / independent));
  return {
    ...{ part: partColour.lab, rim: rimColour.lab, rimLight, notMeasurable: null },
    contrast: deltaE00(partColour.lab, rimColour.lab),
    doubt: Math.hypot(spread(partColour, part.length), spread(rimColour, rim.length), balance),
  };
}

/**
 * Which share of the ink's contrast is gone, 1 − now/first, and its standard error. Below 0 where it stands out more.
 * @throws InputError where the first stood out by nothing that could fade
 */
export function fadedShare(
  first: Pick<InkContrast, 'contrast' | 'doubt'>,
  now: Pick<InkContrast, 'contrast' | 'doubt'>,
): { readonly share: number; readonly doubt: number } {
  if (!(first.contrast > 2)) throw new InputError('first', 'must stand out from the skin');
  const left = now.contrast / first.contrast;
  return {
    share: 1 - left,
    doubt: Math.hypot(now.doubt, left * first.doubt) / first.contrast,
  };
}

interface Place {
  readonly at: Point;
  readonly seen: LinearRgb;
}

function meanLight({ width, data }: Pixels, left: number, top: number, step: number): LinearRgb {
  let [red, green, blue] = [0, 0, 0];
  for (let y = top; y < top + step; y++) {
    for (let x = left; x < left + step; x++) {
      const from = 4 * (y * width + x);
      red += LINEAR[data[from] ?? 0] ?? 0;
      green += LINEAR[data[from + 1] ?? 0] ?? 0;
      blue += LINEAR[data[from + 2] ?? 0] ?? 0;
    }
  }
  const many = step * step;
  return [red / many, green / many, blue / many];
}

/** The curve of each channel that makes the skin of the rim grey (grey world: Buchsbaum 1980), as bright as it is said to be. */
function greyWorld(rim: LinearRgb, light: number): CardColours['channels'] {
  const curve = (channel: number) => ({
    gain: Math.max(1e-4, rim[channel] ?? 0) / light,
    bend: 1,
  });
  return [curve(0), curve(1), curve(2)];
}

/** How the light on the rim grows to the right and down, in logarithms a px: by least squares over its brightness. */
function slopeOf(places: readonly Place[]): Point {
  const middle = middleOf(places);
  const lights = places.map(({ seen }) => Math.log(Math.max(1e-5, seen[0] + seen[1] + seen[2])));
  const mean = lights.reduce((sum, each) => sum + each, 0) / lights.length;
  let [xx, xy, yy, xl, yl] = [0, 0, 0, 0, 0];
  for (const [each, { at }] of places.entries()) {
    const [x, y, light] = [at.x - middle.x, at.y - middle.y, (lights[each] ?? 0) - mean];
    xx += x * x;
    xy += x * y;
    yy += y * y;
    xl += x * light;
    yl += y * light;
  }
  const whole = xx * yy - xy * xy;
  if (whole < 1e-9) return { x: 0, y: 0 };
  return { x: (xl * yy - yl * xy) / whole, y: (yl * xx - xl * xy) / whole };
}

const middleOf = (places: readonly Place[]): Point => ({
  x: places.reduce((sum, { at }) => sum + at.x, 0) / places.length,
  y: places.reduce((sum, { at }) => sum + at.y, 0) / places.length,
});

const medianLight = (places: readonly Place[]): LinearRgb =>
  [0, 1, 2].map((channel) =>
    median(places.map(({ seen }) => seen[channel] ?? 0)),
  ) as unknown as LinearRgb;

/** The middle colour, which a hair or a mole does not move, and how far the others lie from it (ΔE). */
function summed(colours: readonly LinearRgb[]): { readonly lab: Lab; readonly deviation: number } {
  const labs = colours.map(labOf);
  const lab = {
    L: median(labs.map(({ L }) => L)),
    a: median(labs.map(({ a }) => a)),
    b: median(labs.map(({ b }) => b)),
  };
  return { lab, deviation: median(labs.map((each) => deltaE00(each, lab))) / 0.6745 };
}
