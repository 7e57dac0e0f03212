import { figureOf, type ClinicalFigures } from '../figures';
import {
  defined,
  averagePowerW,
  energyJ,
  spotAreaCm2,
  stepDown,
  type Scale,
  type Spot,
} from '../units';
import { historyLimitJcm2, type ToldHere } from './past-response';
import type { Handpiece } from './handpiece';
import type { ProtocolRow } from './protocol';

export const LIMIT_NAMES = ['device', 'protocol', 'model', 'risk', 'history'] as const;

export type LimitName = (typeof LIMIT_NAMES)[number];

/** Highest fluence that each of the five allows, J/cm²; null where that one says nothing. */
export type Limits = Readonly<Record<LimitName, number | null>>;

export interface Upper {
  /** The lowest of the limits, on the device's step; null where even its lowest step is too much. */
  readonly fluenceJcm2: number | null;
  /** Which limit is the lowest. */
  readonly binding: LimitName;
}

/** What the console itself can give at a spot and rate: fluence, energy and average power, J/cm². */
export function deviceLimitJcm2(handpiece: Handpiece, spot: Spot, rateHz: number): number {
  const areaCm2 = spotAreaCm2(spot);
  return Math.min(
    handpiece.fluenceJcm2.max,
    handpiece.maxEnergyJ / areaCm2,
    handpiece.maxAveragePowerW / averagePowerW(energyJ(1, spot), rateHz),
  );
}

/** All limits of a handpiece at a spot, pulse and rate. The model's and the risk's are worked out elsewhere. */
export function limitsFor(input: {
  readonly handpiece: Handpiece;
  readonly spot: Spot;
  readonly rateHz: number;
  readonly row: ProtocolRow;
  readonly told: readonly ToldHere[];
  readonly modelJcm2: number | null;
  readonly riskJcm2: number | null;
  readonly own: ClinicalFigures;
}): Limits {
  return {
    device: deviceLimitJcm2(input.handpiece, input.spot, input.rateHz),
    protocol: input.row.fluenceJcm2.high,
    model: input.modelJcm2,
    risk: input.riskJcm2,
    history: historyLimitJcm2(input.told, input.own),
  };
}

/**
 * The most that may be begun with, J/cm²: `startShare` of the upper end. Where past response binds, the same of that limit
 * itself, not of the console's step below it: what was borne well can be held (1.20 × 0.85 > 1, as shipped) and does not sink from visit to visit;
 * but always a step below the upper end, and no more than would be begun with had it been borne without limit.
 */
export function mostToBeginWith(
  limits: Limits,
  { binding, fluenceJcm2 }: Upper,
  scale: Scale,
  own: ClinicalFigures,
): number {
  const share = figureOf(own, 'startShare');
  const upper = fluenceJcm2 ?? 0;
  if (binding !== 'history') return share * upper;
  const { device, protocol, model, risk } = limits;
  const others = Math.min(...[device, protocol, model, risk].flatMap((limit) => limit ?? []));
  return Math.min(
    share * defined(limits.history),
    upper - scale.step,
    share * (stepDown(others, scale) ?? 0),
  );
}

/** The lowest of the limits on the device's own step, rounded down, and which one it is. */
export function upperOf(limits: Limits, handpiece: Handpiece): Upper {
  const named = LIMIT_NAMES.flatMap((name) => {
    const value = limits[name];
    return value === null ? [] : [{ name, value }];
  });
  const lowest = named.reduce((best, each) => (each.value < best.value ? each : best));
  return {
    fluenceJcm2: stepDown(lowest.value, handpiece.fluenceJcm2),
    binding: lowest.name,
  };
}
