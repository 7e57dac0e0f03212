import { CARDS, GREYS, type Card } from './card';
import { faultOfPrint, type CardPrint, type PrintFault } from './card-print';
import type { LinearRgb } from './colour';
import type { CardFound } from './find-card';
import { mapped, solvedFor } from './map-points';
import { LINEAR, type Pixels, type Point } from './pixels';
import { BRIGHT, curvesOf, patchesSeen, reflectance } from './read-card';

/** What a picture of two cards tells of the print of one of them. */
export interface PrintRead extends CardPrint {
  /** How far the known greys lie from the curves that they were read by: root mean square of their logarithms. */
  readonly misfit: number;
  readonly fault: PrintFault | null;
}

/**
 * Reads what a printer made of the card's patches from a picture of it beside a card that is known. Light that falls off evenly
 * is told by the bare paper of both cards, and taken out.
 *
 * @param of.known the card whose greys are known, and their reflectances, 0–1, from dark to light
 * @param of.mine the card to measure
 */
export function readPrint(
  picture: Pixels,
  of: {
    readonly known: CardFound;
    readonly reflectances: readonly number[];
    readonly mine: CardFound;
  },
): PrintRead {
  const light = lightOver(picture, [of.known, of.mine]);
  const seen = (card: CardFound): readonly LinearRgb[] =>
    (patchesSeen(picture, CARDS[card.kind], card.map) ?? []).map((patch, each) => {
      const lit = light(middleOf(card, each));
      return patch.map((value) => value / lit) as unknown as LinearRgb;
    });
  const greys = of.reflectances.map((grey): LinearRgb => [grey, grey, grey]);
  const curves = curvesOf(seen(of.known), greys);
  const mine = seen(of.mine).map((patch) => rounded(reflectance(curves.channels, patch)));
  const print = { greys: mine.slice(0, GREYS.length), colours: mine.slice(GREYS.length) };
  const { misfit } = curves;
  const isLost = [of.known, of.mine].some((card) => losesLight(picture, card));
  return { ...print, misfit, fault: isLost ? 'lightLost' : faultOfPrint({ ...print, misfit }) };
}

/** Whether a patch is so bright that the picture shows no more of it. */
const losesLight = (picture: Pixels, { kind, map }: CardFound): boolean =>
  (patchesSeen(picture, CARDS[kind], map) ?? []).some((patch) => Math.max(...patch) > BRIGHT);

const rounded = (rgb: LinearRgb): LinearRgb =>
  rgb.map((value) => Math.min(1, Math.round(value * 1e4) / 1e4)) as unknown as LinearRgb;

const middleOf = ({ kind, map }: CardFound, patch: number): Point => {
  const { x = 0, y = 0, widthMm = 0, heightMm = 0 } = CARDS[kind].patches[patch] ?? {};
  return mapped(map, { x: x + widthMm / 2, y: y + heightMm / 2 });
};

/** How light falls off over cards, as a share of that at the top left: a slope of its logarithm, the same over all of them. */
function lightOver(picture: Pixels, cards: readonly CardFound[]): (at: Point) => number {
  const rows: number[][] = [];
  const wanted: number[] = [];
  for (const card of cards) {
    const places = bareOf(CARDS[card.kind]).map((at) => mapped(card.map, at));
    const lights = places.map((at) => Math.log(Math.max(1e-4, lightAt(picture, at))));
    // Each card's paper is its own: what counts is how it differs within one.
    const mean = (of: readonly number[]) => of.reduce((sum, each) => sum + each, 0) / of.length;
    const [x, y, l] = [
      mean(places.map((at) => at.x)),
      mean(places.map((at) => at.y)),
      mean(lights),
    ];
    for (const [each, at] of places.entries()) {
      rows.push([at.x - x, at.y - y]);
      wanted.push((lights[each] ?? l) - l);
    }
  }
  const [right = 0, down = 0] = solvedFor(rows, wanted);
  return ({ x, y }) => Math.exp(right * x + down * y);
}

/** Places of bare paper on a card, mm: above the patches and below them, from side to side. */
function bareOf({ patches, widthMm, marks, markRadiusMm }: Card): readonly Point[] {
  const [{ y = 0, heightMm = 0 } = {}] = patches;
  const above = (y + (marks[0].y + markRadiusMm)) / 2;
  const below = y + heightMm + 2;
  return [0.15, 0.325, 0.5, 0.675, 0.85].flatMap((share) =>
    [above, below].map((at) => ({ x: share * widthMm, y: at })),
  );
}

const SIDE = 2;

/** Green light of a few pixels about a place. */
function lightAt({ width, height, data }: Pixels, { x, y }: Point): number {
  let [sum, many] = [0, 0];
  for (let row = Math.round(y) - SIDE; row <= Math.round(y) + SIDE; row++) {
    for (let column = Math.round(x) - SIDE; column <= Math.round(x) + SIDE; column++) {
      if (row < 0 || column < 0 || row >= height || column >= width) continue;
      sum += LINEAR[data[4 * (row * width + column) + 1] ?? 0] ?? 0;
      many++;
    }
  }
  return many === 0 ? 0 : sum / many;
}
