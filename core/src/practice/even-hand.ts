import { handPace, type CellSize, type TimedPulse } from '../coverage';
import type { Spot } from '../units';
import type {
  CoatExercise,
  Exercise,
  MotionExercise,
  PaceExercise,
  StampExercise,
} from './exercise';
import { lieAt } from './hollow';
import { isWithin } from './stamps';

/** The sides of a tip, mm: a round one's diameter both ways. */
export const sidesOf = (tip: Spot): CellSize =>
  'diameterMm' in tip ? { widthMm: tip.diameterMm, heightMm: tip.diameterMm } : tip;

/** What an even hand would do in an exercise, pulse by pulse. */
export function evenHand(exercise: Exercise): readonly TimedPulse[] {
  switch (exercise.kind) {
    case 'motion':
    case 'pace':
      return evenStrokes(exercise);
    case 'stamp':
      return evenStamps(exercise);
    case 'coat':
      return evenCoat(exercise);
  }
}

/** Lanes from edge to edge at one speed, back and forth; each pass begins a little further on, so that none falls on another. */
function evenStrokes(exercise: MotionExercise | PaceExercise): readonly TimedPulse[] {
  const { cell, rateHz } = exercise;
  const tip = sidesOf(exercise.tip);
  const passes = exercise.kind === 'motion' ? exercise.passes : 1;
  const restS = exercise.kind === 'motion' ? exercise.restS : 0;
  const { lanes, pulsesAPass } = handPace({ cell, tip, rateHz });
  const aLane = Math.ceil(pulsesAPass / lanes);
  const pulses: TimedPulse[] = [];
  let index = 0;
  for (let pass = 0; pass < passes; pass += 1)
    for (let lane = 0; lane < lanes; lane += 1) {
      const yMm =
        lanes === 1
          ? cell.heightMm / 2
          : tip.heightMm / 2 + ((cell.heightMm - tip.heightMm) * lane) / (lanes - 1);
      for (let i = 0; i < aLane; i += 1) {
        const u = (i + (pass + 0.5) / passes) / aLane;
        pulses.push({
          atS: index / rateHz + pass * restS,
          xMm: tip.widthMm / 2 + (cell.widthMm - tip.widthMm) * (lane % 2 === 0 ? u : 1 - u),
          yMm,
        });
        index += 1;
      }
    }
  return pulses;
}

/** How close a spot may come to what is left out before it counts as on it. */
const HAIR_MM = 0.5;

/** Rows from edge to edge; round spots in rows that stand in each other's gaps, as wide apart as a hand sets them. */
function evenStamps(exercise: StampExercise): readonly TimedPulse[] {
  const { cell, hollow, tested, rateHz } = exercise;
  const tip = sidesOf(exercise.tip);
  const isRound = 'diameterMm' in exercise.tip;
  const pitch = hollow === null ? 0.93 : 0.9;
  // Round spots at 0.93 of their diameter leave a few per cent untouched and hit as much twice.
  const [pitchX, pitchY] = isRound
    ? [tip.widthMm * pitch, tip.heightMm * pitch * (Math.sqrt(3) / 2)]
    : [tip.widthMm, tip.heightMm];
  const pulses: { readonly xMm: number; readonly yMm: number }[] = [];
  let row = 0;
  for (let yMm = tip.heightMm / 2; yMm < cell.heightMm + tip.heightMm / 4; row += 1) {
    const shift = isRound && row % 2 === 1 ? pitchX / 2 : 0;
    let steepest = 1;
    for (let xMm = tip.widthMm / 2 - shift; xMm < cell.widthMm + tip.widthMm / 4;) {
      const { slopeX, slopeY } = lieAt(hollow, xMm, yMm);
      steepest = Math.max(steepest, Math.hypot(1, slopeY));
      const spared = tested.some(
        (disc) =>
          Math.hypot(disc.xMm - xMm, disc.yMm - yMm) < disc.radiusMm + tip.widthMm / 2 - HAIR_MM,
      );
      if (!spared) pulses.push({ xMm, yMm });
      // On a slope a tip covers less of the map: the next one stands closer.
      xMm += pitchX / Math.hypot(1, slopeX);
    }
    yMm += pitchY / steepest;
  }
  return pulses.map((pulse, index) => ({ ...pulse, atS: index / rateHz }));
}

/** Rows in each other's gaps, as far as they lie within the design. */
function evenCoat({ cell, tip, design, rateHz }: CoatExercise): readonly TimedPulse[] {
  const { widthMm } = sidesOf(tip);
  const pitch = widthMm * 0.88;
  const pulses: { readonly xMm: number; readonly yMm: number }[] = [];
  let row = 0;
  for (let yMm = pitch / 2; yMm < cell.heightMm; yMm += pitch * (Math.sqrt(3) / 2), row += 1)
    for (let xMm = row % 2 === 0 ? 0 : pitch / 2; xMm < cell.widthMm; xMm += pitch)
      if (isWithin(design, { xMm, yMm })) pulses.push({ xMm, yMm });
  return pulses.map((pulse, index) => ({ ...pulse, atS: index / rateHz }));
}
