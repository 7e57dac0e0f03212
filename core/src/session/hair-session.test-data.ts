import { past, SETTING, SUBJECT } from '../plan/plan.test-data';
import { answersGiven, readyFor } from './record.test-data';
import { refuseVisitEvent } from '../workflow';
import { type AcceptedPlan, type EventBody, type VisitEvent } from '../events';

export const ZONE = 'zone';
export const moment = (minute: number) =>
  new Date(Date.UTC(2026, 10, 24, 10, minute)).toISOString();

export const PLAN: AcceptedPlan = {
  subject: { ...SUBJECT, history: [past()] },
  setting: SETTING,
  wavelengthNm: 810,
  light: { wavelengthNm: 810 },
  train: { count: 1, gapMs: 0 },
  upperJcm2: 19,
  expectedPulses: 278,
  cooling: { kind: 'contact', plateC: 5, preSeconds: 0.5 },
  gel: true,
  job: 'hair',
  devicesVersionId: 'd',
  protocolVersionId: 'p',
  coreVersion: '0.1.0',
  plannedOn: '2026-11-24',
};

export const events = (...lines: readonly (readonly [minute: number, body: EventBody])[]) =>
  lines.map(([minute, body], index): VisitEvent => ({
    id: `e${String(index).padStart(3, '0')}`,
    at: moment(minute),
    staffId: 's',
    body,
  }));

export const BEGUN = [
  [0, answersGiven({ sun: { yes: false } })],
  [
    1,
    {
      kind: 'findingsRecorded',
      findings: { skin: SUBJECT.skin, hair: SUBJECT.hair, areaCm2: 400 },
    },
  ],
  [2, { kind: 'planAccepted', plan: PLAN }],
  ...readyFor(SETTING, 810).map((body) => [3, body] as const),
  [5, { kind: 'treatmentStarted' }],
] as const satisfies readonly (readonly [number, EventBody])[];

export const refuse = (
  list: readonly VisitEvent[],
  body: EventBody,
  minute = 20,
  undoMinutes = 15,
) =>
  refuseVisitEvent(list, { id: 'new', at: moment(minute), body }, ZONE, {
    consented: true,
    now: moment(minute),
    undoMinutes,
  });

export const dial = (fluenceJcm2: number, more: object = {}): EventBody => ({
  kind: 'settingChanged',
  setting: { ...SETTING, fluenceJcm2 },
  reason: 'x',
  ...more,
});

/** A session that hurt at its first setting and went on with less: 11 pulses at 16 J/cm², then 44 at 12. */
export const twoSettings = (): readonly VisitEvent[] =>
  events(
    ...BEGUN,
    [10, { kind: 'pulsesFired', count: 11 }],
    [10, { kind: 'markSeen', mark: 'strongRedness' }],
    [11, { kind: 'painScored', score: 7 }],
    [12, { kind: 'causeChecked', cause: 'tooMuchFluence', found: true }],
    [13, dial(12)],
    [14, { kind: 'resumed' }],
    [15, { kind: 'pulsesFired', count: 44 }],
    [16, { kind: 'painScored', score: 5 }],
    [16, { kind: 'markSeen', mark: 'singedHair' }],
    [17, { kind: 'treatmentEnded' }],
  );
