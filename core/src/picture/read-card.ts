import { GREYS, type Card } from './card';
import { PRINTED_AS_MEANT, type CardPrint } from './card-print';
import type { LinearRgb } from './colour';
import { mapped, type Homography } from './map-points';
import { LINEAR, type Pixels, type Point } from './pixels';

/** What light of a reflectance comes out as, of one channel: gain × reflectance ^ bend. */
export interface ChannelCurve {
  readonly gain: number;
  readonly bend: number;
}

/** How a picture shows light, by the card's greys. */
export interface CardColours {
  readonly channels: readonly [ChannelCurve, ChannelCurve, ChannelCurve];
  /** How far the greys lie from the curves: root mean square of their logarithms. */
  readonly misfit: number;
  /** Reflectance that the three colours come out as. */
  readonly colours: readonly LinearRgb[];
}

/** Beyond as much the greys are none. */
const MISFIT = 0.16;
const INNER = 0.6;
const STEPS = 12;
/** Nearer to either end a channel shows nothing more. */
const DEEP = 0.0015;
export const BRIGHT = 0.985;

/**
 * Reads a card's patches where a map says that they are; null where they are no greys from dark to light.
 *
 * @param print what the card's patches are known to be
 * @param most how far the greys may lie from the curves, logarithms
 */
export function readPatches(
  picture: Pixels,
  card: Card,
  map: Homography,
  print: CardPrint = PRINTED_AS_MEANT,
  most = MISFIT,
): CardColours | null {
  const seen = patchesSeen(picture, card, map);
  if (seen === null) return null;
  const { channels, misfit } = curvesOf(seen, print.greys);
  if (!(misfit < most)) return null;
  const colours = seen.slice(GREYS.length).map((each) => reflectance(channels, each));
  return { channels, misfit, colours };
}

/** Mean light of each of a card's patches, in its order; null where part of one lies outside the picture. */
export function patchesSeen(
  picture: Pixels,
  card: Card,
  map: Homography,
): readonly LinearRgb[] | null {
  const seen = card.patches.map((patch) =>
    meanOver(picture, (along, down) =>
      mapped(map, {
        x: patch.x + patch.widthMm * (0.5 + INNER * (along - 0.5)),
        y: patch.y + patch.heightMm * (0.5 + INNER * (down - 0.5)),
      }),
    ),
  );
  return seen.every((each) => each !== null) ? seen : null;
}

/** The curves by which greys came out as they are seen; a misfit without end where they are no greys. */
export function curvesOf(
  seen: readonly LinearRgb[],
  greys: readonly LinearRgb[],
): Pick<CardColours, 'channels' | 'misfit'> {
  const of = (channel: 0 | 1 | 2) =>
    curveOf(greys.map((grey, each) => [grey[channel], seen[each]?.[channel] ?? 0]));
  const channels = [of(0), of(1), of(2)] as const;
  return {
    channels,
    misfit: Math.sqrt(channels.reduce((sum, { misfit }) => sum + misfit ** 2, 0) / 3),
  };
}

/** The reflectance that light in a picture stands for. */
export const reflectance = (channels: CardColours['channels'], seen: LinearRgb): LinearRgb =>
  [0, 1, 2].map((channel) => {
    const { gain, bend } = channels[channel] ?? { gain: 1, bend: 1 };
    return (Math.max(0, seen[channel] ?? 0) / gain) ** (1 / bend);
  }) as unknown as LinearRgb;

/** The straight line through the logarithms of what greys are, and of what they came out as. */
function curveOf(
  greys: readonly (readonly [grey: number, light: number])[],
): ChannelCurve & { readonly misfit: number } {
  const points = greys.flatMap(([grey, light]) =>
    light < DEEP || light > BRIGHT ? [] : [{ x: Math.log(grey), y: Math.log(light) }],
  );
  if (points.length < 3) return { gain: 1, bend: 1, misfit: Infinity };
  const mean = (of: 'x' | 'y') => points.reduce((sum, point) => sum + point[of], 0) / points.length;
  const [x, y] = [mean('x'), mean('y')];
  const bend =
    points.reduce((sum, point) => sum + (point.x - x) * (point.y - y), 0) /
    points.reduce((sum, point) => sum + (point.x - x) ** 2, 0);
  const off = points.map((point) => point.y - y - bend * (point.x - x));
  const misfit = Math.sqrt(off.reduce((sum, each) => sum + each ** 2, 0) / points.length);
  return {
    gain: Math.exp(y - bend * x),
    bend,
    misfit: bend > 0.5 && bend < 1.6 ? misfit : Infinity,
  };
}

/** Mean light over a patch; null where part of it lies outside the picture. */
function meanOver(picture: Pixels, at: (along: number, down: number) => Point): LinearRgb | null {
  const sum = [0, 0, 0];
  for (let along = 0; along < STEPS; along++) {
    for (let down = 0; down < STEPS; down++) {
      const { x, y } = at((along + 0.5) / STEPS, (down + 0.5) / STEPS);
      const [column, row] = [Math.round(x), Math.round(y)];
      if (column < 0 || row < 0 || column >= picture.width || row >= picture.height) return null;
      const from = 4 * (row * picture.width + column);
      for (let channel = 0; channel < 3; channel++) {
        sum[channel] = (sum[channel] ?? 0) + (LINEAR[picture.data[from + channel] ?? 0] ?? 0);
      }
    }
  }
  return sum.map((each) => each / STEPS ** 2) as unknown as LinearRgb;
}
