import { energyJ, roundFloat, type Spot } from '../units';

/** What a console really gives, as pulses into a meter show. */
export interface MeasuredOutput {
  /** Mean of the measured energies ÷ the energy that the console shows. */
  readonly ratio: number;
  /** (highest − lowest) ÷ mean of the measured energies. */
  readonly spread: number;
}

/** Pulses into a meter: what the console showed, and what arrived. */
export interface MeterPulses {
  readonly spot: Spot;
  /** As the console shows it, J/cm². */
  readonly fluenceJcm2: number;
  /** Energy of each pulse, J. */
  readonly measuredJ: readonly number[];
}

// As a daily check asks for them.
export const METER_PULSES = 3;
/** So far from what it shows, a console is still taken at its word. */
export const ON_ITS_WORD = 0.1;
/** So far off it is out of use. */
export const OUT_OF_USE = 0.2;
/** Pulses that differ so much among themselves say little: measured again, and service is asked for. Assumed. */
export const STEADY = 0.1;

/** Ratio and spread of pulses into a meter; null where there are none. */
export function outputOf({ spot, fluenceJcm2, measuredJ }: MeterPulses): MeasuredOutput | null {
  if (measuredJ.length === 0) return null;
  const mean = measuredJ.reduce((sum, each) => sum + each, 0) / measuredJ.length;
  return {
    ratio: roundFloat(mean / energyJ(fluenceJcm2, spot)),
    spread: mean === 0 ? 0 : roundFloat((Math.max(...measuredJ) - Math.min(...measuredJ)) / mean),
  };
}

export const OUTPUT_VERDICTS = ['go', 'corrected', 'outOfUse'] as const;

/** Within 10 % it is used as it is; within 20 % plans are corrected; beyond it is out of use. */
export type OutputVerdict = (typeof OUTPUT_VERDICTS)[number];

// A tenth that binary numbers miss by a hair is still a tenth.
const SLACK = 1e-9;

/** What follows from a ratio of measured to shown energy. */
export function outputVerdict(ratio: number): OutputVerdict {
  const off = Math.abs(ratio - 1) - SLACK;
  if (off > OUT_OF_USE) return 'outOfUse';
  return off > ON_ITS_WORD ? 'corrected' : 'go';
}
