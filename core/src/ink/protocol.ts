import type { InkColour, InkFinding } from '../look';
import { longestSideMm, type Spot } from '../units';
import { pulseClass, type InkProtocol, type InkRow, type PulseClass } from '../plan';
import { STANDARD_INK_ABSORPTION } from './absorption';

const row = (
  pulseClass: PulseClass,
  wavelength: readonly [number, number],
  spotMm: number,
  low: number,
  high: number,
): InkRow => ({
  id: `${pulseClass}-${wavelength[0]}-${spotMm}`,
  pulseClass,
  wavelengthNm: { low: wavelength[0], high: wavelength[1] },
  spotMm,
  fluenceJcm2: { low, high },
});

const INFRARED = [1040, 1080] as const;
const GREEN = [525, 540] as const;
const RED = [680, 800] as const;
// Dye handpieces: small spots and low fluence, as they are usually built.
const YELLOW = [580, 590] as const;
const ORANGE_RED = [645, 655] as const;

/** What ships: ordinary textbook ranges, for the clinic and its supervisor to make their own. */
export const STANDARD_INK_PROTOCOL: InkProtocol = {
  rows: [
    row('ns', INFRARED, 3, 4, 9),
    row('ns', INFRARED, 4, 3, 7),
    row('ns', INFRARED, 6, 2, 4),
    row('ns', GREEN, 3, 1.5, 3.5),
    row('ns', GREEN, 4, 1, 2.5),
    row('ns', YELLOW, 2, 1.5, 3),
    row('ns', ORANGE_RED, 2, 1.5, 3.5),
    row('ns', RED, 3, 3, 7),
    row('ns', RED, 4, 2, 5),
    row('ps', INFRARED, 3, 1.5, 4),
    row('ps', INFRARED, 4, 1, 3),
    row('ps', GREEN, 3, 0.5, 1.5),
    row('ps', RED, 3, 1, 3),
  ],
  absorption: STANDARD_INK_ABSORPTION,
  secondPass: false,
  wavelengthsAVisit: 2,
};

/** How far a row's spot may be from the one asked about, mm: what a label rounds. */
const SAME_SPOT_MM = 0.25;

/** The row that holds for a pulse, wavelength, spot, colours and density; null where the protocol says nothing: then nothing is fired. */
export function inkRowFor(
  rows: readonly InkRow[],
  of: {
    readonly pulseMs: number;
    readonly wavelengthNm: number;
    readonly spot: Spot;
    readonly colours?: readonly InkColour[];
    readonly density?: InkFinding['density'];
  },
): InkRow | null {
  const spotMm = longestSideMm(of.spot);
  const own = pulseClass(of.pulseMs);
  return (
    rows.find(
      (each) =>
        each.pulseClass === own &&
        of.wavelengthNm >= each.wavelengthNm.low &&
        of.wavelengthNm <= each.wavelengthNm.high &&
        Math.abs(each.spotMm - spotMm) <= SAME_SPOT_MM &&
        (of.colours ?? []).every((colour) => each.colours?.includes(colour) ?? true) &&
        (of.density === undefined || (each.densities?.includes(of.density) ?? true)),
    ) ?? null
  );
}
