import { testSpotReasons, type PastSession, type TestSpotReason } from '../plan';
import { laterReasons, spotsAsSessions } from '../spot';
import { answerOf, medicinesIn, treatedOn, type VisitRecord } from './visit-record';

/**
 * What a zone's visit tells the next plan: its test spots, then the last setting used and the answer to the whole
 * session; empty where nothing was fired.
 */
export function pastSessions(record: VisitRecord): readonly PastSession[] {
  const on = treatedOn(record);
  const { setting, pulses } = record.run;
  const { plan } = record;
  if (on === null || setting === null || pulses === 0 || plan === null) return testsOf(record);
  const session = {
    on,
    skin: record.findings?.skin ?? plan.subject.skin,
    medicines: medicinesIn(record),
    setting,
    wavelengthNm: plan.wavelengthNm,
    answer: answerOf(record),
    hair: plan.subject.hair,
  };
  return [...testsOf(record), session];
}

/** The test spots of a visit as what they tell a plan; empty before all was read. */
export function testsOf(record: VisitRecord): readonly PastSession[] {
  const { plan, spots } = record;
  if (plan === null) return [];
  const { subject, wavelengthNm, plannedOn } = plan;
  const later = laterReasons(subject).length > 0;
  return spotsAsSessions(spots, later, { on: plannedOn, wavelengthNm, hair: subject.hair });
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
