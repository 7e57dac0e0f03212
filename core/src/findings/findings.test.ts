import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defined } from '../units';
import {
  added,
  lookAt,
  proportion,
  medianOf,
  rowProposal,
  summarise,
  uChart,
  withProposal,
  type FactSums,
  type RowUse,
} from './index';

describe('a share with its interval', () => {
  // Worked by hand from Wilson’s formula with z = 1.96; 0 of 10 and 10 of 10 are its limits z²/(n + z²).
  it.each([
    [1, 10, 0.01788, 0.40415],
    [0, 10, 0, 0.27754],
    [10, 10, 0.72246, 1],
    [41, 44, 0.81773, 0.97654],
  ])('of %i in %i', (count, of, low, high) => {
    const found = defined(proportion(count, of));
    expect(found.low).toBeCloseTo(low, 4);
    expect(found.high).toBeCloseTo(high, 4);
  });

  it('holds the share, and narrows with more of the same', () => {
    fc.assert(
      fc.property(fc.nat(200), fc.integer({ min: 1, max: 200 }), (some, of) => {
        const count = Math.min(some, of);
        const [one, ten] = [
          defined(proportion(count, of)),
          defined(proportion(count * 10, of * 10)),
        ];
        expect(one.low).toBeLessThanOrEqual(count / of);
        expect(one.high).toBeGreaterThanOrEqual(count / of);
        expect(ten.high - ten.low).toBeLessThan(one.high - one.low);
      }),
    );
  });

  it('is none of nothing, and refuses more than there are', () => {
    expect(proportion(0, 0)).toBeNull();
    expect(() => proportion(3, 2)).toThrow('count');
  });
});

const month = (at: string, events: number, sessions: number) => ({ at, events, sessions });

describe('a control chart', () => {
  it('has limits of three deviations for each month’s own number of sessions', () => {
    // 12 of 300: centre 0.04. 100 sessions: 0.04 ± 3 √(0.04/100) = 0.04 ± 0.06.
    const chart = uChart([
      month('2026-01', 4, 100),
      month('2026-02', 4, 100),
      month('2026-03', 4, 100),
    ]);
    expect(chart.centre).toBeCloseTo(0.04, 12);
    expect(chart.points[0]).toMatchObject({ rate: 0.04, low: 0, signal: null });
    expect(defined(chart.points[0]).high).toBeCloseTo(0.1, 12);
  });

  it('marks a month beyond its limit, and a run of eight on one side', () => {
    const quiet = Array.from({ length: 8 }, (_, index) => month(`2025-0${index + 1}`, 1, 100));
    const chart = uChart([...quiet, month('2025-09', 30, 100)]);
    expect(defined(chart.points.at(-1)).signal).toBe('above');
    expect(chart.points.map(({ signal }) => signal).slice(0, 8)).toEqual([
      ...Array.from({ length: 7 }, () => null),
      'runBelow',
    ]);
  });

  it('takes no run of months without a rare event for a signal', () => {
    // 3 in 101: eight months of eight sessions expect 1.9 and see none; two deviations are 2.8.
    const none = Array.from({ length: 8 }, (_, index) => month(`2025-0${index + 1}`, 0, 8));
    const chart = uChart([...none, month('2025-09', 1, 12), month('2025-10', 2, 25)]);
    expect(chart.centre).toBeCloseTo(3 / 101, 12);
    expect(chart.points.every(({ signal }) => signal === null)).toBe(true);
  });

  it('says nothing of a month without sessions, and lets it end no run', () => {
    const quiet = Array.from({ length: 7 }, (_, index) => month(`2025-0${index + 1}`, 1, 100));
    const chart = uChart([
      ...quiet,
      month('2025-08', 0, 0),
      month('2025-09', 1, 100),
      month('2025-10', 30, 100),
    ]);
    expect(chart.points[7]).toMatchObject({ rate: null, signal: null });
    expect(chart.points[8]).toMatchObject({ signal: 'runBelow' });
    expect(uChart([month('2025-08', 0, 0)]).centre).toBeNull();
  });
});

describe('what to look at', () => {
  const chart = uChart([
    month('2026-05', 0, 100),
    month('2026-06', 0, 100),
    month('2026-07', 20, 100),
  ]);
  const tans = (tanned: readonly number[]) =>
    chart.points.map(({ at }, index) => ({ at, sessions: 100, tanned: tanned[index] ?? 0 }));

  it('is what began in that month or the two before it', () => {
    const found = lookAt(
      chart.points,
      [
        { kind: 'newTechnician', staffId: 'one', on: '2026-07-03' },
        { kind: 'outputOff', handpieceId: 'h', on: '2026-05-10' },
        { kind: 'protocolChanged', number: 2, on: '2026-03-01' },
        { kind: 'newTechnician', staffId: 'two', on: '2026-08-01' },
      ],
      tans([10, 10, 10]),
    );
    expect(found).toEqual([
      {
        at: '2026-07',
        signal: 'above',
        circumstances: [
          { kind: 'newTechnician', staffId: 'one', on: '2026-07-03' },
          { kind: 'outputOff', handpieceId: 'h', on: '2026-05-10' },
        ],
        tans: null,
      },
    ]);
  });

  it('is a season of tans where the month had half as many again', () => {
    expect(defined(lookAt(chart.points, [], tans([0, 0, 30]))[0]).tans).toEqual({
      month: 0.3,
      usual: 0.1,
    });
  });
});

