import type { CellSize, TimedPulse } from '../coverage';
import { defined, spotAreaCm2, type Spot } from '../units';
import type { Disc, Point } from './exercise';
import { lieAt, type Hollow, type Lie } from './hollow';

/** How often each square millimetre of a cell was hit, row by row from its left upper corner. */
export interface HitField {
  readonly cell: CellSize;
  readonly hits: Uint8Array;
  /** What is to be hit once. */
  readonly target: readonly boolean[];
  /** Area of skin on each, mm². */
  readonly skinMm2: Float64Array;
}

/** Shares of what is to be hit, and of what was fired. */
export interface HitFigures {
  readonly pulses: number;
  /** Of the target's skin: never hit, and hit more than once. */
  readonly missed: number;
  readonly twice: number;
  /** Of all that was fired: beside the target. */
  readonly outside: number;
  /** Pulses that touched what was to be left out. */
  readonly onTested: number;
}

/** What of a cell is to be hit: within a design where there is one, and not on what was tested. */
export function targetOf(
  cell: CellSize,
  { design, tested }: { readonly design?: readonly Point[]; readonly tested: readonly Disc[] },
): readonly boolean[] {
  return Array.from({ length: cell.widthMm * cell.heightMm }, (_, i) => {
    const at = centreOf(cell, i);
    return (design === undefined || isWithin(design, at)) && !tested.some((disc) => isOn(disc, at));
  });
}

const centreOf = ({ widthMm }: CellSize, index: number): Point => ({
  xMm: (index % widthMm) + 0.5,
  yMm: Math.floor(index / widthMm) + 0.5,
});

const isOn = ({ xMm, yMm, radiusMm }: Disc, at: Point): boolean =>
  (at.xMm - xMm) ** 2 + (at.yMm - yMm) ** 2 < radiusMm ** 2;

/** Whether a place lies within a closed line, by how often a ray to the right crosses it. */
export function isWithin(line: readonly Point[], { xMm, yMm }: Point): boolean {
  let inside = false;
  line.forEach((from, i) => {
    const to = defined(line[(i + 1) % line.length]);
    if (from.yMm > yMm === to.yMm > yMm) return;
    const crossing = from.xMm + ((yMm - from.yMm) / (to.yMm - from.yMm)) * (to.xMm - from.xMm);
    if (xMm < crossing) inside = !inside;
  });
  return inside;
}

/**
 * Whether a place lies under a tip that is held flat against the skin: distances are those along the plane that touches the
 * skin under its middle, so that on a slope a tip covers less of the map.
 */
export function isUnder(tip: Spot, middle: Point, { slopeX, slopeY }: Lie, at: Point): boolean {
  const [dx, dy] = [at.xMm - middle.xMm, at.yMm - middle.yMm];
  if ('diameterMm' in tip) {
    return dx * dx + dy * dy + (slopeX * dx + slopeY * dy) ** 2 < (tip.diameterMm / 2) ** 2;
  }
  const across = dx * Math.sqrt(1 + slopeX * slopeX);
  const down = dy * Math.sqrt(1 + slopeY * slopeY);
  // Its left and upper edge are its own: two tips edge to edge hit no place twice.
  return (
    across >= -tip.widthMm / 2 &&
    across < tip.widthMm / 2 &&
    down >= -tip.heightMm / 2 &&
    down < tip.heightMm / 2
  );
}

/** Where stamps fell. @throws InputError never: a stamp beside the cell hits nothing of it. */
export function hitField(of: {
  readonly cell: CellSize;
  readonly tip: Spot;
  readonly hollow: Hollow | null;
  readonly target: readonly boolean[];
  readonly pulses: readonly Pick<TimedPulse, 'xMm' | 'yMm'>[];
}): HitField {
  const { cell, tip, hollow, target } = of;
  const { widthMm, heightMm } = cell;
  const hits = new Uint8Array(widthMm * heightMm);
  const skinMm2 = Float64Array.from(hits, (_, i) => {
    const { xMm, yMm } = centreOf(cell, i);
    return lieAt(hollow, xMm, yMm).stretch;
  });
  const reach =
    'diameterMm' in tip ? tip.diameterMm / 2 : Math.hypot(tip.widthMm, tip.heightMm) / 2;
  for (const middle of of.pulses) {
    const lie = lieAt(hollow, middle.xMm, middle.yMm);
    const span = (mm: number, most: number) =>
      [Math.max(0, Math.floor(mm - reach)), Math.min(most, Math.ceil(mm + reach))] as const;
    const [top, bottom] = span(middle.yMm, heightMm);
    const [left, right] = span(middle.xMm, widthMm);
    for (let y = top; y < bottom; y += 1)
      for (let x = left; x < right; x += 1) {
        if (!isUnder(tip, middle, lie, { xMm: x + 0.5, yMm: y + 0.5 })) continue;
        const i = y * widthMm + x;
        hits[i] = Math.min(255, defined(hits[i]) + 1);
      }
  }
  return { cell, hits, target, skinMm2 };
}

/** What a field of hits comes to. */
export function hitFigures(
  { hits, target, skinMm2 }: HitField,
  of: {
    readonly tip: Spot;
    readonly tested: readonly Disc[];
    readonly hollow: Hollow | null;
    readonly pulses: readonly Pick<TimedPulse, 'xMm' | 'yMm'>[];
  },
): HitFigures {
  let [all, missed, twice, met] = [0, 0, 0, 0];
  hits.forEach((count, i) => {
    if (target[i] !== true) return;
    const skin = defined(skinMm2[i]);
    all += skin;
    if (count === 0) missed += skin;
    if (count > 1) twice += skin;
    met += count * skin;
  });
  const fired = of.pulses.length * spotAreaCm2(of.tip) * 100;
  return {
    pulses: of.pulses.length,
    missed: all === 0 ? 0 : missed / all,
    twice: all === 0 ? 0 : twice / all,
    // Pixels of a round tip are never quite its area: what is less than nothing is nothing.
    outside: fired === 0 ? 0 : Math.max(0, 1 - met / fired),
    onTested: of.pulses.filter((pulse) => of.tested.some((disc) => touches(of, pulse, disc)))
      .length,
  };
}

const touches = (
  { tip, hollow }: { readonly tip: Spot; readonly hollow: Hollow | null },
  pulse: Point,
  { xMm, yMm, radiusMm }: Disc,
): boolean => {
  const away = Math.hypot(pulse.xMm - xMm, pulse.yMm - yMm);
  if (away === 0) return true;
  // The nearest place of the disc, less half a millimetre: spots edge to edge do not touch.
  const share = Math.min(1, Math.max(0, radiusMm - 0.5) / away);
  const nearest = { xMm: xMm + (pulse.xMm - xMm) * share, yMm: yMm + (pulse.yMm - yMm) * share };
  return away < radiusMm - 0.5 || isUnder(tip, pulse, lieAt(hollow, pulse.xMm, pulse.yMm), nearest);
};
