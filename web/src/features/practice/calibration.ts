/** How many CSS pixels this screen needs for a millimetre, and how that was found out. */
export interface Calibration {
  readonly pixelsPerMm: number;
  /** Whether somebody held a card or ruler against this screen. */
  readonly isMeasured: boolean;
}

/** The long side of a bank card, mm (ISO/IEC 7810 ID-1). */
export const CARD_MM = 85.6;

/** A CSS pixel is meant to be 1/96 inch; screens differ. */
const NOMINAL = 96 / 25.4;
const LEAST = 1;
const MOST = 30;
const KEY = 'tidy-quill.pixels-per-mm';

/** Reads what this browser keeps; what makes no sense counts as not measured. */
export function readCalibration(kept: Pick<Storage, 'getItem'>): Calibration {
  const pixelsPerMm = Number(kept.getItem(KEY) ?? NaN);
  return pixelsPerMm >= LEAST && pixelsPerMm <= MOST
    ? { pixelsPerMm, isMeasured: true }
    : { pixelsPerMm: NOMINAL, isMeasured: false };
}

/** Keeps it for this screen. A browser that keeps nothing goes on with what it has until it is closed. */
export function keepCalibration(kept: Pick<Storage, 'setItem'>, pixelsPerMm: number): void {
  try {
    kept.setItem(KEY, String(pixelsPerMm));
  } catch {
    // Private browsing keeps nothing; next time the cell has its nominal size again.
  }
}
