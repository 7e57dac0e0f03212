import { describe, expect, it } from 'vitest';
import { CORE_VERSION } from '../version';
import { CASE, past, SETTING, SUBJECT } from '../plan/plan.test-data';
import { answersGiven, readyFor } from './record.test-data';
import {
  lastFiredAt,
  onsetProblem,
  pastSessions,
  refuseVisitEvent,
  risesOf,
  sessionSheet,
  visitRecord,
  workAgain,
  type AcceptedPlan,
  type EventBody,
  type VisitEvent,
} from './index';

const ZONE = 'zone';
const moment = (minute: number) => new Date(Date.UTC(2026, 10, 24, 10, minute)).toISOString();

const PLAN: AcceptedPlan = {
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

const events = (...lines: readonly (readonly [minute: number, body: EventBody])[]) =>
  lines.map(([minute, body], index): VisitEvent => ({
    id: `e${String(index).padStart(3, '0')}`,
    at: moment(minute),
    staffId: 's',
    body,
  }));

const BEGUN = [
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

const refuse = (list: readonly VisitEvent[], body: EventBody, minute = 20, undoMinutes = 15) =>
  refuseVisitEvent(list, { id: 'new', at: moment(minute), body }, ZONE, {
    consented: true,
    now: moment(minute),
    undoMinutes,
  });

const dial = (fluenceJcm2: number, more: object = {}): EventBody => ({
  kind: 'settingChanged',
  setting: { ...SETTING, fluenceJcm2 },
  reason: 'x',
  ...more,
});

describe('one rise a visit', () => {
  const after = (...changes: EventBody[]) =>
    events(...BEGUN, ...changes.map((body, i) => [10 + i, body] as const));

  it('is a tenth at the most, counted from what was last dialled in for the zone', () => {
    // 16 × 1.1 = 17.6.
    expect(refuse(after(), dial(17.6))).toBeNull();
    expect(refuse(after(), dial(18))).toBe('riseTooLarge');
    expect(refuse(after(dial(17)), dial(18))).toBe('raisedAlready');
    expect(refuse(after(dial(17)), dial(15))).toBeNull();
  });

  it('is used up by a rise after a lowering', () => {
    expect(refuse(after(dial(14)), dial(15))).toBeNull();
    expect(refuse(after(dial(14), dial(15)), dial(16))).toBe('raisedAlready');
  });

  it('is not used up by going back after a cell that asked for less', () => {
    const bony = dial(14, { forCell: 3 });
    expect(refuse(after(bony), dial(16))).toBeNull();
    expect(refuse(after(bony, dial(16)), dial(17))).toBeNull();
    expect(risesOf(SETTING, [{ setting: { ...SETTING, fluenceJcm2: 14 }, forCell: 3 }])).toEqual({
      rises: 0,
      base: SETTING,
    });
  });

  it('holds for a shorter pulse and for a plan accepted in the midst of the session', () => {
    const shorter: EventBody = {
      kind: 'settingChanged',
      setting: { ...SETTING, pulseMs: 20 },
      reason: 'x',
    };
    expect(refuse(after(dial(17)), shorter)).toBeNull();
    expect(
      refuse(after(dial(17), dial(16)), { ...shorter, setting: { ...SETTING, pulseMs: 20 } }),
    ).toBe('raisedAlready');
    const raised = { ...PLAN, setting: { ...SETTING, fluenceJcm2: 19 } };
    expect(refuse(after(), { kind: 'planAccepted', plan: raised })).toBe('riseTooLarge');
  });
});

describe('a session that hurt', () => {
  const hurt = (...more: (readonly [number, EventBody])[]) =>
    events(...BEGUN, [10, { kind: 'painScored', score: 7 }], ...more);

  it('is stopped by pain of 7 and by harm, whatever the page adds', () => {
    expect(visitRecord(hurt()).run.state).toBe('stopped');
    const harmed = events(...BEGUN, [10, { kind: 'markSeen', mark: 'blister' }]);
    expect(visitRecord(harmed).run.state).toBe('stopped');
    const six = events(...BEGUN, [10, { kind: 'painScored', score: 6 }]);
    expect(visitRecord(six).run.state).toBe('running');
  });

  it('goes on only once its causes were looked for', () => {
    expect(refuse(hurt(), { kind: 'resumed' })).toBe('causesFirst');
    const found = [11, { kind: 'causeLooked', cause: 'poorCooling', found: true }] as const;
    expect(refuse(hurt(found), { kind: 'resumed' })).toBeNull();
  });
});

describe('taking back', () => {
  const pressed = (...more: (readonly [number, EventBody])[]) =>
    events(...BEGUN, [10, { kind: 'pulsesFired', count: 5 }], ...more);
  const idOf = (list: readonly VisitEvent[], kind: EventBody['kind']) =>
    list.find(({ body }) => body.kind === kind)!.id;
  const undo = (list: readonly VisitEvent[], kind: EventBody['kind'], minute = 20) =>
    refuse(list, { kind: 'undone', eventId: idOf(list, kind) }, minute);

  it('reaches the room’s own presses of a session that runs', () => {
    expect(undo(pressed(), 'pulsesFired')).toBeNull();
  });

  it.each([
    'answersGiven',
    'findingsRecorded',
    'planAccepted',
    'treatmentStarted',
    'settingsRead',
  ] as const)('never reaches %s', (kind) => {
    expect(undo(pressed(), kind)).toBe('notUndoable');
  });

  it('ends so many minutes after the session', () => {
    const ended = pressed([15, { kind: 'treatmentEnded' }]);
    expect(undo(ended, 'pulsesFired', 30)).toBeNull();
    expect(undo(ended, 'pulsesFired', 31)).toBe('tooLateToUndo');
  });

  it('takes back nothing that is not there', () => {
    expect(refuse(pressed(), { kind: 'undone', eventId: 'nobody' })).toBe('noSuchEntry');
  });
});

describe('a record that was signed', () => {
  const SIGNED: EventBody = {
    kind: 'recordSigned',
    digest: 'a'.repeat(64),
    signature: { kind: 'typed', name: 'One' },
    entries: BEGUN.length + 2,
  };
  const signed = events(
    ...BEGUN,
    [10, { kind: 'pulsesFired', count: 5 }],
    [15, { kind: 'treatmentEnded' }],
    [20, SIGNED],
  );

  it.each<[string, EventBody, number, string | null]>([
    ['an undo', { kind: 'undone', eventId: signed.at(-3)!.id }, 21, 'recordSigned'],
    ['answers', answersGiven({ sun: { yes: false } }), 21, 'recordSigned'],
    ['pulses of later', { kind: 'pulsesFired', count: 5 }, 21, 'recordSigned'],
    ['pulses of before that come late', { kind: 'pulsesFired', count: 5 }, 12, null],
    ['an amendment', { kind: 'amended', about: null, text: 'More', reason: 'Left out' }, 21, null],
  ])('takes additions alone: %s', (_name, body, minute, expected) => {
    expect(refuse(signed, body, minute)).toBe(expected);
  });

  it('says that it changed, by whatever came, however it is dated', () => {
    const with_ = (body: EventBody, minute: number): VisitEvent => ({
      id: 'later',
      at: moment(minute),
      staffId: 's',
      body,
    });
    const changed = (...more: VisitEvent[]) =>
      sessionSheet([...signed, ...more], ZONE).changedSinceSigned;
    expect(changed()).toBe(false);
    expect(changed(with_({ kind: 'pulsesFired', count: 5 }, 12))).toBe(true);
    expect(changed(with_({ kind: 'undone', eventId: signed.at(-3)!.id }, 12))).toBe(true);
    expect(changed(with_({ kind: 'adviceGiven', by: 'print' }, 30))).toBe(false);
  });
});

describe('when a reaction can have begun', () => {
  const record = visitRecord(
    events(...BEGUN, [10, { kind: 'pulsesFired', count: 5 }], [15, { kind: 'treatmentEnded' }]),
  );

  it('counts from the last pulse, not from the end', () => {
    expect(lastFiredAt(record)).toBe(moment(10));
    expect(onsetProblem(record, moment(10), moment(60))).toBeNull();
    expect(onsetProblem(record, moment(8), moment(60))).toBe('beforeLastPulse');
    expect(onsetProblem(record, moment(62), moment(60))).toBe('afterTold');
  });
});

describe('what a session leaves for the next plan', () => {
  it('holds light, train and cooling, so that it can be compared once its handpiece is gone', () => {
    const record = visitRecord(events(...BEGUN, [10, { kind: 'pulsesFired', count: 5 }]));
    expect(pastSessions(record)[0]!.used).toEqual({
      light: { wavelengthNm: 810 },
      train: { count: 1, gapMs: 0 },
      cooling: { kind: 'contact', plateC: 5, preSeconds: 0.5 },
      gel: true,
    });
  });
});

describe('an accepted plan worked out again', () => {
  const { handpieces, protocol } = CASE;
  const again = (more: Partial<AcceptedPlan>) =>
    workAgain({ plan: { ...PLAN, ...more }, handpieces, protocol, agreed: false });

  it('agrees where nothing has changed', () => {
    expect(again({ coreVersion: CORE_VERSION })).toMatchObject({
      upperJcm2: { then: 19, now: 19 },
      refusals: [],
      differs: [],
    });
  });

  it('says what differs', () => {
    expect(again({ upperJcm2: 24 })).toMatchObject({
      coreVersion: { then: '0.1.0', now: CORE_VERSION },
      upperJcm2: { then: 24, now: 19 },
      differs: ['coreVersion', 'upperJcm2'],
    });
    const setting = { ...SETTING, fluenceJcm2: 30 };
    expect(again({ setting }).differs).toContain('refusals');
    expect(again({ setting }).refusals).toEqual(['aboveLimit']);
  });
});
