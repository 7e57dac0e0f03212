import { LOWEST_OF_SKIN } from '@tidy-quill/core/look';

/**
 * A melanin meter at the desk. Connect once, then read as often as wanted: each reading is 0–100 on the instrument's
 * own scale, taken with the probe flat on the skin; `read` rejects with a plain sentence when the probe was lifted
 * or the link is gone. `fractionOf` is the instrument's own conversion to the melanosome fraction that the core works
 * with. A driver for a real instrument implements this and nothing else.
 */
export interface MelaninMeter {
  readonly name: string;
  /** Whether it is a stand-in, whose readings are invented. */
  readonly simulated: boolean;
  connect(): Promise<void>;
  read(place: MeterPlace): Promise<number>;
  fractionOf(reading: number): number;
}

export const METER_PLACES = ['zone', 'unexposed'] as const;

/** Where the probe stands: on the area itself, or on skin that sees no sun. */
export type MeterPlace = (typeof METER_PLACES)[number];

const FRACTION_AT_ZERO = 0.011;
const FRACTION_SPAN = 0.064;
const EXPONENT = 1.5;

/** The scale of the instrument that ships: f = 0.011 + 0.064 (reading / 100)^1.5. */
export const fractionOfReading = (reading: number) =>
  FRACTION_AT_ZERO + FRACTION_SPAN * (reading / 100) ** EXPONENT;

/** The reading that a melanosome fraction stands for, within the scale. */
export const readingOfFraction = (fraction: number) =>
  100 * Math.min(1, Math.max(0, (fraction - FRACTION_AT_ZERO) / FRACTION_SPAN)) ** (1 / EXPONENT);

const NOISE = 1.5;
// Now and then the probe stands askew.
const ASKEW_EVERY = 7;
const ASKEW_BY = 9;

/**
 * The stand-in that ships: reads skin of the given melanosome fractions with a real probe's scatter. `random` gives
 * numbers in 0–1.
 */
export function simulatedMeter(
  skin: Readonly<Record<MeterPlace, number>>,
  random: () => number = Math.random,
): MelaninMeter {
  let taken = 0;
  return {
    name: 'Simulated melanin meter',
    simulated: true,
    connect: () => Promise.resolve(),
    read(place) {
      taken += 1;
      const askew = taken % ASKEW_EVERY === 0 ? ASKEW_BY : 0;
      const value = readingOfFraction(skin[place]) + (random() * 2 - 1) * NOISE + askew;
      return Promise.resolve(Math.round(Math.min(100, Math.max(LOWEST_OF_SKIN, value)) * 10) / 10);
    },
    fractionOf: fractionOfReading,
  };
}
