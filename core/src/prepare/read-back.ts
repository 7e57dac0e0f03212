import { dialledJcm2, type Setting } from '../plan';
import { sameSpot, type Spot } from '../units';

/** What a console's own display shows. */
export interface ConsoleSetting {
  readonly wavelengthNm: number;
  readonly fluenceJcm2: number;
  readonly pulseMs: number;
  readonly spot: Spot;
  readonly rateHz: number;
}

export const READ_BACK = ['wavelengthNm', 'fluenceJcm2', 'pulseMs', 'spot', 'rateHz'] as const;

export type ReadBackField = (typeof READ_BACK)[number];

// A console rounds what it shows.
const ROUNDING = 0.005;

/** What on the console is not as planned; empty where all agrees. A slower beat than planned is no mismatch. */
export function mismatches(
  setting: Setting,
  wavelengthNm: number,
  shown: ConsoleSetting,
): readonly ReadBackField[] {
  const near = (one: number, other: number) => Math.abs(one - other) <= ROUNDING * other + 1e-9;
  const agrees: Readonly<Record<ReadBackField, boolean>> = {
    // A band's mean and a line's name differ by less than any two lights.
    wavelengthNm: Math.abs(shown.wavelengthNm - wavelengthNm) <= 5,
    fluenceJcm2: near(shown.fluenceJcm2, dialledJcm2(setting)),
    pulseMs: near(shown.pulseMs, setting.pulseMs),
    spot: sameSpot(shown.spot, setting.spot),
    rateHz: shown.rateHz <= setting.rateHz * (1 + ROUNDING),
  };
  return READ_BACK.filter((field) => !agrees[field]);
}

/** What a console would show with a setting dialled in as planned. */
export const asShown = (setting: Setting, wavelengthNm: number): ConsoleSetting => {
  const { pulseMs, spot, rateHz } = setting;
  return { wavelengthNm, fluenceJcm2: dialledJcm2(setting), pulseMs, spot, rateHz };
};
