import { describe, expect, it } from 'vitest';
import { past, SETTING, SUBJECT } from '../plan/plan.test-data';
import { answersGiven } from '../session/record.test-data';
import { refuseEvent } from './judge-zone';
import { visitRecord } from '../session';
import { type EventBody, type VisitEvent } from '../events';

const plan = {
  subject: { ...SUBJECT, history: [past()] },
  setting: SETTING,
  wavelengthNm: 810,
  upperJcm2: 24,
  expectedPulses: 278,
  devicesVersionId: 'd',
  protocolVersionId: 'p',
  coreVersion: '0.1.0',
  plannedOn: '2026-11-24',
};

const findings = {
  skin: { type: 3, tan: 'none', freckled: false, measuredFraction: null },
  hair: { colour: 'black', calibre: 'coarse', density: 'medium' },
  areaCm2: 400,
} as const;

const BODIES = {
  clear: answersGiven({ sun: { yes: false } }),
  sun: answersGiven({ sun: { yes: true, lastOn: '2026-11-20' } }),
  pregnant: answersGiven({ pregnant: { yes: true } }),
  override: { kind: 'stopOverridden', rules: ['sun'], reason: 'r', supervisorId: 's' },
  look: { kind: 'findingsRecorded', findings },
  plan: { kind: 'planAccepted', plan },
  tan: {
    kind: 'findingsRecorded',
    findings: { ...findings, skin: { ...findings.skin, tan: 'fading' } },
  },
  start: { kind: 'treatmentStarted' },
  pulses: { kind: 'pulsesFired', count: 10 },
  counted: { kind: 'consolePulses', serial: 'C-1', from: 1000, to: 1005 },
  end: { kind: 'treatmentEnded' },
  watch: { kind: 'postTreatmentChecked', minutesAfter: 10, marks: [], grade: 0, note: '' },
  home: { kind: 'sentHome', advice: [], nextVisitOn: '2027-01-19', note: '' },
} as const satisfies Record<string, EventBody>;

type Name = keyof typeof BODIES;

const after = (names: readonly Name[], next: Name, consented = true) => {
  const events = names.map((name, index): VisitEvent => ({
    id: `${index}`,
    at: new Date(Date.UTC(2026, 10, 24, 10, index)).toISOString(),
    staffId: 's',
    body: BODIES[name],
  }));
  return refuseEvent(visitRecord(events), BODIES[next], consented, '2026-11-24T11:00:00.000Z');
};

describe('what may be added to a visit', () => {
  it.each<[Name[], Name, string | null]>([
    [[], 'plan', 'askAndLookFirst'],
    [['clear'], 'plan', 'askAndLookFirst'],
    [['clear', 'look'], 'plan', null],
    [['sun', 'look'], 'plan', 'stoppedByAnswers'],
    [['sun', 'look', 'override'], 'plan', null],
    [['sun'], 'override', null],
    [['clear'], 'override', 'notStopped'],
    [['pregnant'], 'override', 'neverOverridden'],
    [['clear', 'look'], 'start', 'planFirst'],
    [['clear', 'look', 'plan', 'tan'], 'start', 'planIsStale'],
    [['clear', 'look', 'plan', 'look'], 'start', 'prepareFirst'],
    [['clear', 'look', 'plan', 'sun'], 'start', 'stoppedByAnswers'],
    [['clear', 'look', 'plan'], 'pulses', 'notStarted'],
    // What a console fired has been fired, whatever was pressed by then.
    [['clear', 'look', 'plan'], 'counted', null],
    [['clear', 'look', 'plan', 'start'], 'counted', null],
    [['clear', 'look', 'plan', 'start'], 'pulses', null],
    [['clear', 'look', 'plan', 'start', 'end'], 'pulses', null],
    [['clear', 'look', 'plan', 'start', 'end'], 'start', 'alreadyEnded'],
    [['clear', 'look', 'plan', 'start'], 'watch', 'endTreatmentFirst'],
    [['clear', 'look', 'plan', 'start', 'end'], 'watch', null],
    [['clear', 'look', 'plan', 'start', 'end'], 'home', 'watchFirst'],
    [['clear', 'look', 'plan', 'start', 'end', 'watch'], 'home', null],
    [['clear', 'look', 'plan', 'start', 'end', 'watch', 'home'], 'clear', 'alreadySentHome'],
    [['clear', 'look', 'plan', 'start', 'end', 'watch', 'home'], 'watch', null],
  ])('after %j, %s gives %s', (names, next, refusal) => {
    expect(after(names, next)).toBe(refusal);
  });

  it('begins no treatment without consent, and loses no press for want of it', () => {
    expect(after(['clear', 'look', 'plan'], 'start', false)).toBe('noConsent');
    expect(after(['clear', 'look', 'plan', 'start'], 'pulses', false)).toBeNull();
  });
});
