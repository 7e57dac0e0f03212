import {
  BLACK_MIDDLE,
  CARDS,
  PRINTED_AS_MEANT,
  RULE_MM,
  WHITE_RING,
  homographyOf,
  inverted,
  mapped,
  type Card,
  type CardKind,
  type CardPrint,
  type Homography,
  type LinearRgb,
  type Point,
} from '../picture';
import { defined } from '../units';
import { cover, type Scene } from './light';

export const PAPER: LinearRgb = [0.9, 0.9, 0.9];
const PRINT: LinearRgb = [0.035, 0.035, 0.035];

/** How a card lies before the camera. */
export interface CardPose {
  readonly kind: CardKind;
  readonly pxPerMm: number;
  /** Where its middle is, px. */
  readonly middle: Point;
  /** By how much it is turned in its plane, and tipped away about an axis in it, rad. */
  readonly turn: number;
  readonly aslant: number;
  readonly axis: number;
  /** How far the camera is away, px. */
  readonly distancePx: number;
}

/** From mm on the card to px, as a camera above its middle sees it. */
export function cardMap(pose: CardPose): Homography {
  const card = CARDS[pose.kind];
  const corners = [
    { x: 0, y: 0 },
    { x: card.widthMm, y: 0 },
    { x: card.widthMm, y: card.heightMm },
    { x: 0, y: card.heightMm },
  ];
  return homographyOf(corners.map((from) => ({ from, to: seen(from) })));

  function seen({ x, y }: Point): Point {
    const [left, top] = [
      (x - card.widthMm / 2) * pose.pxPerMm,
      (y - card.heightMm / 2) * pose.pxPerMm,
    ];
    const [cos, sin] = [Math.cos(pose.turn), Math.sin(pose.turn)];
    const [u, v] = [left * cos - top * sin, left * sin + top * cos];
    // Along the axis nothing changes; across it, it is foreshortened and goes away.
    const [ax, ay] = [Math.cos(pose.axis), Math.sin(pose.axis)];
    const [along, across] = [u * ax + v * ay, -u * ay + v * ax];
    const depth = 1 + (across * Math.sin(pose.aslant)) / pose.distancePx;
    const [a, b] = [along / depth, (across * Math.cos(pose.aslant)) / depth];
    return { x: pose.middle.x + a * ax - b * ay, y: pose.middle.y + a * ay + b * ax };
  }
}

const WITHIN = [-0.25, 0.25];

/** Lays a card into a scene, as a printer made it. */
export function drawCard(
  scene: Scene,
  kind: CardKind,
  map: Homography,
  print: CardPrint = PRINTED_AS_MEANT,
): void {
  const meant = CARDS[kind];
  const made = [...print.greys, ...print.colours];
  const card: Card = {
    ...meant,
    patches: meant.patches.map((patch, each) => ({
      ...patch,
      reflectance: made[each] ?? patch.reflectance,
    })),
  };
  const printAt = printed(card);
  const [a = 1, b = 0, c = 0, d = 0, e = 1, f = 0, g = 0, h = 0, i = 1] = inverted(map);
  const corners = [
    mapped(map, { x: 0, y: 0 }),
    mapped(map, { x: card.widthMm, y: 0 }),
    mapped(map, { x: card.widthMm, y: card.heightMm }),
    mapped(map, { x: 0, y: card.heightMm }),
  ];
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
  for (
    let y = Math.max(0, Math.floor(Math.min(...ys)));
    y <= Math.min(scene.height - 1, Math.max(...ys));
    y++
  ) {
    for (
      let x = Math.max(0, Math.floor(Math.min(...xs)));
      x <= Math.min(scene.width - 1, Math.max(...xs));
      x++
    ) {
      let [on, red, green, blue] = [0, 0, 0, 0];
      for (const dy of WITHIN) {
        for (const dx of WITHIN) {
          const [u, v] = [x + dx, y + dy];
          const depth = g * u + h * v + i;
          const colour = printAt((a * u + b * v + c) / depth, (d * u + e * v + f) / depth);
          if (colour === null) continue;
          on++;
          red += colour[0];
          green += colour[1];
          blue += colour[2];
        }
      }
      if (on === 0) continue;
      cover(scene, y * scene.width + x, on / WITHIN.length ** 2, [red / on, green / on, blue / on]);
    }
  }
}

/**
 * Tells what is printed at a place of a card, mm; null beside the card. Of each square of 1 mm it is known what may lie there:
 * every pixel asks four times.
 */
function printed(card: Card): (x: number, y: number) => LinearRgb | null {
  const across = Math.floor(card.widthMm) + 1;
  const squares = Array.from({ length: across * (Math.floor(card.heightMm) + 1) }, (_, square) => {
    const [left, top] = [square % across, Math.floor(square / across)];
    const reaches = (from: number, to: number, at: number) => from <= at + 1 && to >= at;
    return {
      marks: card.marks.filter(
        ({ x, y }) =>
          reaches(x - card.markRadiusMm, x + card.markRadiusMm, left) &&
          reaches(y - card.markRadiusMm, y + card.markRadiusMm, top),
      ),
      patches: card.patches.filter(
        ({ x, y, widthMm, heightMm }) =>
          reaches(x, x + widthMm, left) && reaches(y, y + heightMm, top),
      ),
    };
  });
  return (x, y) => {
    if (x < 0 || y < 0 || x > card.widthMm || y > card.heightMm) return null;
    const { marks, patches } = defined(squares[Math.floor(y) * across + Math.floor(x)]);
    for (const mark of marks) {
      const [right, down] = [x - mark.x, y - mark.y];
      if (Math.abs(down) > card.markRadiusMm || Math.abs(right) > card.markRadiusMm) continue;
      const share = Math.sqrt(right * right + down * down) / card.markRadiusMm;
      if (share > 1) continue;
      if (share > WHITE_RING) return PRINT;
      return share < BLACK_MIDDLE && mark !== card.marks[0] ? PRINT : PAPER;
    }
    for (const patch of patches) {
      const [right, down] = [x - patch.x, y - patch.y];
      if (right >= 0 && down >= 0 && right < patch.widthMm && down < patch.heightMm) {
        return patch.reflectance;
      }
    }
    const along = x - card.rule.x;
    if (along > -0.15 && along < RULE_MM + 0.15) {
      const up = card.rule.y - y;
      if (up > -0.15 && up < 0.15) return PRINT;
      const tick = Math.round(along);
      const long = tick % 10 === 0 ? 4 : tick % 5 === 0 ? 3 : 2;
      if (up >= 0 && up < long && Math.abs(along - tick) < 0.15) return PRINT;
    }
    return PAPER;
  };
}
