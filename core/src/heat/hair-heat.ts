import type { Courses } from './courses';
import type { HeatChain } from './diffusion-step';
import { geometricSteps } from './grid';
import { march } from './march';
import { DERMIS, SHAFT } from './materials';
import { defined, Cache } from '../units';
import type { Timeline } from './timeline';

/** The rise around one hair, in rings from its axis outwards, for 1 J/cm³ put evenly into its shaft. */
export interface HairHeat {
  /** Centre of each ring, cm from the axis. */
  readonly centres: Float64Array;
  /** Time t is the end of step t; time 0 the start of the pulse. */
  readonly response: Courses;
}

const SHAFT_RINGS = 8;
const GROWTH = 1.2;
const FIXED_AT_CM = 0.5;

/**
 * Heat put into a shaft of `diameterUm`, J/cm³, for each J/cm² on the skin, where the fluence ratio is
 * `ratio`. Light falls off across the shaft: mean source μ(1−e^−x)/x · φ with x = μD.
 */
export function shaftSource(muaPerCm: number, diameterUm: number, ratio: number): number {
  const x = muaPerCm * diameterUm * 1e-4;
  return (x < 1e-9 ? muaPerCm : (muaPerCm * (1 - Math.exp(-x))) / x) * ratio;
}

/**
 * Heats a shaft evenly through the light of a timeline. Tissue outside is dermis, unheated, fixed at 5 mm.
 * The answer is linear in the source, so one solve serves every depth, colour and fluence.
 */
export function solveHair(diameterUm: number, timeline: Timeline, refine = 1): HairHeat {
  const key = `${diameterUm} ${timeline.steps[0]} ${timeline.trainS} ${timeline.litS} ${refine}`;
  return hairs.recall(key, () => heated(diameterUm, timeline, refine));
}

// One hair in one pulse serves every spot, depth and colour.
const hairs = new Cache<HairHeat>(200);

function heated(diameterUm: number, timeline: Timeline, refine: number): HairHeat {
  const { chain, centres, shaft, surroundings } = around.recall(`${diameterUm} ${refine}`, () =>
    ringsAround(diameterUm, refine),
  );
  const { response } = march({
    chain,
    stepsS: timeline.steps,
    stretches: [{ steps: timeline.steps.length, loss: chain.loss, surroundings }],
    heating: shaft.map((area) => area / timeline.litS),
    lit: timeline.lit,
  });
  return { centres, response };
}

interface Rings {
  readonly chain: HeatChain;
  readonly centres: Float64Array;
  /** Area of each ring that lies in the shaft, cm²; 0 outside. */
  readonly shaft: Float64Array;
  readonly surroundings: Float64Array;
}

const around = new Cache<Rings>(100);

function ringsAround(diameterUm: number, refine: number): Rings {
  const radius = (diameterUm / 2) * 1e-4;
  const shaftRings = SHAFT_RINGS * refine;
  const ring = radius / shaftRings;
  const widths = [
    ...Array<number>(shaftRings).fill(ring),
    ...geometricSteps(FIXED_AT_CM - radius, ring, GROWTH ** (1 / refine)),
  ];
  const { chain, centres, areas } = rings(widths, shaftRings);
  return {
    ...{ chain, centres },
    shaft: areas.map((area, i) => (i < shaftRings ? area : 0)),
    surroundings: new Float64Array(areas.length),
  };
}

/** Rings of 1 cm length: capacities, conductances between them, and a fixed rim. */
function rings(
  widths: readonly number[],
  shaftRings: number,
): { chain: HeatChain; centres: Float64Array; areas: Float64Array } {
  const size = widths.length;
  const inner = new Float64Array(size);
  for (let i = 1; i < size; i++) inner[i] = defined(inner[i - 1]) + defined(widths[i - 1]);
  const outer = inner.map((r, i) => r + defined(widths[i]));
  const areas = inner.map((r, i) => Math.PI * (defined(outer[i]) ** 2 - r ** 2));
  const material = (i: number) => (i < shaftRings ? SHAFT : DERMIS);
  // Between two rings: half a ring of each material, over the circle where they meet.
  const conductance = (i: number) => {
    const resistance =
      defined(widths[i]) / 2 / material(i).conductivity +
      defined(widths[i + 1]) / 2 / material(i + 1).conductivity;
    return (2 * Math.PI * defined(outer[i])) / resistance;
  };
  const loss = new Float64Array(size);
  loss[size - 1] =
    (2 * Math.PI * defined(outer[size - 1]) * DERMIS.conductivity) /
    (defined(widths[size - 1]) / 2);
  return {
    chain: {
      capacity: areas.map((area, i) => area * material(i).heatCapacity),
      between: Float64Array.from({ length: size - 1 }, (_, i) => conductance(i)),
      loss,
    },
    centres: inner.map((r, i) => r + defined(widths[i]) / 2),
    areas,
  };
}
