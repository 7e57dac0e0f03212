import { assertInRange, defined, InputError } from '../units';
import type { TipAt } from './strokes';

/** A place of the hand at a time. */
export interface PathPoint extends TipAt {
  /** From the first point of the exercise on, s. */
  readonly atS: number;
}

/** The pulses that a console fires along a hand's way. */
export type TimedPulse = PathPoint;

/**
 * Where and when a console fires while the hand is down: at its rate from the moment that each stroke begins, between two
 * points of it on the straight line.
 *
 * @param strokes each the points from a press to its release, in order of time
 * @throws InputError for points that go back in time
 */
export function pulsesAlong(
  strokes: readonly (readonly PathPoint[])[],
  rateHz: number,
): readonly TimedPulse[] {
  assertInRange('rateHz', rateHz, 0.1, 20);
  return strokes.flatMap((stroke) => pulsesOf(stroke, rateHz));
}

function pulsesOf(stroke: readonly PathPoint[], rateHz: number): readonly TimedPulse[] {
  const pulses: TimedPulse[] = [];
  const [first] = stroke;
  if (first === undefined) return pulses;
  let next = 0;
  for (let i = 1; i < stroke.length; i += 1) {
    const from = defined(stroke[i - 1]);
    const to = defined(stroke[i]);
    if (to.atS < from.atS) throw new InputError('strokes', 'must not go back in time');
    for (; first.atS + next / rateHz < to.atS; next += 1) {
      const atS = first.atS + next / rateHz;
      const share = (atS - from.atS) / (to.atS - from.atS);
      pulses.push({
        atS,
        xMm: from.xMm + share * (to.xMm - from.xMm),
        yMm: from.yMm + share * (to.yMm - from.yMm),
      });
    }
  }
  // A hand that only touches fires at once.
  return pulses.length === 0 ? [first] : pulses;
}

/** Pulses one after another at a console's rate, without a pause. */
export const atRate = (pulses: readonly TipAt[], rateHz: number): readonly TimedPulse[] =>
  pulses.map((pulse, index) => ({ ...pulse, atS: index / rateHz }));

/** How a hand glides that covers a cell once a pass, edge to edge. */
export interface HandPace {
  readonly lanes: number;
  readonly pulsesAPass: number;
  readonly passS: number;
  /** Along a lane, mm/s. */
  readonly speedMmS: number;
}

/** The even hand's pace over a cell: as many lanes as tips lie side by side, and along each one tip's length a pulse. */
export function handPace(of: {
  readonly cell: { readonly widthMm: number; readonly heightMm: number };
  readonly tip: { readonly widthMm: number; readonly heightMm: number };
  readonly rateHz: number;
}): HandPace {
  const { cell, tip, rateHz } = of;
  assertInRange('rateHz', rateHz, 0.1, 20);
  const lanes = Math.max(1, Math.ceil(cell.heightMm / tip.heightMm - 1e-9));
  const pulsesAPass = Math.max(
    1,
    Math.ceil((cell.widthMm * cell.heightMm) / (tip.widthMm * tip.heightMm) - 1e-9),
  );
  const passS = pulsesAPass / rateHz;
  return { lanes, pulsesAPass, passS, speedMmS: (cell.widthMm * lanes) / passS };
}
