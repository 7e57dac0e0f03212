import { energyJ, type Spot } from '../units';
import { shotMs, type Handpiece } from './handpiece';

/** Why a figure of a handpiece cannot be as it was typed, by the manual’s own other figures. */
export type FigureAtFault =
  | { readonly why: 'tooLittleEnergy'; readonly spot: Spot; readonly neededJ: number }
  | { readonly why: 'fluenceOutOfReach'; readonly reachedJcm2: number }
  | { readonly why: 'tooLittlePower'; readonly neededW: number }
  | { readonly why: 'rateTooFast'; readonly shotMs: number }
  | { readonly why: 'tooMuchPeakPower'; readonly peakKw: number };

// Slower than one pulse in two seconds nobody works.
const SLOWEST_HZ = 0.5;
// Lasers and lamps that treat hair stay far below; more is energy in the wrong unit, or a pulse in another.
const MOST_PEAK_KW = 200;
const LONG_PULSE_MS = 0.1;

/**
 * Whether a handpiece’s figures fit each other: energy against fluence and spot, power against energy, rate and energy
 * against pulse. That a console does not reach its highest fluence with all of its spots is no fault.
 */
export function figuresAtFault(handpiece: Handpiece): readonly FigureAtFault[] {
  const { fluenceJcm2, maxEnergyJ, maxAveragePowerW, maxRateHz, pulsesMs, spots, train } =
    handpiece;
  const faults: FigureAtFault[] = [];
  for (const spot of spots) {
    const neededJ = energyJ(fluenceJcm2.min, spot);
    if (neededJ > maxEnergyJ) faults.push({ why: 'tooLittleEnergy', spot, neededJ });
  }
  // Energy of 1 J/cm² at the smallest spot.
  const unitJ = Math.min(...spots.map((spot) => energyJ(1, spot)));
  const reachedJcm2 = maxEnergyJ / unitJ;
  if (reachedJcm2 < fluenceJcm2.max) faults.push({ why: 'fluenceOutOfReach', reachedJcm2 });
  const neededW = unitJ * fluenceJcm2.min * SLOWEST_HZ;
  if (neededW > maxAveragePowerW) faults.push({ why: 'tooLittlePower', neededW });
  const shortestMs = Math.min(...pulsesMs);
  const shot = shotMs(shortestMs, train);
  if ((maxRateHz * shot) / 1000 > 1) faults.push({ why: 'rateTooFast', shotMs: shot });
  const peakKw = maxEnergyJ / shortestMs;
  if (shortestMs >= LONG_PULSE_MS && peakKw > MOST_PEAK_KW) {
    faults.push({ why: 'tooMuchPeakPower', peakKw });
  }
  return faults;
}
