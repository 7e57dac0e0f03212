import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SAPPHIRE } from '../optics';
import { builtUpC, type WindowInput } from '../window';
import { atRate, handPace, pulsesAlong, type TimedPulse } from './path';
import { cellHeats, heatsNow, placesMet } from './cell-heats';
import { heatAt, leftInCell, strokeHeat } from './stroke-heat';
import { laneStrokes } from './strokes';

const TIP = { widthMm: 12, heightMm: 12 };
const INPUT: WindowInput = {
  ...{ light: { wavelengthNm: 810 }, spot: TIP, surface: SAPPHIRE },
  skin: { melanosomeFraction: 0.016, epidermisUm: 80, dermisMm: 4 },
  pulse: { durationMs: 10, count: 1, gapMs: 0 },
  cooling: { kind: 'contact', plateC: 5, preSeconds: 0.5 },
  hair: { melanosomeFraction: 1, diameterUm: 80 },
  follicle: [{ name: 'bulge', depthMm: 1.2, beyondShaftUm: 50 }],
};
const CELL = { widthMm: 96, heightMm: 96 };
const HEAT = strokeHeat(INPUT, CELL);
const even = (passes: number, more: object = {}) =>
  atRate(
    laneStrokes({
      ...{ cellMm: 96, tipMm: 12, lanes: 8, rateHz: 10, passes, sweepS: 0.8, motion: 'even' },
      ...more,
    }),
    10,
  );
const heats = (pulses: readonly TimedPulse[], fluenceJcm2 = 10) =>
  cellHeats({ heat: HEAT, tip: TIP, fluenceJcm2, pulses });

describe('heat along strokes', () => {
  it('builds up as the column under the cell’s mean light does', () => {
    for (const passes of [1, 4, 8]) {
      // 64 pulses a pass at 10 Hz: the two ways to count the same heat differ by the last pulse's own peak.
      const expected = builtUpC(
        INPUT,
        { rateHz: 10, passes, cellCm2: 92.16 },
        { depthMm: 2, fluenceJcm2: 10 },
      );
      const pulses = even(passes);
      const end = passes * 6.4;
      const places = placesMet(CELL, TIP, pulses);
      const mean =
        places.reduce((sum, { metS }) => sum + heatAt(HEAT, 10, metS, end).follicleC, 0) /
        places.length;
      const rest = heatAt(HEAT, 10, [], 0).follicleC;
      expect(Math.abs(mean - expected) / (expected - rest), `${passes} passes`).toBeLessThan(0.1);
    }
  });

  it('is what it was without light where no pulse fell, and grows with the fluence in proportion', () => {
    const dark = heatAt(HEAT, 10, [], 30);
    const [one, two] = [5, 10].map((fluence) => heatAt(HEAT, fluence, [1, 20], 30).follicleC);
    expect((two ?? 0) - dark.follicleC).toBeCloseTo(2 * ((one ?? 0) - dark.follicleC), 9);
    expect(heatAt(HEAT, 10, [31], 30)).toEqual(dark);
    // The tip's cooling by its share takes some of the warmth of the skin at rest.
    expect(dark.epidermisC).toBeLessThan(heatAt(HEAT, 10, [], 0).epidermisC);
  });

  it('never gets less by one more pulse', () => {
    const at = fc.double({ min: 0, max: 120, noNaN: true });
    fc.assert(
      fc.property(fc.array(at, { maxLength: 20 }), at, at, (metS, more, now) => {
        const [less, all] = [heatAt(HEAT, 8, metS, now), heatAt(HEAT, 8, [...metS, more], now)];
        expect(all.follicleC).toBeGreaterThanOrEqual(less.follicleC - 1e-9);
        expect(all.epidermisC).toBeGreaterThanOrEqual(less.epidermisC - 1e-9);
      }),
    );
  });

  it('leaks over the edges of a small cell, and hardly out of a large one', () => {
    // 4·√(0.00127 cm²/s × 60 s) = 1.104 cm; erf(2 / 1.104)² = 0.979, erf(1 / 1.104)² = 0.640.
    expect(leftInCell({ widthMm: 20, heightMm: 20 }, 60)).toBeCloseTo(0.979, 3);
    expect(leftInCell({ widthMm: 10, heightMm: 10 }, 60)).toBeCloseTo(0.64, 2);
    expect(leftInCell(CELL, 60)).toBeGreaterThan(0.9999);
    expect(leftInCell(CELL, 0)).toBe(1);
  });
});

