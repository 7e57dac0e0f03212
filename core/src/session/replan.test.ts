import { describe, expect, it } from 'vitest';
import { isSwapping } from './preparation';
import { segmentsOf } from './wavelength-segments';
import { refuseEvent, stageStates } from '../workflow';
import { visitRecord } from './visit-record';
import { type AcceptedPlan, type EventBody, type VisitEvent } from '../events';
import { DRAWN, moment, readyAt, twoLights } from './two-lights.test-data';
import { defined } from '../units';

// The first light of a session on two parts: 50 pulses on the first, which is done; then 10 on the second.
const whole = twoLights(DRAWN);
const ended = whole.findIndex(({ body }) => body.kind === 'cellEnded');
const add = (
  events: readonly VisitEvent[],
  ...lines: readonly (readonly [second: number, body: EventBody])[]
): readonly VisitEvent[] => [
  ...events,
  ...lines.map(([second, body], index) => ({
    id: `x${events.length + index}`,
    at: moment(second),
    staffId: 'one',
    body,
  })),
];
const BEFORE = add(
  whole.slice(0, ended + 1),
  [34, { kind: 'cellChosen', cell: 2 }],
  [36, { kind: 'pulsesFired', count: 10 }],
);
const planOf = (events: readonly VisitEvent[]) => defined(visitRecord(events).plan);
const accepted = (change: (plan: AcceptedPlan) => AcceptedPlan): EventBody => ({
  kind: 'planAccepted',
  plan: change(planOf(BEFORE)),
});
const lower = accepted((plan) => ({ ...plan, setting: { ...plan.setting, fluenceJcm2: 3.2 } }));
const resumed = (events: readonly VisitEvent[]) =>
  refuseEvent(visitRecord(events), { kind: 'resumed' }, true, '2026-11-24T12:00:00.000Z');

