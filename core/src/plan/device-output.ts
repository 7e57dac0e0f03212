import { roundFloat, type Day } from '../units';
import type { Handpiece } from './handpiece';
import type { Setting } from './setting';

/** The share of what a console shows that plans reckon with, and the day it was measured. */
export interface DeviceOutput {
  readonly share: number;
  readonly on: Day;
}

/**
 * A handpiece in terms of what it really gives: its fluences, energy and power times the share, so that every limit, step and
 * start is of light that reaches skin. What has to be dialled for it is `dialledJcm2`.
 */
export function asGiven<H extends Handpiece>(handpiece: H, output: DeviceOutput): H {
  const { min, max, step } = handpiece.fluenceJcm2;
  const given = (value: number) => roundFloat(value * output.share);
  return {
    ...handpiece,
    fluenceJcm2: { min: given(min), max: given(max), step: given(step) },
    maxEnergyJ: given(handpiece.maxEnergyJ),
    maxAveragePowerW: given(handpiece.maxAveragePowerW),
    output,
  };
}

/** What the console has to show so that a setting's fluence is given, J/cm²; the same where it is taken at its word. */
export const dialledJcm2 = ({ fluenceJcm2, output }: Pick<Setting, 'fluenceJcm2' | 'output'>) =>
  output === undefined ? fluenceJcm2 : Math.round((fluenceJcm2 / output.share) * 1e4) / 1e4;

/** Why a setting that was planned earlier may not be fired with the handpiece as it is now; null where it may. */
export function outputProblem(
  setting: Setting,
  handpiece: Handpiece | undefined,
): 'notInService' | 'otherOutput' | null {
  // One that was taken off the list since is judged where plans are.
  if (handpiece === undefined) return null;
  if (!handpiece.inService) return 'notInService';
  return sameOutput(setting.output, handpiece.output) ? null : 'otherOutput';
}

/** Whether two are the same: plans made with one hold for the other. */
export const sameOutput = (one: DeviceOutput | undefined, other: DeviceOutput | undefined) =>
  (one?.share ?? 1) === (other?.share ?? 1);

/** The part of a setting that says what its handpiece was measured to give. */
export const measured = ({ output }: Handpiece): Pick<Setting, 'output'> =>
  output === undefined ? {} : { output };
