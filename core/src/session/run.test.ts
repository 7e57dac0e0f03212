import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { past, SETTING, SUBJECT } from '../plan/plan.test-data';
import { answersGiven } from './record.test-data';
import { cellRun } from './run';
import { preparation } from './preparation';
import { visitRecord } from './visit-record';
import { withInterval, type Intervals } from './intervals';
import { type EventBody, type VisitEvent } from '../events';

const script = (...lines: readonly (readonly [second: number, body: EventBody])[]) =>
  lines.map(([second, body], index): VisitEvent => ({
    id: `e${String(index).padStart(3, '0')}`,
    at: new Date(Date.UTC(2026, 10, 24, 10, 0, second)).toISOString(),
    staffId: 's',
    body,
  }));

const PLAN = {
  kind: 'planAccepted',
  plan: {
    subject: { ...SUBJECT, history: [past()] },
    setting: SETTING,
    wavelengthNm: 810,
    upperJcm2: 24,
    expectedPulses: 278,
    cooling: { kind: 'contact', plateC: 5, preSeconds: 0.5 },
    gel: true,
    job: 'hair',
    devicesVersionId: 'd',
    protocolVersionId: 'p',
    coreVersion: '0.1.0',
    plannedOn: '2026-11-24',
  },
} as const satisfies EventBody;
const ASKED = answersGiven({ sun: { yes: false } });
const LOOKED: EventBody = {
  kind: 'findingsRecorded',
  findings: { skin: SUBJECT.skin, hair: SUBJECT.hair, areaCm2: 400 },
};
const START: EventBody = { kind: 'treatmentStarted' };
const pulses = (count: number): EventBody => ({ kind: 'pulsesFired', count });
const counted = (from: number, to: number): EventBody => ({
  kind: 'consolePulses',
  serial: 'TQ-SIM-1',
  from,
  to,
});

describe('a session by cells', () => {
  const { run } = visitRecord(
    script(
      [0, ASKED],
      [1, LOOKED],
      [2, PLAN],
      [10, START],
      [10, { kind: 'cellChosen', cell: 1 }],
      [20, pulses(60)],
      [25, { kind: 'painScored', score: 3 }],
      [30, { kind: 'paused' }],
      [90, { kind: 'resumed' }],
      [100, pulses(9)],
      [110, { kind: 'cellEnded', cell: 1, how: 'done' }],
      [110, { kind: 'cellChosen', cell: 2 }],
      [130, pulses(70)],
      [140, { kind: 'markSeen', mark: 'perifollicularOedema' }],
      [150, { kind: 'cellEnded', cell: 2, how: 'warm' }],
    ),
  );

  it('knows pulses, time without its pauses, pain and marks of each', () => {
    // 10–30 s and 90–110 s: 40 s.
    const first = cellRun(run, 1);
    expect({ ...first, energyJ: Math.round(first.energyJ * 100) / 100 }).toEqual({
      pulses: 69,
      passes: 0,
      passEnds: [],
      // 16 J/cm² over 1.44 cm²: 23.04 J a pulse.
      energyJ: 69 * 23.04,
      seconds: 40,
      marks: [],
      pains: [3],
      ended: 'done',
    });
    expect(cellRun(run, 2)).toMatchObject({
      pulses: 70,
      seconds: 40,
      marks: ['perifollicularOedema'],
      ended: 'warm',
    });
    expect(cellRun(run, 3)).toMatchObject({ pulses: 0, ended: null });
    expect(run.pulses).toBe(139);
  });
});

describe('pulses by a console’s counter', () => {
  it('count once, however many tablets tell of them and however often', () => {
    const { run } = visitRecord(
      script(
        [0, ASKED],
        [1, LOOKED],
        [2, PLAN],
        [10, START],
        [10, { kind: 'cellChosen', cell: 1 }],
        [11, counted(1000, 1003)],
        [12, counted(1001, 1003)],
        [13, counted(1003, 1010)],
        [14, counted(1000, 1010)],
        [15, pulses(2)],
      ),
    );
    expect(run.pulses).toBe(12);
    expect(cellRun(run, 1).pulses).toBe(12);
    expect(run.counted).toEqual({ 'TQ-SIM-1': [[1000, 1010]] });
  });

  it('come to the same in whatever order and stretches they arrive', () => {
    const stretch = fc
      .tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 20 }))
      .map(([from, length]) => ({ serial: 's', from, to: from + length }));
    fc.assert(
      fc.property(fc.array(stretch, { maxLength: 12 }), (list) => {
        let intervals: Intervals = {};
        let sum = 0;
        for (const each of list) {
          const next = withInterval(intervals, each);
          intervals = next.intervals;
          sum += next.added;
        }
        const seen = new Set<number>();
        for (const { from, to } of list) for (let n = from + 1; n <= to; n++) seen.add(n);
        expect(sum).toBe(seen.size);
      }),
    );
  });
});

