import { describe, expect, it } from 'vitest';
import { DIODE } from '../plan/plan.test-data';
import { defined } from '../units';
import {
  asItStands,
  deviceState,
  driftOf,
  duesOf,
  outputOf,
  outputVerdict,
  outUntil,
  type CheckItem,
  type DeviceEntry,
  type DeviceEntryBody,
  type ItemResult,
} from './index';

const TODAY = '2026-11-30';
const entry = (on: string, body: DeviceEntryBody): DeviceEntry => ({
  on,
  at: `${on}T08:00Z`,
  body,
});
/** A check at 10 J/cm² over 10 × 10 mm: 10 J are shown. */
const check = (
  on: string,
  measuredJ: readonly number[] | null,
  more: Partial<Record<CheckItem, ItemResult>> = {},
  counter: number | null = null,
): DeviceEntry => {
  const all = {
    selfTest: 'passed',
    tip: 'passed',
    cooling: 'passed',
    aimingBeam: 'passed',
  } as const;
  const spot = { widthMm: 10, heightMm: 10 };
  return entry(on, {
    kind: 'checked',
    items: { ...all, door: 'passed', emergencyStop: 'passed', ...more },
    meter: measuredJ === null ? null : { name: 'meter', spot, fluenceJcm2: 10, measuredJ },
    ...{ counter, note: '' },
  });
};
const state = (...entries: DeviceEntry[]) => deviceState(entries, { serviceMonths: 12 }, TODAY);

describe('pulses into a meter', () => {
  it('come to a ratio and a spread', () => {
    const spot = { widthMm: 10, heightMm: 10 };
    // Mean of 8.6, 8.7 and 8.8 is 8.7, of 10 J shown; 0.2 ÷ 8.7.
    expect(outputOf({ spot, fluenceJcm2: 10, measuredJ: [8.6, 8.7, 8.8] })).toEqual({
      ratio: 0.87,
      spread: expect.closeTo(0.022989, 6) as number,
    });
    expect(outputOf({ spot, fluenceJcm2: 10, measuredJ: [] })).toBeNull();
  });

  it.each([
    [1, 'go'],
    [1.1, 'go'],
    [0.9, 'go'],
    [0.899, 'corrected'],
    [1.2, 'corrected'],
    [0.8, 'corrected'],
    [1.201, 'outOfUse'],
    [0, 'outOfUse'],
  ])('of %d times what is shown are judged: %s', (ratio, verdict) => {
    expect(outputVerdict(ratio)).toBe(verdict);
  });
});

describe('a handpiece that was measured', () => {
  it('is taken at its word within a tenth', () => {
    const { outOfUse, output, measured } = state(check(TODAY, [9.5, 9.5, 9.5]));
    expect({ outOfUse, output, measured }).toEqual({
      ...{ outOfUse: null, output: null },
      measured: { on: TODAY, ratio: 0.95, spread: 0 },
    });
  });

  it('is planned with by what it gives within a fifth: its scale, energy and power are those that reach skin', () => {
    const found = state(check(TODAY, [8.7, 8.7, 8.7]));
    expect(found.output).toEqual({ share: 0.87, on: TODAY });
    expect(asItStands(DIODE, found)).toMatchObject({
      // 2, 40 and 1 J/cm², 60 J and 150 W, times 0.87.
      fluenceJcm2: { min: 1.74, max: 34.8, step: 0.87 },
      ...{ maxEnergyJ: 52.2, maxAveragePowerW: 130.5, inService: true },
    });
  });

  it('is out of use beyond, until a supervisor frees it, whatever is measured since', () => {
    const off = check('2026-11-27', [12.5, 12.5, 12.5]);
    const good = check(TODAY, [10, 10, 10]);
    expect(state(off).outOfUse).toEqual({ because: 'output', since: '2026-11-27', ratio: 1.25 });
    expect(asItStands(DIODE, state(off)).inService).toBe(false);
    expect(state(off, good).outOfUse?.because).toBe('output');
    const freed = entry(TODAY, { kind: 'freed', reason: 'adjusted and measured' });
    expect(state(off, good, freed)).toMatchObject({ outOfUse: null, output: null });
    // Freed as it was: plans reckon with what was measured.
    expect(state(off, freed)).toMatchObject({ outOfUse: null, output: { share: 1.25 } });
  });

  it('says when its pulses differ too much to be believed', () => {
    expect(state(check(TODAY, [9, 10, 11])).unsteady).toBe(true);
    expect(state(check(TODAY, [9.8, 10, 10.2])).unsteady).toBe(false);
  });
});

describe('a handpiece that failed its check', () => {
  it('is out of use until a check finds all well', () => {
    const failed = check('2026-11-29', [10, 10, 10], { emergencyStop: 'failed' });
    expect(state(failed).outOfUse).toEqual({
      ...{ because: 'items', since: '2026-11-29', items: ['emergencyStop'] },
    });
    expect(state(failed, check(TODAY, null)).outOfUse).toBeNull();
    expect(state(check(TODAY, null, { aimingBeam: 'notFitted' })).outOfUse).toBeNull();
  });

  it('is out of use after a service, until its output was measured', () => {
    const serviced = entry('2026-11-28', {
      ...{ kind: 'serviced', what: 'service', by: 'the maker', counter: null, note: '' },
      paper: null,
    });
    expect(state(serviced).outOfUse).toEqual({ because: 'serviced', since: '2026-11-28' });
    expect(state(serviced, check(TODAY, null)).outOfUse?.because).toBe('serviced');
    const after = state(serviced, check(TODAY, [10, 10, 10]));
    expect(after).toMatchObject({ outOfUse: null, serviceDue: '2027-11-28' });
    // What was off stays so for a supervisor.
    expect(state(check('2026-11-27', [15]), serviced).outOfUse?.because).toBe('output');
  });

  it('keeps bookings away until the day that was said, else for a week', () => {
    const out = (until: string | null) =>
      state(entry('2026-11-20', { kind: 'takenOut', reason: 'smoke', until })).outOfUse;
    expect(outUntil(defined(out('2026-12-24')), TODAY)).toBe('2026-12-24');
    expect(outUntil(defined(out(null)), TODAY)).toBe('2026-12-07');
    // Overdue: nobody knows.
    expect(outUntil(defined(out('2026-11-25')), TODAY)).toBe('2026-12-07');
  });
});

