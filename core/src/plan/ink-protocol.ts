import type { InkColour, InkFinding } from '../look';
import type { PulseClass } from './handpiece';
import type { Range } from './protocol';

/** One approved line of the clinic's protocol for ink. */
export interface InkRow {
  readonly id: string;
  readonly pulseClass: PulseClass;
  readonly wavelengthNm: Range;
  readonly spotMm: number;
  readonly fluenceJcm2: Range;
  /** The colours and densities that it speaks of; all where absent. */
  readonly colours?: readonly InkColour[] | undefined;
  readonly densities?: readonly InkFinding['density'][] | undefined;
}

/** The clinic's rules for ink. */
export interface InkProtocol {
  readonly rows: readonly InkRow[];
  /** Relative absorption, 0–1, of each colour at the wavelengths of the table. */
  readonly absorption: Readonly<Record<InkColour, readonly number[]>>;
  /** Whether a second pass is allowed once the whitening has gone. */
  readonly secondPass: boolean;
  /** How many wavelengths at most in one visit. */
  readonly wavelengthsAVisit: number;
}
