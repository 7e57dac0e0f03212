import type { MonteCarloInput } from '@tidy-quill/core/optics';
import type { WindowInput as CoreInput } from '@tidy-quill/core/window';
import * as v from 'valibot';
import { AddedCooling, Cooling, Light, Spot } from './plan';
import { line, number, whole } from './text';

/** One question to the model: light, skin, spot, pulse, cooling and a hair. */
export const WindowInput = v.object({
  light: Light,
  skin: v.object({
    melanosomeFraction: number(0, 0.5),
    epidermisUm: number(20, 300),
    dermisMm: number(0.5, 10),
    bloodShare: v.optional(number(0, 1)),
  }),
  spot: Spot,
  surface: v.object({ outsideIndex: number(1, 2), plateReturn: number(0, 0.9) }),
  pulse: v.object({
    durationMs: number(0.001, 2000),
    count: whole(1, 20),
    gapMs: number(0, 1000),
  }),
  cooling: Cooling,
  added: v.optional(AddedCooling),
  hair: v.object({ melanosomeFraction: number(0, 1.5), diameterUm: number(5, 300) }),
  follicle: v.array(
    v.object({ name: line(40), depthMm: number(0.1, 10), beyondShaftUm: number(0, 500) }),
  ),
  rateHz: v.optional(number(0.01, 20)),
  motion: v.optional(
    v.object({
      rateHz: number(0.1, 20),
      passes: whole(1, 30),
      cellCm2: number(1, 5000),
      restS: v.optional(number(0, 600)),
    }),
  ),
}) satisfies v.GenericSchema<unknown, CoreInput>;

/** One Monte Carlo run: layers from the top down, thickness null for one without end. */
export const OpticsInput = v.object({
  layers: v.pipe(
    v.array(
      v.object({
        thicknessCm: v.nullable(number(1e-6, 100)),
        muaPerCm: number(0, 1e5),
        musPerCm: number(0, 1e6),
        g: number(-0.999, 0.999),
        n: number(1, 3),
      }),
    ),
    v.minLength(1, 'must hold one layer at least'),
  ),
  indexAbove: number(1, 3),
  indexBelow: number(1, 3),
  packets: whole(40, 1e9),
  seed: whole(0, 2 ** 32 - 1),
  spot: v.optional(Spot),
  depthsMm: v.optional(v.array(number(0.005, 50))),
}) satisfies v.GenericSchema<unknown, MonteCarloInput>;