describe('the drift of what is measured', () => {
  const at = (on: string, ratio: number) => ({ on, ratio, spread: 0 });

  it('is a straight line, and the first day on which that is more than a tenth off', () => {
    // −0.002 a day from 1.00 on the 1st: 0.942 on the 30th. 0.042 more in 21 days is 0.9 itself, the day after is beyond.
    const list = [at('2026-11-01', 1), at('2026-11-11', 0.98), at('2026-11-21', 0.96)];
    const drift = driftOf(list, TODAY);
    expect(drift.perDay).toBeCloseTo(-0.002, 12);
    expect(drift.today).toBeCloseTo(0.942, 12);
    expect(['2026-12-21', '2026-12-22']).toContain(drift.crosses);
  });

  it('is that of the last three months: what was before does not hold it level', () => {
    const list = [at('2026-11-01', 1), at('2026-11-11', 0.98), at('2026-11-21', 0.96)];
    const old = [at('2026-01-01', 1), at('2026-03-01', 1.02), ...list];
    expect(driftOf(old, TODAY)).toEqual(driftOf(list, TODAY));
  });

  it('says nothing from two days, nor when it has crossed already or never will', () => {
    const few = [at('2026-11-01', 1), at('2026-11-11', 0.98), at('2026-11-11', 0.97)];
    expect(driftOf(few, TODAY).perDay).toBeNull();
    const flat = [at('2026-11-01', 1), at('2026-11-11', 1), at('2026-11-21', 1)];
    expect(driftOf(flat, TODAY)).toMatchObject({ perDay: 0, crosses: null });
    const gone = [at('2026-11-01', 0.95), at('2026-11-11', 0.9), at('2026-11-21', 0.85)];
    expect(driftOf(gone, TODAY).crosses).toBeNull();
    // The last one is off already, whatever the line says.
    const fell = [at('2026-11-01', 1), at('2026-11-11', 1), at('2026-11-21', 1), at(TODAY, 0.86)];
    expect(driftOf(fell, TODAY).crosses).toBeNull();
  });

  it('begins again with a service', () => {
    const serviced = entry('2026-11-20', {
      ...{ kind: 'serviced', what: 'repair', by: '', counter: null, note: '', paper: null },
    });
    const found = state(
      ...[check('2026-11-01', [10]), check('2026-11-02', [9.9]), check('2026-11-03', [9.8])],
      ...[serviced, check('2026-11-21', [10])],
    );
    expect(found.drift.perDay).toBeNull();
    expect(found.measurements).toHaveLength(4);
  });
});

describe('a part that wears out', () => {
  const fitted = entry('2026-11-10', {
    ...{ kind: 'partFitted', part: 'lamp', name: 'lamp', lifePulses: 100_000, usedPulses: 20_000 },
    counter: 500_000,
  });

  it('is counted by the console, with what it had given before, to the day on which it ends', () => {
    const [lamp] = state(fitted, check(TODAY, null, {}, 540_000)).parts;
    // 40,000 in 20 days: the 40,000 that are left go in 20 more.
    expect(lamp).toEqual({
      ...{ part: 'lamp', name: 'lamp', fittedOn: '2026-11-10', lifePulses: 100_000 },
      ...{ pulses: 60_000, endsOn: '2026-12-20' },
    });
    expect(state(fitted).parts[0]).toMatchObject({ pulses: 20_000, endsOn: null });
  });

  it('gives way to the one fitted after it', () => {
    const next = entry(TODAY, {
      ...{ kind: 'partFitted', part: 'lamp', name: 'lamp', lifePulses: 200_000, usedPulses: 0 },
      counter: 590_000,
    });
    const { parts, counter } = state(fitted, next);
    expect(counter).toBe(590_000);
    expect(parts).toEqual([expect.objectContaining({ pulses: 0, lifePulses: 200_000 })]);
  });
});

describe('what is due', () => {
  it('is today’s check, a correction, a service and a part near its end, the first at the head', () => {
    const serviced = entry('2025-12-10', {
      ...{ kind: 'serviced', what: 'service', by: '', counter: null, note: '', paper: null },
    });
    const fitted = entry('2026-11-01', {
      ...{ kind: 'partFitted', part: 'tip', name: 'tip', lifePulses: 1000, usedPulses: 950 },
      counter: 0,
    });
    const found = state(serviced, fitted, check('2026-11-29', [8.5]));
    expect(duesOf(found, TODAY)).toEqual([
      { what: 'check', by: TODAY },
      { what: 'correctedOutput', by: TODAY, ratio: 0.85 },
      { what: 'part', by: TODAY, part: 'tip', name: 'tip' },
      { what: 'service', by: '2026-12-10' },
    ]);
    expect(duesOf(state(check(TODAY, [10])), TODAY)).toEqual([]);
  });
});
