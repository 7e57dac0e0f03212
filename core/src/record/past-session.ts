import type { PastSession } from '../plan';
import { answerOf, treatedOn, type VisitRecord } from './visit-record';

/**
 * What a visit tells the next plan: the last setting used and the answer to the whole session; null
 * where nothing was fired.
 */
export function pastSession(record: VisitRecord): PastSession | null {
  const on = treatedOn(record);
  const { setting, pulses } = record.run;
  if (on === null || setting === null || pulses === 0 || record.plan === null) return null;
  const { wavelengthNm, subject } = record.plan;
  return { on, setting, wavelengthNm, answer: answerOf(record), hair: subject.hair };
}