describe('a plan accepted again in the midst of a session, for the same work', () => {
  const events = add(BEFORE, [45, lower]);
  const record = visitRecord(events);

  it('leaves what was done as done, and stays at its cell', () => {
    expect(record.segments).toEqual([]);
    expect(record.run.cells.get(1)).toMatchObject({ pulses: 50, ended: 'done' });
    expect(record.run.cells.get(2)).toMatchObject({ pulses: 10, ended: null });
    expect(record.run.cell).toBe(2);
  });

  it('pauses, and goes on only once the console was read back', () => {
    expect(record.run.state).toBe('paused');
    expect(isSwapping(record)).toBe(true);
    expect(resumed(events)).toBe('prepareFirst');
    const ready = [...events, ...readyAt(events, 50)];
    expect(isSwapping(visitRecord(ready))).toBe(false);
    expect(resumed(ready)).toBeNull();
  });

  it('stays shut on a console that shows something else, whatever is dialled in then', () => {
    const {
      handpieceId: _id,
      technique: _technique,
      passes: _passes,
      ...shown
    } = planOf(events).setting;
    const read: EventBody = {
      kind: 'settingsRead',
      by: 'eye',
      shown: { ...shown, wavelengthNm: 1064, fluenceJcm2: 4 },
    };
    const differing = add(events, [50, read]);
    expect(isSwapping(visitRecord(differing))).toBe(true);
    expect(resumed(differing)).toBe('prepareFirst');
    const { setting } = planOf(events);
    const dial = (fluenceJcm2: number): EventBody => ({
      ...{ kind: 'settingChanged', setting: { ...setting, fluenceJcm2 }, reason: 'x' },
    });
    expect(isSwapping(visitRecord(add(differing, [52, dial(3)])))).toBe(true);
    // Dialled in as the console shows it, they agree.
    expect(isSwapping(visitRecord(add(differing, [52, dial(4)])))).toBe(false);
  });

  it('asks for no other eyewear: what was ticked stands', () => {
    expect(record.ready.size).toBeGreaterThan(0);
    expect([...record.ready.keys()]).toEqual([...visitRecord(BEFORE).ready.keys()]);
  });

  it('asks for eyewear again where the new plan needs a denser one, and for nothing else', () => {
    const at = (fluenceJcm2: number) =>
      accepted((plan) => ({ ...plan, setting: { ...plan.setting, fluenceJcm2 } }));
    // 1064 nm in 6 ns: 2e-6 J/cm². 1.5 ÷ 2e-6 is 5.9 and asks for 6, 3.2 ÷ 2e-6 is 6.2 and asks for 7.
    const weak = add(BEFORE, [45, at(1.5)]);
    expect(visitRecord(weak).ready).toEqual(visitRecord(BEFORE).ready);
    const stronger = visitRecord(add(weak, [50, at(3.2)])).ready;
    expect(stronger.has('eyewear')).toBe(false);
    expect([...stronger.keys(), 'eyewear'].sort()).toEqual(
      [...visitRecord(BEFORE).ready.keys()].sort(),
    );
  });

  it('is held back after a stop as well', () => {
    const stopped = visitRecord(add(events, [47, { kind: 'stopped' }]));
    expect(stopped.run.state).toBe('stopped');
    expect(isSwapping(stopped)).toBe(true);
  });

  it('opens Prepare again until then', () => {
    expect(stageStates(visitRecord(BEFORE), true).prepare).toBe('done');
    expect(stageStates(record, true).prepare).toBe('open');
    const ready = visitRecord([...events, ...readyAt(events, 50)]);
    expect(stageStates(ready, true).prepare).toBe('done');
  });

  it('counts as a change of what is dialled in, where it is one', () => {
    expect(record.run.changes).toMatchObject([{ at: moment(45), setting: { fluenceJcm2: 3.2 } }]);
    const same = visitRecord(add(BEFORE, [45, accepted((plan) => plan)]));
    expect(same.run.changes).toEqual([]);
    expect(isSwapping(same)).toBe(true);
  });

  it('gives each pulse the energy of its own setting', () => {
    const ready = [...events, ...readyAt(events, 50)];
    const after = visitRecord(
      add(ready, [55, { kind: 'resumed' }], [60, { kind: 'pulsesFired', count: 5 }]),
    );
    // π·0.2² cm² a spot of 4 mm: 60 pulses at 4 J/cm², 5 at 3.2.
    expect(after.run.energyJ).toBeCloseTo(Math.PI * 0.04 * (60 * 4 + 5 * 3.2), 9);
    expect(segmentsOf(after)).toMatchObject([
      { pulses: 60, setting: { fluenceJcm2: 4 } },
      { pulses: 5, setting: { fluenceJcm2: 3.2 } },
    ]);
  });

  it('takes what is dialled in afterwards, with a reason, for no mismatch', () => {
    const ready = [...events, ...readyAt(events, 50)];
    const { setting } = planOf(events);
    const dialled = add(
      ready,
      [55, { kind: 'resumed' }],
      [
        60,
        { kind: 'settingChanged', setting: { ...setting, fluenceJcm2: 3 }, reason: 'less pain' },
      ],
      [65, { kind: 'paused' }],
    );
    expect(isSwapping(visitRecord(dialled))).toBe(false);
  });
});

describe('a plan accepted again for other work', () => {
  const relit = (change: (plan: AcceptedPlan) => AcceptedPlan) =>
    visitRecord(add(BEFORE, [45, accepted(change)]));

  it.each<[string, (plan: AcceptedPlan) => AcceptedPlan]>([
    ['another light', (plan) => ({ ...plan, wavelengthNm: 532 })],
    [
      'another handpiece',
      (plan) => ({ ...plan, setting: { ...plan.setting, handpieceId: 'another' } }),
    ],
    ['another way', (plan) => ({ ...plan, setting: { ...plan.setting, technique: 'inMotion' } })],
    ['another colour', (plan) => ({ ...plan, ink: { colours: ['red'], darkPartOf: [] } })],
    ['another size', (plan) => ({ ...plan, subject: { ...plan.subject, areaCm2: 41 } })],
  ])('%s begins its own part of the session, and closes the one before', (_name, change) => {
    const record = relit(change);
    expect(record.segments).toMatchObject([{ upTo: { pulses: 60 } }]);
    expect(record.run).toMatchObject({ state: 'paused', cell: null, pulses: 60 });
    expect(isSwapping(record)).toBe(true);
  });
});

describe('a session that nobody planned again', () => {
  it('is held back by nothing, whatever was dialled in', () => {
    const { setting } = planOf(BEFORE);
    const paused = add(
      BEFORE,
      [37, { kind: 'settingChanged', setting: { ...setting, fluenceJcm2: 3 }, reason: 'pain' }],
      [38, { kind: 'paused' }],
    );
    expect(isSwapping(visitRecord(paused))).toBe(false);
    expect(resumed(paused)).toBeNull();
  });
});
