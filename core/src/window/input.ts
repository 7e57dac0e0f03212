import { timelineOf, type AddedCooling, type Cooling, type Motion, type Pulse } from '../heat';
import type { Skin, Surface } from '../optics';
import { assertInRange, type Spot } from '../units';
import type { Light } from './lines';

/** One hair: its pigment as a share of a black one's, and its diameter. */
export interface Hair {
  readonly melanosomeFraction: number;
  readonly diameterUm: number;
}

/** A place on the follicle whose damage is looked at: so far under the skin, so far outside the shaft. */
export interface FollicleSite {
  readonly name: string;
  readonly depthMm: number;
  readonly beyondShaftUm: number;
}

/** All that the window of a setting is worked out from. */
export interface WindowInput {
  readonly light: Light;
  readonly skin: Skin;
  readonly spot: Spot;
  readonly surface: Surface;
  readonly pulse: Pulse;
  readonly cooling: Cooling;
  /** What is cooled on top of that. */
  readonly added?: AddedCooling | undefined;
  readonly hair: Hair;
  readonly follicle: readonly FollicleSite[];
  /** Pulses a second, where it is known: a shot has to fit its period. */
  readonly rateHz?: number | undefined;
  /** Gliding over a cell, pass after pass; without it, one pulse stamped once. */
  readonly motion?: Omit<Motion, 'spotCm2'> | undefined;
}

export const DEFAULT_EPIDERMIS_UM = 80;
export const DEFAULT_DERMIS_MM = 4;

/** Bulge and bulb of a hair whose bulb lies at `bulbDepthMm`. */
export function follicleOf(bulbDepthMm: number): readonly FollicleSite[] {
  return [
    // Where the whole follicle is shallow the bulge is no deeper than two thirds of it.
    { name: 'bulge', depthMm: Math.min(1.2, (bulbDepthMm * 2) / 3), beyondShaftUm: 50 },
    { name: 'bulb', depthMm: bulbDepthMm, beyondShaftUm: 20 },
  ];
}

/** @throws InputError naming the first field that makes no sense. */
export function checkWindowInput(input: WindowInput): void {
  assertInRange('skin.melanosomeFraction', input.skin.melanosomeFraction, 0, 0.5);
  assertInRange('skin.epidermisUm', input.skin.epidermisUm, 20, 300);
  assertInRange('skin.dermisMm', input.skin.dermisMm, 0.5, 10);
  assertInRange('skin.bloodShare', input.skin.bloodShare ?? 1, 0, 1);
  assertInRange('surface.outsideIndex', input.surface.outsideIndex, 1, 2);
  assertInRange('surface.plateReturn', input.surface.plateReturn, 0, 0.9);
  assertInRange('hair.melanosomeFraction', input.hair.melanosomeFraction, 0, 1.5);
  assertInRange('hair.diameterUm', input.hair.diameterUm, 5, 300);
  for (const { name, depthMm, beyondShaftUm } of input.follicle) {
    assertInRange(() => `follicle.${name}.depthMm`, depthMm, 0.1, 10);
    assertInRange(() => `follicle.${name}.beyondShaftUm`, beyondShaftUm, 0, 500);
  }
  if (input.motion !== undefined) {
    assertInRange('motion.rateHz', input.motion.rateHz, 0.1, 20);
    assertInRange('motion.passes', input.motion.passes, 1, 30);
    assertInRange('motion.cellCm2', input.motion.cellCm2, 1, 5000);
    assertInRange('motion.restS', input.motion.restS ?? 0, 0, 600);
  }
  const { trainS } = timelineOf(input.pulse);
  if (input.rateHz !== undefined) {
    assertInRange('rateHz', input.rateHz, 0.01, 20);
    assertInRange('pulse.durationMs', trainS * 1000, 0, 1000 / input.rateHz);
  }
}
