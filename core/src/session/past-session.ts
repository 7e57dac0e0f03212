import { coveredShare } from './covered-share';
import { type PastSession, type Setting, type TestSpotReason, testSpotReasons } from '../plan';
import { laterReasons, spotsAsSessions } from '../spot';
import type { AcceptedPlan } from '../events';
import { segmentsOf } from './wavelength-segments';
import { faintEnough } from './planned-spots';
import { medicinesIn, treatedOn, type VisitRecord } from './visit-record';

/**
 * What a zone's visit tells the next plan: its test spots, then each setting that was used, with its own pulses and
 * response; empty where nothing was fired.
 */
export function pastSessions(record: VisitRecord): readonly PastSession[] {
  const on = treatedOn(record);
  if (on === null) return testsOf(record);
  const covered = coveredShare(record);
  const sessions = segmentsOf(record)
    .filter(({ pulses }) => pulses > 0)
    .map(({ plan, setting, pulses, answer }): PastSession => ({
      on,
      skin: record.findings?.skin ?? plan.subject.skin,
      medicines: medicinesIn(record),
      setting,
      wavelengthNm: plan.wavelengthNm,
      ...usedOf(plan, setting),
      pulses,
      ...(covered === null ? {} : { covered }),
      answer,
      ...targetOf(plan),
    }));
  return [...testsOf(record), ...sessions];
}

/** The light and cooling that were worked with, where the plan kept them. */
function usedOf(
  { light, train, cooling, gel }: AcceptedPlan,
  setting: Setting,
): Pick<PastSession, 'used'> {
  if (light === undefined || train === undefined || cooling === undefined) return {};
  return { used: { light, train, cooling: setting.cooling ?? cooling, gel: gel ?? false } };
}

/** Hair as it was found, or the colours of ink that were meant. */
const targetOf = ({ subject, ink }: AcceptedPlan): Pick<PastSession, 'hair' | 'ink'> =>
  'hair' in subject
    ? { hair: subject.hair }
    : { ink: ink?.colours ?? subject.ink.colours.map(({ colour }) => colour) };

/** The test spots of a visit as what they tell a plan; empty before all was read. */
export function testsOf(record: VisitRecord): readonly PastSession[] {
  const { plan, spots } = record;
  if (plan === null) return [];
  const { subject, wavelengthNm, plannedOn, setting } = plan;
  const later = laterReasons(subject).length > 0;
  // Spots of one light say nothing of another's.
  const lights = [...new Set(spots.map((spot) => spot.wavelengthNm ?? wavelengthNm))];
  return lights.flatMap((light) =>
    spotsAsSessions(
      spots.filter((spot) => (spot.wavelengthNm ?? wavelengthNm) === light),
      later,
      {
        on: plannedOn,
        wavelengthNm: light,
        ...(light === wavelengthNm ? usedOf(plan, setting) : {}),
        ...targetOf(plan),
      },
      faintEnough(plan),
    ),
  );
}

/**
 * Why a test spot has to come before the session that is planned; empty where none is needed, where those of this
 * visit have answered, or where a supervisor has said that it may be left out.
 */
export function spotReasons(record: VisitRecord): readonly TestSpotReason[] {
  const { plan } = record;
  if (plan === null || record.waived !== null) return [];
  const { subject, setting, wavelengthNm, plannedOn } = plan;
  const history = [...subject.history, ...testsOf(record)];
  const { handpieceId } = setting;
  return testSpotReasons({ ...subject, history }, { handpieceId, wavelengthNm }, plannedOn);
}
