import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hexagonalLayout, squareLayout, widestHexagonalLayout, workload, type Pace } from './index';

const PACE: Pace = {
  allowedGapShare: 0.05,
  secondsPerMove: 2,
  pulsesPerMove: 20,
  gelSecondsPer100Cm2: 15,
  checkSeconds: 120,
};

describe('round spots', () => {
  it('that touch cover 90.7 % on hexagons and 78.5 % on squares', () => {
    expect(1 - hexagonalLayout(12, 12).gapShare).toBeCloseTo(0.9069, 4);
    expect(1 - squareLayout(12, 12).gapShare).toBeCloseTo(0.7854, 4);
    expect(hexagonalLayout(12, 12).overlapShare).toBe(0);
  });

  it('leave no gap at d·√3/2 and d/√2', () => {
    expect(hexagonalLayout(10, (10 * Math.sqrt(3)) / 2).gapShare).toBeCloseTo(0, 9);
    expect(squareLayout(10, 10 / Math.SQRT2).gapShare).toBeCloseTo(0, 9);
    // A gapless hexagonal layout hits 20.9 % twice: π/4 ÷ (3√3/8) − 1.
    expect(hexagonalLayout(10, (10 * Math.sqrt(3)) / 2).overlapShare).toBeCloseTo(0.2092, 4);
  });

  it('agree with counting points on a fine grid', () => {
    const pitch = 9.4;
    const rowHeight = (pitch * Math.sqrt(3)) / 2;
    let gaps = 0;
    let twice = 0;
    const n = 400;
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) {
        const x = ((i + 0.5) / n) * pitch;
        const y = ((j + 0.5) / n) * 2 * rowHeight;
        let hits = 0;
        for (let row = -1; row <= 3; row++) {
          for (let column = -2; column <= 3; column++) {
            const cx = (column + (row % 2 === 0 ? 0 : 0.5)) * pitch;
            if (Math.hypot(x - cx, y - row * rowHeight) <= 5) hits++;
          }
        }
        if (hits === 0) gaps++;
        if (hits === 2) twice++;
      }
    }
    const layout = hexagonalLayout(10, pitch);
    expect(layout.gapShare).toBeCloseTo(gaps / n / n, 3);
    expect(layout.overlapShare).toBeCloseTo(twice / n / n, 3);
  });

  it('take the widest pitch that the clinic’s gaps allow', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 0.12, noNaN: true }),
        (diameter, allowed) => {
          const layout = widestHexagonalLayout(diameter, allowed);
          expect(layout.gapShare).toBeLessThanOrEqual(allowed + 1e-9);
          const wider = Math.min(layout.pitchMm + 0.002, diameter);
          if (wider > layout.pitchMm + 1e-6) {
            expect(hexagonalLayout(diameter, wider).gapShare).toBeGreaterThan(allowed - 1e-6);
          }
        },
      ),
    );
  });

  it('refuse a pitch that leaves holes or piles up', () => {
    expect(() => hexagonalLayout(10, 10.5)).toThrow(/pitchMm/);
    expect(() => squareLayout(10, 7)).toThrow(/pitchMm/);
  });
});

