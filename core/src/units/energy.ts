import { spotAreaCm2, type Spot } from './spot';

/** Pulse energy in J of a fluence in J/cm² over a spot. */
export function energyJ(fluenceJcm2: number, spot: Spot): number {
  return fluenceJcm2 * spotAreaCm2(spot);
}

/** Fluence in J/cm² of a pulse energy in J over a spot. */
export function fluenceJcm2(energy: number, spot: Spot): number {
  return energy / spotAreaCm2(spot);
}

/** Mean irradiance in W/cm² of a pulse: fluence in J/cm² over its duration in ms. */
export function irradianceWcm2(fluence: number, pulseMs: number): number {
  return fluence / (pulseMs / 1000);
}

/** Average power in W of pulses of an energy in J at a rate in Hz. */
export function averagePowerW(energy: number, rateHz: number): number {
  return energy * rateHz;
}