describe('what is made ready', () => {
  const CHECKS = [
    ...([
      'identity',
      'door',
      'eyewear',
      'cover',
      'shaved',
      'clean',
      'jewellery',
      'grid',
      'gel',
    ] as const),
    'tipCold' as const,
  ];
  const ticks = CHECKS.map((check): [number, EventBody] => [
    5,
    { kind: 'checkTicked', check, done: true },
  ]);
  const shown = (fluenceJcm2: number): EventBody => ({
    kind: 'settingsRead',
    by: 'eye',
    shown: { ...SETTING, wavelengthNm: 810, fluenceJcm2 },
  });
  const prepared = (...more: (readonly [number, EventBody])[]) =>
    preparation(visitRecord(script([0, ASKED], [1, LOOKED], [2, PLAN], ...more)));

  it('is complete once all is ticked and the console agrees', () => {
    expect(prepared(...ticks)).toMatchObject({ open: [], mismatches: null, complete: false });
    expect(prepared(...ticks, [6, shown(16)])).toMatchObject({ mismatches: [], complete: true });
    expect(prepared(...ticks.slice(1), [6, shown(16)])).toMatchObject({
      open: [{ id: 'identity' }],
      complete: false,
    });
  });

  it('stops at a console that shows something else, until it is read again', () => {
    expect(prepared(...ticks, [6, shown(18)])).toMatchObject({
      mismatches: ['fluenceJcm2'],
      complete: false,
    });
    expect(prepared(...ticks, [6, shown(18)], [7, shown(16)]).complete).toBe(true);
  });

  it('waits for numbing cream to come off', () => {
    const on = { kind: 'numbingChanged', on: true, areaCm2: 100, by: 'cream' } as const;
    const wiped: EventBody = { kind: 'checkTicked', check: 'numbing', done: true };
    const before = prepared(...ticks, [6, shown(16)], [7, on], [8, wiped]);
    expect(before).toMatchObject({ numbed: true, complete: false });
    const off = prepared(...ticks, [6, shown(16)], [7, on], [8, wiped], [9, { ...on, on: false }]);
    expect(off.complete).toBe(true);
  });

  it('is undone by a tick taken off, and by a plan with another handpiece, but for who the client is', () => {
    const untick: EventBody = { kind: 'checkTicked', check: 'eyewear', done: false };
    expect(prepared(...ticks, [6, shown(16)], [7, untick]).open).toMatchObject([{ id: 'eyewear' }]);
    const other: EventBody = {
      ...PLAN,
      plan: { ...PLAN.plan, setting: { ...SETTING, handpieceId: 'other' } },
    };
    expect(prepared(...ticks, [6, shown(16)], [7, other]).open).toHaveLength(CHECKS.length - 1);
  });
});

describe('a session that hurt', () => {
  const begun = script([0, ASKED], [1, LOOKED], [2, PLAN], [10, START], [11, pulses(3)]);
  const after = (...bodies: readonly EventBody[]) =>
    visitRecord([
      ...begun,
      ...bodies.map((body, index): VisitEvent => ({
        ...{ id: `h${index}`, at: new Date(Date.UTC(2026, 10, 24, 10, 1, index)).toISOString() },
        ...{ staffId: 's', body },
      })),
    ]).run;
  const pain = (score: number): EventBody => ({ kind: 'painScored', score });
  const STOPPED: EventBody = { kind: 'stopped' };
  const looked = (found: boolean): EventBody => ({
    ...{ kind: 'causeChecked', cause: 'unseenTan', found },
  });

  it('is one with pain of 7, or with harm that was seen', () => {
    expect(after(pain(6), STOPPED).harmed).toBe(false);
    expect(after(pain(7), STOPPED).harmed).toBe(true);
    expect(after({ kind: 'markSeen', mark: 'blister' }, STOPPED).harmed).toBe(true);
    expect(after({ kind: 'markSeen', mark: 'perifollicularOedema' }, STOPPED).harmed).toBe(false);
  });

  it('keeps what was looked for until it goes on', () => {
    expect([...after(pain(8), STOPPED, looked(false)).causesChecked]).toEqual([
      ['unseenTan', false],
    ]);
    expect([...after(pain(8), STOPPED, looked(false), looked(true)).causesChecked]).toEqual([
      ['unseenTan', true],
    ]);
    const goneOn = after(pain(8), STOPPED, looked(true), { kind: 'resumed' });
    expect(goneOn).toMatchObject({ harmed: false, causesChecked: new Map() });
  });

  it('knows which cause was looked for last', () => {
    const fluence: EventBody = { kind: 'causeChecked', cause: 'tooMuchFluence', found: false };
    const { causesChecked: both } = after(pain(8), STOPPED, fluence, looked(false), fluence);
    expect([...both.keys()]).toEqual(['unseenTan', 'tooMuchFluence']);
  });

  it('is none once the score was taken back', () => {
    expect(after(pain(8), STOPPED, { kind: 'undone', eventId: 'h0' }).harmed).toBe(false);
  });
});

describe('a session that has ended', () => {
  const ended = script(
    [0, ASKED],
    [1, LOOKED],
    [2, PLAN],
    [10, START],
    [11, { kind: 'cellChosen', cell: 1 }],
    [12, pulses(3)],
    [20, { kind: 'treatmentEnded' }],
    // Of a tablet that had not heard of it.
    [21, { kind: 'paused' }],
    [22, { kind: 'resumed' }],
    [23, pulses(2)],
    [24, { kind: 'stopped' }],
  );

  it('counts what another tablet did later, and stays ended', () => {
    const { run } = visitRecord(ended);
    expect(run).toMatchObject({ state: 'ended', pulses: 5, runningSince: null });
    expect(cellRun(run, 1)).toMatchObject({ pulses: 5, seconds: 9 });
  });
});
