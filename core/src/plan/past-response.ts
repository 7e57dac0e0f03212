import { figureOf, type ClinicalFigures } from '../figures';
import { borne } from '../reaction';
import { sameSpot } from '../units';
import type { AddedCooling, Cooling } from './handpiece';
import type { Setting } from './setting';
import type { PastSession } from './subject';

// Past sessions speak for a setting of the same band and a like pulse.
const SAME_BAND_NM = 30;
const LIKE_PULSE_FACTOR = 1.5;

/** What of a setting decides whether an earlier one can be compared with it as it stands. */
export interface Comparable {
  readonly wavelengthNm: number;
  readonly setting: Pick<Setting, 'pulseMs' | 'spot' | 'technique'>;
  /** All that cools before and during the pulse, as one text; null where nobody kept it. */
  readonly cooling: string | null;
}

/** An earlier session's fluence as it counts at the setting at hand, J/cm². */
export interface ToldHere {
  readonly session: PastSession;
  readonly fluenceJcm2: number;
  /** Alike as it is; converted through the model; or as it stands, because nothing could convert it. */
  readonly how: 'alike' | 'converted' | 'asItStands';
}

/** Whether two wavelengths belong to one band: 30 nm apart at most. */
export const sameBand = (one: number, other: number): boolean =>
  Math.abs(one - other) <= SAME_BAND_NM;

/** Whether two pulse durations are alike: within a factor of 1.5. */
export function likePulse(oneMs: number, otherMs: number): boolean {
  const ratio = oneMs / otherMs;
  return ratio <= LIKE_PULSE_FACTOR + 1e-9 && ratio >= 1 / LIKE_PULSE_FACTOR - 1e-9;
}

/** A setting's cooling before and during the pulse as one text, for comparing. */
export const coolingText = (
  cooling: Cooling,
  { packSeconds = 0, air = false }: AddedCooling = {},
) => JSON.stringify([cooling, packSeconds, air]);

/** An earlier session as something that can be compared. */
export function comparableOf({ wavelengthNm, setting, used }: PastSession): Comparable {
  const own = setting.cooling ?? used?.cooling;
  return {
    wavelengthNm,
    setting,
    cooling: own === undefined ? null : coolingText(own, setting.added),
  };
}

/** Whether two settings are alike in all that changes what a fluence does to skin. */
export function likeSetting(one: Comparable, other: Comparable): boolean {
  return (
    sameBand(one.wavelengthNm, other.wavelengthNm) &&
    likePulse(one.setting.pulseMs, other.setting.pulseMs) &&
    sameSpot(one.setting.spot, other.setting.spot) &&
    one.setting.technique === other.setting.technique &&
    (one.cooling === null || other.cooling === null || one.cooling === other.cooling)
  );
}

/**
 * What earlier sessions of the same band tell about the setting at hand. Another pulse, spot, technique or cooling is
 * converted by `convert`, which gives the factor from that session's fluence to one that takes an equal share of the
 * ceiling here. Where nothing can convert (null), what was borne badly counts as it stands, whatever the pulse.
 */
export function toldHere(
  history: readonly PastSession[],
  here: Comparable,
  convert: (session: PastSession) => number | null,
): readonly ToldHere[] {
  return history.flatMap((session): ToldHere[] => {
    if (!sameBand(session.wavelengthNm, here.wavelengthNm)) return [];
    const { fluenceJcm2 } = session.setting;
    // Of a console that nobody here has measured nothing can be converted.
    if (session.typedIn === true) return [{ session, fluenceJcm2, how: 'asItStands' }];
    if (likeSetting(comparableOf(session), here)) {
      return [{ session, fluenceJcm2, how: 'alike' }];
    }
    const factor = convert(session);
    if (factor !== null) {
      return [{ session, fluenceJcm2: fluenceJcm2 * factor, how: 'converted' }];
    }
    return borne(session.answer) === 'badly' ? [{ session, fluenceJcm2, how: 'asItStands' }] : [];
  });
}

/**
 * What past responses allow, J/cm²; null where none can be compared. `aboveWell` × the highest fluence borne well, never
 * above the lowest that was answered strongly and not borne well since; once one was borne badly, the lower of
 * `belowBadly` × the lowest of those and the highest borne well. A worse response never raises it, and neither does a session
 * that was typed in.
 */
export function historyLimitJcm2(told: readonly ToldHere[], own: ClinicalFigures): number | null {
  const of = (how: ReturnType<typeof borne>) =>
    told.filter(({ session }) => borne(session.answer) === how);
  const fluences = (list: readonly ToldHere[]) => list.map(({ fluenceJcm2 }) => fluenceJcm2);
  const allWell = of('well');
  // A session that was typed in never lifts what this clinic's own sessions allow.
  const ourWell = allWell.filter(({ session }) => session.typedIn !== true);
  const well = ourWell.length > 0 ? ourWell : allWell;
  const badly = fluences(of('badly'));
  const strongly = of('strongly').filter(
    (each) => !ourWell.some((later) => borneWellSince(each, later)),
  );
  const highestWell = well.length > 0 ? Math.max(...fluences(well)) : null;
  const caps = [
    ...(highestWell === null
      ? []
      : [highestWell * (badly.length > 0 ? 1 : figureOf(own, 'aboveWell'))]),
    ...fluences(strongly),
    ...badly.map((fluenceJcm2) => figureOf(own, 'belowBadly') * fluenceJcm2),
  ];
  return caps.length === 0 ? null : Math.min(...caps);
}

/** Whether a strong response was followed by a later session at a like setting, as much or more, that was borne well. */
const borneWellSince = ({ session: strong }: ToldHere, { session: later }: ToldHere): boolean =>
  later.on > strong.on &&
  likeSetting(comparableOf(strong), comparableOf(later)) &&
  later.setting.fluenceJcm2 >= strong.setting.fluenceJcm2 - 1e-9;
