import { strokeHeat, type StrokeHeat } from '../coverage';
import { HAIR_MELANIN, SAPPHIRE } from '../optics';
import { SITES } from '../sites';
import { defined } from '../units';
import { ceilingJcm2, follicleOf, solveWindow, type WindowInput } from '../window';
import type { Exercise } from './exercise';

/** The skin and hair of every exercise: type II, untanned, coarse black hair, under a plate at 5 °C. */
export const exerciseInput = (exercise: Exercise): WindowInput => ({
  light: { wavelengthNm: 810 },
  skin: { melanosomeFraction: 0.016, epidermisUm: 80, dermisMm: 4 },
  spot: exercise.tip,
  surface: SAPPHIRE,
  pulse: { durationMs: exercise.pulseMs, count: 1, gapMs: 0 },
  cooling: { kind: 'contact', plateC: 5, preSeconds: 0.5 },
  hair: { melanosomeFraction: HAIR_MELANIN.black, diameterUm: 80 },
  follicle: follicleOf(SITES[exercise.site].bulbDepthMm),
});

/** How heat builds up in an exercise in motion, and the hottest that its epidermis may get, °C. */
export interface ExerciseHeat {
  readonly heat: StrokeHeat;
  readonly limitC: number;
}

/**
 * The heat of an exercise. The epidermis may get as hot as one pulse makes it at the highest fluence that the clinic's usual
 * margin allows.
 *
 * @param margin share of the model's ceiling that may be used, 0–1
 */
export function exerciseHeat(exercise: Exercise, margin: number): ExerciseHeat {
  const input = exerciseInput(exercise);
  const heat = strokeHeat(input, exercise.cell);
  const ceiling = ceilingJcm2(solveWindow(input), 'fugitt');
  const rise = heat.epidermis.risePerJcm2.reduce((most, each) => Math.max(most, each), 0);
  return { heat, limitC: defined(heat.epidermis.backgroundC[0]) + margin * ceiling * rise };
}
