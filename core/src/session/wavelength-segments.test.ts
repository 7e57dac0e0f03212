import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { segmentsOf } from './wavelength-segments';
import { visitReport } from '../report';
import { visitRecord } from './visit-record';
import { type EventBody, type VisitEvent } from '../events';
import { twoSettings } from './hair-session.test-data';
import { DRAWN, moment, twoLights } from './two-lights.test-data';
import type { Mark } from '../reaction';
import { defined } from '../units';

const BOOKED = 'area';

describe('however a session of two lights goes', () => {
  const [first, second] = twoLights(DRAWN).flatMap(({ body }) =>
    body.kind === 'planAccepted' ? [body] : [],
  );
  const press = fc.oneof(
    fc.integer({ min: 1, max: 60 }).map((count): EventBody => ({ kind: 'pulsesFired', count })),
    fc.constantFrom(1, 2, 101, 102).map((cell): EventBody => ({ kind: 'cellChosen', cell })),
    fc.nat(10).map((score): EventBody => ({ kind: 'painScored', score })),
    fc.constantFrom<EventBody>(
      { kind: 'paused' },
      { kind: 'resumed' },
      { kind: 'stopped' },
      { kind: 'passDone' },
      { kind: 'cellEnded', cell: 1, how: 'done' },
      defined(first),
      defined(second),
    ),
  );
  const sessions = fc.array(press, { maxLength: 60 }).map((list) => {
    const begun = twoLights(DRAWN);
    const start = begun.findIndex(({ body }) => body.kind === 'treatmentStarted');
    return [
      ...begun.slice(0, start + 1),
      ...list.map((body, index): VisitEvent => ({
        ...{
          id: `p${String(index).padStart(3, '0')}`,
          at: moment(100 + index * 5),
          staffId: 'one',
        },
        body,
      })),
    ];
  });

  it('nothing that was given is lost between its lights, and nothing counts twice', () => {
    fc.assert(
      fc.property(sessions, (events) => {
        const record = visitRecord(events);
        const segments = segmentsOf(record);
        const sum = (list: readonly number[]) => list.reduce((total, each) => total + each, 0);
        expect(sum(segments.map(({ pulses }) => pulses))).toBe(record.run.pulses);
        expect(sum(segments.map(({ energyJ }) => energyJ))).toBeCloseTo(record.run.energyJ, 6);
        const highest = segments.map(({ answer }) => answer.painMax ?? -1);
        expect(Math.max(-1, ...highest)).toBe(
          Math.max(-1, ...record.run.pains.map((p) => p.score)),
        );
      }),
    );
  });

  it('no cell got more than the session, nor longer than it lasted', () => {
    fc.assert(
      fc.property(sessions, (events) => {
        const { run } = visitRecord(events);
        const cells = [...run.cells.values()];
        const sum = (of: (cell: (typeof cells)[number]) => number) =>
          cells.reduce((total, cell) => total + of(cell), 0);
        expect(sum(({ pulses }) => pulses)).toBeLessThanOrEqual(run.pulses);
        expect(sum(({ energyJ }) => energyJ)).toBeLessThanOrEqual(run.energyJ + 1e-6);
        const lasted =
          (Date.parse(defined(events.at(-1)).at) - Date.parse(defined(run.startedAt))) / 1000;
        expect(sum(({ seconds }) => seconds)).toBeLessThanOrEqual(lasted + 1e-6);
      }),
    );
  });

  it('comes to the same on its record as in its history', () => {
    fc.assert(
      fc.property(sessions, (events) => {
        const record = visitRecord(events);
        const [zone] = visitReport(events, BOOKED).zones;
        const fired = segmentsOf(record).filter(({ pulses }) => pulses > 0);
        expect(defined(zone).lights.map(({ plan }) => plan.wavelengthNm)).toEqual(
          fired.map(({ plan }) => plan.wavelengthNm),
        );
        expect(defined(zone).pulses).toBe(record.run.pulses);
        const shown = defined(zone).parts.reduce((total, { pulses }) => total + pulses, 0);
        expect(shown).toBeLessThanOrEqual(defined(zone).pulses);
      }),
    );
  });
});

describe('what the second look sees', () => {
  const lookAt = (...marks: Mark[]) => {
    const watched = {
      kind: 'postTreatmentChecked',
      minutesAfter: 10,
      marks,
      grade: 1,
      note: '',
    } as const;
    const at = { id: 'w', at: moment(60), staffId: 's' };
    return segmentsOf(visitRecord([...twoSettings(), { ...at, body: watched }]));
  };
  const strong = (...marks: Mark[]) => lookAt(...marks).map(({ answer }) => answer.endpoint);

  // At 16 J/cm² the redness was strong; at 12 hairs singed.
  it('stays with the setting that showed it first', () => {
    expect(strong('strongRedness')).toEqual(strong('singedHair'));
    expect(strong('strongRedness')).toEqual(['strong', 'right']);
  });

  it('counts against every setting where it is new, and where it is harm', () => {
    expect(lookAt('purpura').map(({ answer }) => answer.adverse)).toEqual([
      ['purpura'],
      ['purpura'],
    ]);
  });
});