describe('the work of a zone', () => {
  // 700 cm² ÷ 1.44 cm² = 486.1 → 487 pulses; 487 ÷ 1.5 Hz = 324.7 s, 24.35 moves × 2 s = 48.7 s,
  // no gel, 120 s of checks: 493.37 s = 8.2228 min.
  it('stamps 700 cm² with 12 × 12 mm in 487 pulses', () => {
    const result = workload({
      areaCm2: 700,
      spot: { widthMm: 12, heightMm: 12 },
      rateHz: 1.5,
      fluenceJcm2: 18,
      strokes: { kind: 'stamping' },
      pace: PACE,
      gel: false,
    });
    expect(result).toMatchObject({ pulses: 487, passes: 1, cells: 1, gapShare: 0, pitchMm: null });
    expect(result.minutes).toBeCloseTo(8.2228, 3);
    expect(result.totalJcm2).toBeCloseTo(18.03, 2);
  });

  // 700 × 10 ÷ 1.44 = 4861.1 → 4862 pulses at 10 Hz = 486.2 s; 7 cells × 2 s; gel 105 s; checks 120 s.
  it('glides over 700 cm² ten times in 7 cells and 4862 pulses', () => {
    const result = workload({
      areaCm2: 700,
      spot: { widthMm: 12, heightMm: 12 },
      rateHz: 10,
      fluenceJcm2: 10,
      strokes: { kind: 'inMotion', passes: 10, cellCm2: 100 },
      pace: PACE,
      gel: true,
    });
    expect(result).toMatchObject({ pulses: 4862, passes: 10, cells: 7 });
    expect(result.minutes).toBeCloseTo(725.2 / 60, 3);
    expect(result.totalJcm2).toBeCloseTo(100.02, 2);
  });

  it('counts what round spots hit twice', () => {
    const result = workload({
      areaCm2: 100,
      spot: { diameterMm: 12 },
      rateHz: 1,
      fluenceJcm2: 20,
      strokes: { kind: 'stamping' },
      pace: PACE,
      gel: false,
    });
    expect(result.gapShare).toBeLessThanOrEqual(0.05);
    expect(result.overlapShare).toBeGreaterThan(0);
    // Between touching circles, 100 ÷ 1.247 = 81, and a gapless layout, 100 ÷ 0.935 = 107.
    expect(result.pulses).toBeGreaterThan(81);
    expect(result.pulses).toBeLessThan(107);
  });

  const anyWork = fc.record({
    areaCm2: fc.double({ min: 5, max: 2000, noNaN: true }),
    diameterMm: fc.double({ min: 3, max: 20, noNaN: true }),
    rateHz: fc.double({ min: 0.5, max: 10, noNaN: true }),
    passes: fc.integer({ min: 1, max: 12 }),
    moving: fc.boolean(),
  });

  it('never leaves an area short: pulses × what each stands for reach all of it', () => {
    fc.assert(
      fc.property(anyWork, ({ areaCm2, diameterMm, rateHz, passes, moving }) => {
        const input = {
          spot: { diameterMm },
          rateHz,
          fluenceJcm2: 20,
          strokes: moving
            ? ({ kind: 'inMotion', passes, cellCm2: 100 } as const)
            : ({ kind: 'stamping' } as const),
          pace: PACE,
          gel: true,
        };
        const work = workload({ ...input, areaCm2 });
        const spotCm2 = (Math.PI * (diameterMm / 10) ** 2) / 4;
        const needed = moving ? areaCm2 * passes : areaCm2 * (1 - PACE.allowedGapShare);
        expect(work.pulses * spotCm2).toBeGreaterThanOrEqual(needed * (1 - 1e-9));
        // A larger area is never less work, nor quicker.
        const more = workload({ ...input, areaCm2: areaCm2 * 1.5 });
        expect(more.pulses).toBeGreaterThanOrEqual(work.pulses);
        expect(more.minutes).toBeGreaterThanOrEqual(work.minutes);
        // Nor is any pulse fired faster than the rate.
        expect(work.minutes * 60).toBeGreaterThanOrEqual(work.pulses / rateHz);
      }),
    );
  });

  it('refuses an area or rate that is none', () => {
    const input = {
      areaCm2: 100,
      spot: { diameterMm: 12 },
      rateHz: 1,
      fluenceJcm2: 20,
      strokes: { kind: 'stamping' },
      pace: PACE,
      gel: false,
    } as const;
    expect(() => workload({ ...input, areaCm2: Number.NaN })).toThrow(/areaCm2/);
    expect(() => workload({ ...input, rateHz: 0 })).toThrow(/rateHz/);
  });
});
