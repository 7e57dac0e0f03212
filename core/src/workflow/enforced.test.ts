import { describe, expect, it } from 'vitest';
import { SETTING } from '../plan/plan.test-data';
import {
  ZONE,
  moment,
  PLAN,
  events,
  BEGUN,
  refuse,
  dial,
  twoSettings,
} from '../session/hair-session.test-data';
import { answersGiven } from '../session/record.test-data';
import { pastSessions, risesOf, visitRecord } from '../session';
import { refuseVisitEvent } from './judge';
import { visitReport } from '../report';
import { type EventBody, type VisitEvent } from '../events';
import { defined } from '../units';

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
    const told = events(...BEGUN, [9, { kind: 'paused' }], [10, { kind: 'painScored', score: 7 }]);
    expect(visitRecord(told).run.state).toBe('stopped');
  });

  it('goes on only once its causes were looked for', () => {
    expect(refuse(hurt(), { kind: 'resumed' })).toBe('causesFirst');
    const found = [11, { kind: 'causeChecked', cause: 'poorCooling', found: true }] as const;
    expect(refuse(hurt(found), { kind: 'resumed' })).toBeNull();
  });
});

describe('a stop among tablets whose clocks differ', () => {
  const begun = events(...BEGUN).map((event, index) => ({ ...event, seq: index + 1 }));
  const start = begun.length;
  const press = (id: string, minute: number, body: EventBody, more: Partial<VisitEvent> = {}) => ({
    ...{ id, at: moment(minute), staffId: 's', body },
    ...more,
  });
  const stopped = { kind: 'stopped' } as const;
  const resumed = { kind: 'resumed' } as const;
  const state = (...more: VisitEvent[]) => visitRecord([...begun, ...more]).run.state;

  it('on the slower one wins over a later clock, at once and once it was received', () => {
    // The other tablet stopped and went on; its clock says minute 20. This one's says 8.
    const other = [
      press('o1', 19, stopped, { seq: start + 1 }),
      press('o2', 20, resumed, { seq: start + 2 }),
    ];
    expect(state(...other)).toBe('running');
    expect(state(...other, press('mine', 8, stopped))).toBe('stopped');
    expect(state(...other, press('mine', 8, stopped, { seq: start + 3 }))).toBe('stopped');
  });

  it('is not undone by somebody who had not seen it', () => {
    const seenNothing = press('b', 15, resumed, { seen: start });
    const seenIt = press('b', 15, resumed, { seen: start + 1 });
    const stop = press('a', 10, stopped, { seq: start + 1 });
    expect(state(stop, seenNothing)).toBe('stopped');
    expect(state(stop, seenIt)).toBe('running');
    const judged = (seen: number) =>
      refuseVisitEvent([...begun, stop], { ...seenIt, seen }, ZONE, {
        consented: true,
        now: moment(15),
        undoMinutes: 15,
      });
    expect(judged(start)).toBe('stoppedElsewhere');
    expect(judged(start + 1)).toBeNull();
  });

  it('holds against pain and harm too', () => {
    const pain = press('a', 10, { kind: 'painScored', score: 8 }, { seq: start + 1 });
    expect(state(pain, press('b', 15, resumed, { seen: start }))).toBe('stopped');
  });

  it('counts as received where its clock runs ahead of the server', () => {
    const ahead = press('a', 50, stopped, { seq: start + 1, receivedAt: moment(10) });
    const after = press('b', 12, resumed, { seq: start + 2, receivedAt: moment(12) });
    expect(state(ahead, after)).toBe('running');
  });
});

describe('taking back', () => {
  const pressed = (...more: (readonly [number, EventBody])[]) =>
    events(...BEGUN, [10, { kind: 'pulsesFired', count: 5 }], ...more);
  const idOf = (list: readonly VisitEvent[], kind: EventBody['kind']) =>
    defined(list.find(({ body }) => body.kind === kind)).id;
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
    ['an undo', { kind: 'undone', eventId: defined(signed.at(-3)).id }, 21, 'recordSigned'],
    ['answers', answersGiven({ sun: { yes: false } }), 21, 'recordSigned'],
    ['pulses of later', { kind: 'pulsesFired', count: 5 }, 21, 'recordSigned'],
    ['earlier pulses that arrive late', { kind: 'pulsesFired', count: 5 }, 12, null],
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
      visitReport([...signed, ...more], ZONE).changedSinceSigned;
    expect(changed()).toBe(false);
    expect(changed(with_({ kind: 'pulsesFired', count: 5 }, 12))).toBe(true);
    expect(changed(with_({ kind: 'undone', eventId: defined(signed.at(-3)).id }, 12))).toBe(true);
    expect(changed(with_({ kind: 'adviceGiven', by: 'print' }, 30))).toBe(false);
  });
});

describe('settings of one session', () => {
  it('each keep their own pulses, pain and response', () => {
    const record = visitRecord(twoSettings());
    const told = pastSessions(record).map(({ setting, pulses, answer }) => [
      ...[setting.fluenceJcm2, pulses, answer.painMax, answer.endpoint],
    ]);
    expect(told).toEqual([
      [16, 11, 7, 'strong'],
      [12, 44, 5, 'right'],
    ]);
  });
});
