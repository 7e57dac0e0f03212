import { averagePowerW, energyJ, spotAreaCm2, stepDown, type Spot } from '../units';
import { centralWavelengthNm, type Handpiece } from './handpiece';
import type { ProtocolRow } from './protocol';
import { wellBorne } from '../reaction';
import type { PastSession } from './subject';

export const LIMIT_NAMES = ['device', 'protocol', 'model', 'history'] as const;

export type LimitName = (typeof LIMIT_NAMES)[number];

/** Highest fluence that each of the four allows, J/cm²; null where that one says nothing. */
export type Limits = Readonly<Record<LimitName, number | null>>;

export interface Upper {
  /** The lowest of the limits, on the device's step; null where even its lowest step is too much. */
  readonly fluenceJcm2: number | null;
  /** Which limit is the lowest. */
  readonly binding: LimitName;
}

// Past sessions speak for a setting of the same band and a like pulse.
const SAME_BAND_NM = 30;
const LIKE_PULSE_FACTOR = 1.5;

/** What the console itself can give at a spot and rate: fluence, energy and average power, J/cm². */
export function deviceLimitJcm2(handpiece: Handpiece, spot: Spot, rateHz: number): number {
  const areaCm2 = spotAreaCm2(spot);
  return Math.min(
    handpiece.fluenceJcm2.max,
    handpiece.maxEnergyJ / areaCm2,
    handpiece.maxAveragePowerW / averagePowerW(energyJ(1, spot), rateHz),
  );
}

/** Whether an earlier session's answer can be compared with a wavelength and pulse directly. */
export function comparable(session: PastSession, wavelengthNm: number, pulseMs: number): boolean {
  const ratio = session.setting.pulseMs / pulseMs;
  return (
    Math.abs(session.wavelengthNm - wavelengthNm) <= SAME_BAND_NM &&
    ratio <= LIKE_PULSE_FACTOR + 1e-9 &&
    ratio >= 1 / LIKE_PULSE_FACTOR - 1e-9
  );
}

/** Whether an earlier session was in the same band, whatever its pulse. */
const sameBand = (session: PastSession, wavelengthNm: number) =>
  Math.abs(session.wavelengthNm - wavelengthNm) <= SAME_BAND_NM;

/**
 * What this skin has answered on this zone: 0.80 × the lowest fluence that it took badly, else
 * 1.20 × the highest that it bore well; null without a session that can be compared. A session in the
 * band with another pulse is compared through the model, where `throughModel` gives this pulse's ceiling
 * over that one's: an equal share of the ceiling.
 */
export function historyLimitJcm2(
  history: readonly PastSession[],
  wavelengthNm: number,
  pulseMs: number,
  throughModel: (session: PastSession) => number | null = () => null,
): number | null {
  const told = history.flatMap((session) => {
    const { fluenceJcm2 } = session.setting;
    if (comparable(session, wavelengthNm, pulseMs)) return [{ session, fluenceJcm2 }];
    const scale = sameBand(session, wavelengthNm) ? throughModel(session) : null;
    return scale === null ? [] : [{ session, fluenceJcm2: fluenceJcm2 * scale }];
  });
  const fluences = (good: boolean) =>
    told
      .filter(({ session }) => wellBorne(session.answer) === good)
      .map(({ fluenceJcm2 }) => fluenceJcm2);
  const bad = fluences(false);
  if (bad.length > 0) return 0.8 * Math.min(...bad);
  const good = fluences(true);
  return good.length > 0 ? 1.2 * Math.max(...good) : null;
}

/** All four limits of a handpiece at a spot, pulse and rate. The model's is worked out elsewhere. */
export function limitsFor(input: {
  readonly handpiece: Handpiece;
  readonly spot: Spot;
  readonly pulseMs: number;
  readonly rateHz: number;
  readonly row: ProtocolRow;
  readonly history: readonly PastSession[];
  readonly modelJcm2: number | null;
  readonly throughModel?: (session: PastSession) => number | null;
}): Limits {
  return {
    device: deviceLimitJcm2(input.handpiece, input.spot, input.rateHz),
    protocol: input.row.fluenceJcm2.high,
    model: input.modelJcm2,
    history: historyLimitJcm2(
      input.history,
      centralWavelengthNm(input.handpiece.light),
      input.pulseMs,
      input.throughModel,
    ),
  };
}

/** The lowest of the limits on the device's own step, rounded down, and which one it is. */
export function upperOf(limits: Limits, handpiece: Handpiece): Upper {
  const named = LIMIT_NAMES.flatMap((name) => {
    const value = limits[name];
    return value === null ? [] : [{ name, value }];
  });
  const lowest = named.reduce((best, each) => (each.value < best.value ? each : best));
  return {
    fluenceJcm2: stepDown(lowest.value, handpiece.fluenceJcm2),
    binding: lowest.name,
  };
}
