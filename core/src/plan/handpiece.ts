import type { AddedCooling, Cooling } from '../heat';
import type { Scale, Spot } from '../units';
import type { Light } from '../window';
import type { DeviceOutput } from './device-output';

export type { AddedCooling, Cooling, Light };

export const LASER_CLASSES = ['ruby', 'alexandrite', 'diode', 'ndYag', 'pulsedLight'] as const;

export type LaserClass = (typeof LASER_CLASSES)[number];

export const TECHNIQUES = [
  'stamping',
  'inMotion',
  'longPulse1064',
  'subMs1064',
  'pulsedLight',
  'pulsedLightInMotion',
  'suction',
] as const;

/** A school of working; each has its own arithmetic. */
export type Technique = (typeof TECHNIQUES)[number];

/** How one shot is split: `count` sub-pulses with `gapMs` between them. A single pulse has count 1. */
export interface Train {
  readonly count: number;
  readonly gapMs: number;
}

/** What a console with one handpiece can do, as its manual states it. */
export interface Handpiece {
  readonly id: string;
  readonly name: string;
  readonly laserClass: LaserClass;
  readonly light: Light;
  readonly spots: readonly Spot[];
  /** Every pulse duration offered, ms, ascending. In a train: of one sub-pulse. */
  readonly pulsesMs: readonly number[];
  readonly train: Train;
  readonly fluenceJcm2: Scale;
  readonly maxEnergyJ: number;
  readonly maxAveragePowerW: number;
  readonly maxRateHz: number;
  readonly cooling: Cooling;
  readonly gel: boolean;
  readonly techniques: readonly Technique[];
  /** How much skin stretches in area while a window draws it in, 1–2; 1.3 where absent. Used by suction alone. */
  readonly suctionStretch?: number | undefined;
  readonly inService: boolean;
  /** Full angle at which the beam spreads, rad; absent where the manual was not looked up. */
  readonly divergenceRad?: number | undefined;
  /** Months from one service to the next; absent where nobody entered them. */
  readonly serviceMonths?: number | undefined;
  /** What it was measured to give of what it shows, where plans reckon with that; no part of what its manual states. */
  readonly output?: DeviceOutput | undefined;
}

/** Wavelength that stands for a light source when bands are compared, nm: the line, or the band's mean. */
export function centralWavelengthNm(light: Light): number {
  if ('wavelengthNm' in light) return light.wavelengthNm;
  const total = light.lines.reduce((sum, line) => sum + line.share, 0);
  return light.lines.reduce((sum, line) => sum + line.share * line.wavelengthNm, 0) / total;
}

/** From the start of the first sub-pulse to the end of the last, ms. */
export function shotMs(pulseMs: number, train: Train): number {
  return train.count * pulseMs + (train.count - 1) * train.gapMs;
}

export const PULSE_CLASSES = ['ns', 'ps'] as const;

/** Nanoseconds or picoseconds; anything longer burns skin around ink. */
export type PulseClass = (typeof PULSE_CLASSES)[number];

const LONGEST_PS_MS = 1e-6;
const LONGEST_NS_MS = 1e-4;

/** Which class a pulse belongs to; null where it is too long for ink: 100 ns and more. */
export function pulseClass(pulseMs: number): PulseClass | null {
  if (pulseMs < LONGEST_PS_MS) return 'ps';
  return pulseMs <= LONGEST_NS_MS ? 'ns' : null;
}

/** Whether a handpiece is made for ink: one line of light, every pulse of nano- or picoseconds. */
export const isForInk = ({ light, pulsesMs, train }: Handpiece): boolean =>
  'wavelengthNm' in light && train.count === 1 && pulsesMs.every((ms) => pulseClass(ms) !== null);