describe('the places of a cell', () => {
  it('are met by the pulses whose tip covers them, its left edge included', () => {
    const places = placesMet({ widthMm: 30, heightMm: 20 }, TIP, [{ xMm: 6, yMm: 6, atS: 3 }]);
    // Every 5 mm from 2.5 on: of six by four the first two by two lie within 12 mm.
    expect(places).toHaveLength(24);
    expect(places.filter(({ metS }) => metS.length > 0).map(({ xMm, yMm }) => [xMm, yMm])).toEqual([
      ...[
        [2.5, 2.5],
        [7.5, 2.5],
      ],
      ...[
        [2.5, 7.5],
        [7.5, 7.5],
      ],
    ]);
    const round = placesMet({ widthMm: 30, heightMm: 20 }, { diameterMm: 12 }, [
      { xMm: 7.5, yMm: 7.5, atS: 0 },
    ]);
    // Its middle and the four beside it; those across lie 7.1 mm away.
    expect(round.filter(({ metS }) => metS.length > 0)).toHaveLength(5);
  });

  it('get warmest at the turns of a hand that is slow there, and are nearly alike under an even one', () => {
    const spread = (found: ReturnType<typeof heats>) =>
      found.hottest.epidermisC - found.mean.epidermisC;
    const [steady, slow] = [heats(even(6)), heats(even(6, { motion: 'turns' }))];
    expect(spread(slow)).toBeGreaterThan(spread(steady) + 1);
    const { xMm } = slow.hottest;
    expect(Math.min(xMm, 96 - xMm)).toBeLessThan(15);
  });

  it('cool again once the hand rests', () => {
    const pulses = even(4);
    const places = placesMet(CELL, TIP, pulses);
    const at = (nowS: number) => heatsNow(HEAT, 10, places, nowS);
    const [end, later] = [at(25.6), at(85.6)];
    expect(later.meanFollicleC).toBeLessThan(end.meanFollicleC - 1);
    expect(end.coolest.follicleC).toBeLessThan(end.mean.follicleC);
    expect(end.hottest.follicleC).toBeGreaterThan(end.mean.follicleC);
  });

  it('stand in their order, whatever the strokes', () => {
    const pulse = fc.record({
      xMm: fc.double({ min: 0, max: 96, noNaN: true }),
      yMm: fc.double({ min: 0, max: 96, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(pulse, { maxLength: 60 }), (pulses) => {
        const { coolest, mean, hottest, meanFollicleC } = heats(atRate(pulses, 10));
        expect(coolest.follicleC).toBeLessThanOrEqual(meanFollicleC + 1e-9);
        expect(hottest.epidermisC).toBeGreaterThanOrEqual(mean.epidermisC - 1e-9);
      }),
      { numRuns: 20 },
    );
  });
});

describe('pulses along a hand’s way', () => {
  const line = [
    { atS: 1, xMm: 0, yMm: 5 },
    { atS: 1.5, xMm: 50, yMm: 5 },
  ];

  it('are fired at the rate while it is down, where the hand is then', () => {
    expect(pulsesAlong([line], 4)).toEqual([
      { atS: 1, xMm: 0, yMm: 5 },
      { atS: 1.25, xMm: 25, yMm: 5 },
    ]);
    // Each stroke begins with a pulse: the console fires as it is pressed.
    expect(pulsesAlong([line, line.map((at) => ({ ...at, atS: at.atS + 9.1 }))], 4)[2]).toEqual({
      ...{ atS: 10.1, xMm: 0, yMm: 5 },
    });
    expect(pulsesAlong([[{ atS: 2, xMm: 3, yMm: 4 }]], 4)).toEqual([{ atS: 2, xMm: 3, yMm: 4 }]);
  });

  it('do not depend on how many points the way was read at', () => {
    const fine = Array.from({ length: 51 }, (_, i) => ({ atS: 1 + i / 100, xMm: i, yMm: 5 }));
    const [coarse, many] = [pulsesAlong([line], 9), pulsesAlong([fine], 9)];
    expect(many).toHaveLength(coarse.length);
    many.forEach(({ xMm }, i) => expect(xMm).toBeCloseTo(coarse[i]?.xMm ?? NaN, 9));
  });

  it('refuses a way that goes back in time', () => {
    expect(() => pulsesAlong([[...line].reverse()], 4)).toThrow('strokes');
  });
});

describe('an even hand', () => {
  it('goes one tip’s length a pulse, lane by lane', () => {
    // 96 × 96 mm in tips of 12 × 12: 64 pulses in 8 lanes, 6.4 s; 8 lanes of 96 mm in that time.
    expect(handPace({ cell: CELL, tip: TIP, rateHz: 10 })).toEqual({
      ...{ lanes: 8, pulsesAPass: 64, passS: 6.4, speedMmS: 120 },
    });
  });
});