const SUMS: FactSums = {
  sessions: 20,
  adverse: 1,
  endpoints: { notRead: 2, none: 4, faint: 1, right: 12, strong: 1 },
  painAsked: 18,
  painSum: 63,
  painHigh: 1,
  incidents: 3,
  overridden: 2,
  waitsKept: 6,
  waitsSetAside: 1,
  timed: 10,
  minutes: 420,
  plannedMinutes: 400,
  overran: 3,
};

describe('the figures of sessions', () => {
  it('count endpoints of what was looked at, and pain of what was asked', () => {
    expect(summarise(SUMS, 7)).toMatchObject({
      ...{ sessions: 20, clients: 7, incidents: 3, meanPain: 3.5 },
      adverse: { count: 1, of: 20 },
      rightEndpoint: { count: 12, of: 18 },
      noEndpoint: { count: 4, of: 18 },
      strongEndpoint: { count: 1, of: 18 },
      painAtLeast7: { count: 1, of: 18 },
      waitsSetAside: { count: 1, of: 7 },
      minutes: { visits: 10, real: 42, planned: 40, overran: { count: 3, of: 10 } },
    });
  });

  it('are not shown of fewer than five clients', () => {
    expect(summarise(SUMS, 4)).toBeNull();
    expect(summarise(SUMS, 5)).not.toBeNull();
    expect(summarise(SUMS, null)).toMatchObject({ clients: null, sessions: 20 });
  });

  it('add up', () => {
    const two = added([SUMS, SUMS]);
    expect(two).toMatchObject({ sessions: 40, minutes: 840, waitsKept: 12 });
    expect(two.endpoints).toEqual({ notRead: 4, none: 8, faint: 2, right: 24, strong: 2 });
    expect(two.painSum / two.painAsked).toBe(3.5);
  });
});

describe('a row of the protocol', () => {
  const USE: RowUse = {
    ...{ sessions: 44, clients: 12, startRead: 44, startNone: 41, strong: 0, adverse: 0 },
    ...{ startJcm2: 12, endJcm2: 14 },
  };
  const of = (use: Partial<RowUse>) =>
    rowProposal({
      use: { ...USE, ...use },
      fluenceJcm2: { low: 10, high: 20 },
      stepJcm2: 1,
      harmShare: 0.02,
    });

  it('begins one step higher where most sessions began without an endpoint and none was strong', () => {
    expect(of({})).toMatchObject({
      ...{ change: 'raiseLow', fromJcm2: 10, toJcm2: 11 },
      because: { count: 41, of: 44 },
    });
  });

  it.each([
    ['one strong endpoint', { strong: 1 }],
    ['one harm', { adverse: 1 }],
    ['a share that chance may explain', { startNone: 28 }],
    ['nineteen sessions', { sessions: 19, startRead: 19, startNone: 19 }],
    ['four clients', { clients: 4 }],
  ])('stays as it is with %s', (_why, use) => {
    expect(of(use)).toBeNull();
  });

  it('ends one step lower where harm is more frequent than the clinic takes', () => {
    // 6 of 44: 95 % from 0.064.
    expect(of({ adverse: 6 })).toMatchObject({
      ...{ change: 'lowerHigh', fromJcm2: 20, toJcm2: 19 },
      because: { count: 6, of: 44 },
    });
  });

  it('never leaves its own range, and changes one end alone', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.double({ min: 0.1, max: 30, noNaN: true }),
        fc.boolean(),
        (low, width, stepJcm2, isHarmful) => {
          const fluenceJcm2 = { low, high: low + width };
          const use = isHarmful ? { ...USE, adverse: 20 } : USE;
          const proposal = rowProposal({ use, fluenceJcm2, stepJcm2, harmShare: 0.02 });
          if (proposal === null) return;
          const { fluenceJcm2: now } = withProposal({ fluenceJcm2 }, proposal);
          expect(now.low).toBeLessThanOrEqual(now.high + 1e-9);
          expect(now.low).toBeGreaterThanOrEqual(low - 1e-9);
          expect(now.high).toBeLessThanOrEqual(low + width + 1e-9);
        },
      ),
    );
  });
});

describe('the median of values that stand for many', () => {
  it.each([
    [[], null],
    [[[7, 3]], 7],
    // 8, 8, 9, 12: halfway between 8 and 9.
    [
      [
        [12, 1],
        [8, 2],
        [9, 1],
      ],
      8.5,
    ],
    // 8, 8, 8, 9, 12: the third.
    [
      [
        [9, 1],
        [8, 3],
        [12, 1],
        [30, 0],
      ],
      8,
    ],
  ] as const)('of %j is %s', (weighted, median) => {
    expect(medianOf(weighted)).toBe(median);
  });
});
