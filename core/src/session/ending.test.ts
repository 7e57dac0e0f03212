import { describe, expect, it } from 'vitest';
import { CORE_VERSION } from '../version';
import { CASE, SETTING } from '../plan/plan.test-data';
import { ZONE, moment, PLAN, events, BEGUN, refuse } from './hair-session.test-data';
import { lastFiredAt, onsetProblem } from './onset';
import { pastSessions } from './past-session';
import { refuseVisitEvent } from '../workflow';
import { secondLookDue } from './second-look-due';
import { visitRecord } from './visit-record';
import { workAgain } from './work-again';
import { type AcceptedPlan, type EventBody } from '../events';
import { defined } from '../units';

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

describe('a reaction that a clinician had to see at once', () => {
  const told = events(
    ...BEGUN,
    [10, { kind: 'pulsesFired', count: 5 }],
    [15, { kind: 'treatmentEnded' }],
    [
      50,
      {
        kind: 'reactionReported',
        how: 'phone',
        report: {
          what: 'blister',
          onsetAt: moment(40),
          extent: 'part',
          sizeCm: null,
          place: null,
          trend: 'worse',
          signs: ['fever'],
        },
        triage: null,
        photoIds: [],
        note: '',
      },
    ],
  );
  const [reported] = told.slice(-1);
  const close: EventBody = {
    kind: 'reactionClosed',
    reactionId: defined(reported).id,
    outcome: 'healed',
    note: '',
  };
  const closedBy = (supervisor: boolean) => {
    const { triage } = defined(visitRecord(told).reactions[0]);
    const judged = told.map((event) =>
      event.body.kind === 'reactionReported'
        ? { ...event, body: { ...event.body, triage } }
        : event,
    );
    return refuseVisitEvent(judged, { id: 'c', at: moment(60), body: close }, ZONE, {
      consented: true,
      now: moment(60),
      undoMinutes: 15,
      supervisor,
    });
  };

  it('is closed by a supervisor, not by a technician alone', () => {
    expect(defined(defined(visitRecord(told).reactions[0]).triage).level).toBe('clinicianNow');
    expect(closedBy(false)).toBe('closedBySupervisor');
    expect(closedBy(true)).toBeNull();
  });
});

describe('a treatment that ended too soon', () => {
  const ended = events(...BEGUN, [15, { kind: 'treatmentEnded' }]);
  const HOME: EventBody = { kind: 'sentHome', advice: [], nextVisitOn: '2027-01-19', note: '' };
  const reopen: EventBody = { kind: 'treatmentReopened', reason: 'Three cells were left' };

  it('is reopened, paused, until the client is sent home or the record signed', () => {
    expect(refuse(ended, reopen)).toBeNull();
    expect(refuse(events(...BEGUN), reopen)).toBe('notEnded');
    const again = [...ended, { ...defined(ended[0]), id: 'r', at: moment(16), body: reopen }];
    expect(visitRecord(again).run).toMatchObject({ state: 'paused', endedAt: null });
    const home = [...ended, { ...defined(ended[0]), id: 'h', at: moment(30), body: HOME }];
    expect(refuse(home, reopen, 31)).toBe('alreadySentHome');
  });
});

describe('the second look', () => {
  const ended = events(
    ...BEGUN,
    [10, { kind: 'pulsesFired', count: 5 }],
    [14, { kind: 'treatmentEnded' }],
  );
  const look = (more: object = {}): EventBody => ({
    kind: 'postTreatmentChecked',
    minutesAfter: 5,
    marks: ['nothing'],
    grade: 0,
    note: '',
    ...more,
  });

  it('is counted from the last pulse, and needs a reason before its time', () => {
    expect(secondLookDue(visitRecord(ended))).toMatchObject({ minutes: 5, at: moment(15) });
    expect(refuse(ended, look(), 14)).toBe('lookTooEarly');
    expect(refuse(ended, look({ early: 'The client has to leave' }), 14)).toBeNull();
    expect(refuse(ended, look(), 15)).toBeNull();
  });
});

describe('what a session leaves for the next plan', () => {
  it('holds light, train and cooling, so that it can be compared once its handpiece is gone', () => {
    const record = visitRecord(events(...BEGUN, [10, { kind: 'pulsesFired', count: 5 }]));
    expect(defined(pastSessions(record)[0]).used).toEqual({
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
