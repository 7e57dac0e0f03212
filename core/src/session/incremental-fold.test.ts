import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { incrementalFold } from './incremental-fold';
import { zoneRecords } from './zones';
import { type EventBody, type VisitEvent } from '../events';
import { moment, twoLights } from './two-lights.test-data';
import { defined } from '../units';

const BOOKED = 'area';
const OTHER = 'other';
const START = 1000;

const event = (index: number, body: EventBody, more: Partial<VisitEvent> = {}): VisitEvent => ({
  ...{ id: `p${String(index).padStart(5, '0')}`, at: moment(START + index), staffId: 'one', body },
  ...more,
});

/** A session under way, and so many single pulses after it. */
const presses = (count: number): readonly VisitEvent[] => [
  ...twoLights().filter(({ body }) => body.kind !== 'treatmentEnded'),
  ...Array.from({ length: count }, (_, index) => event(index, { kind: 'pulsesFired', count: 1 })),
];

const pulsesIn = (zones: ReturnType<ReturnType<typeof incrementalFold>>) =>
  defined(zones.get(BOOKED)).run.pulses;

describe('a visit that grows', () => {
  it('is the same as one rebuilt, at every press', () => {
    const rebuild = incrementalFold();
    const all = presses(300);
    for (let length = all.length - 300; length <= all.length; length++) {
      const soFar = all.slice(0, length);
      expect(rebuild(soFar, BOOKED)).toEqual(zoneRecords(soFar, BOOKED));
    }
  });

  it('follows a list that somebody adds to in place', () => {
    const rebuild = incrementalFold();
    const all = [...presses(300)];
    const more = Array.from({ length: 200 }, (_, index) =>
      event(1000 + index, { kind: 'pulsesFired', count: 1 }),
    );
    rebuild(all, BOOKED);
    for (const each of more) {
      all.push(each);
      expect(rebuild(all, BOOKED, true)).toEqual(zoneRecords([...all], BOOKED));
    }
  });

  it('takes back a press of long ago', () => {
    const rebuild = incrementalFold();
    const all = presses(400);
    expect(pulsesIn(rebuild(all, BOOKED))).toBe(470);
    const undo = event(900, { kind: 'undone', eventId: 'p00003' });
    expect(pulsesIn(rebuild([...all, undo], BOOKED))).toBe(469);
    // And is told so at every press that follows.
    const more = event(901, { kind: 'pulsesFired', count: 5 });
    expect(pulsesIn(rebuild([...all, undo, more], BOOKED))).toBe(474);
  });

  it('takes back a press that comes only after the taking back', () => {
    const rebuild = incrementalFold();
    const undo = event(-1, { kind: 'undone', eventId: 'late' }, { at: moment(71) });
    const all = [...presses(0), undo, ...presses(300).slice(presses(0).length)];
    expect(pulsesIn(rebuild(all, BOOKED))).toBe(370);
    const late = event(950, { kind: 'pulsesFired', count: 9 }, { id: 'late' });
    expect(pulsesIn(rebuild([...all, late], BOOKED))).toBe(370);
  });

  it('puts in its place what another tablet kept hours ago', () => {
    const rebuild = incrementalFold();
    const all = presses(400).map((each): VisitEvent =>
      each.id === 'p00100' ? { ...each, body: { kind: 'painScored', score: 2 } } : each,
    );
    rebuild(all, BOOKED);
    const late = event(0, { kind: 'painScored', score: 9 }, { id: 'late', at: moment(START) });
    const zones = rebuild([...all, late], BOOKED);
    expect(zones).toEqual(zoneRecords([...all, late], BOOKED));
    expect(defined(zones.get(BOOKED)).run.pains.map(({ score }) => score)).toEqual([4, 6, 9, 2]);
  });

  it('follows zones that are added and left, and a list that lost what was refused', () => {
    const rebuild = incrementalFold();
    const all = presses(300);
    const added = event(500, { kind: 'zoneAdded', areaId: OTHER, assessment: null });
    const left = event(501, { kind: 'zoneLeft', areaId: OTHER, reason: 'late' });
    expect([...rebuild(all, BOOKED).keys()]).toEqual([BOOKED]);
    expect([...rebuild([...all, added], BOOKED).keys()]).toEqual([BOOKED, OTHER]);
    expect([...rebuild([...all, added, left], BOOKED).keys()]).toEqual([BOOKED]);
    expect(pulsesIn(rebuild(all.slice(0, -1), BOOKED))).toBe(369);
    expect(pulsesIn(rebuild(all, BOOKED))).toBe(370);
  });

  it('is the same whatever comes, in whatever order it comes', () => {
    const body = fc.oneof(
      fc.constant<EventBody>({ kind: 'pulsesFired', count: 1 }),
      fc.nat(10).map((score): EventBody => ({ kind: 'painScored', score })),
      fc.nat(3).map((cell): EventBody => ({ kind: 'cellChosen', cell })),
      fc.constant<EventBody>({ kind: 'paused' }),
    );
    const one = fc.record({
      ...{ body, second: fc.nat(3), areaId: fc.constantFrom(BOOKED, OTHER) },
      // One press in forty takes back one of the last thirty.
      undoes: fc.oneof(
        { weight: 39, arbitrary: fc.constant(null) },
        { weight: 1, arbitrary: fc.nat(30) },
      ),
    });
    fc.assert(
      fc.property(
        fc.array(one, { minLength: 150, maxLength: 400 }),
        fc.array(fc.nat(400), { maxLength: 4 }),
        (list, places) => {
          const rebuild = incrementalFold();
          const added = event(0, { kind: 'zoneAdded', areaId: OTHER, assessment: null });
          const whole = list.map(({ body: said, second, areaId, undoes }, index) => {
            const eventId = `p${String(index - (undoes ?? 0)).padStart(5, '0')}`;
            const told: EventBody = undoes === null ? said : { kind: 'undone', eventId };
            return index === 0
              ? added
              : event(index, told, { at: moment(START + index - second), areaId });
          });
          for (const place of [...places.sort((a, b) => a - b), list.length]) {
            const soFar = whole.slice(0, place);
            expect(rebuild(soFar, BOOKED)).toEqual(zoneRecords(soFar, BOOKED));
          }
        },
      ),
      { numRuns: 60, endOnFailure: true },
    );
  });
});
