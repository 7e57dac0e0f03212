import type { CardPrint, LinearRgb, Pixels } from '../picture';
import { cardMap, drawCard } from './card';
import { sceneOf, take, type Taking } from './light';

const PX_PER_MM = 9;

/** What both cards lie on. */
const TABLE: LinearRgb = [0.42, 0.27, 0.19];

/** A photograph of two pocket cards side by side: the left one as meant, the right one as a printer made it. */
export function twoCards(print: CardPrint, taking: Taking, next: () => number): Pixels {
  const scene = sceneOf(1760, 640, TABLE);
  const pose = { kind: 'pocket' as const, pxPerMm: PX_PER_MM, aslant: 0.12, axis: 0.4 };
  const at = (x: number, turn: number) =>
    cardMap({ ...pose, turn, middle: { x, y: 320 }, distancePx: 300 * PX_PER_MM });
  drawCard(scene, 'pocket', at(450, 0.05));
  drawCard(scene, 'pocket', at(1310, -0.06), print);
  return take(scene, taking, next);
}
