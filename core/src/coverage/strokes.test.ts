import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import reference from './stroke-cases.json';
import { doseField, fieldFigures, laneStrokes, type LaneStrokes, type TipAt } from './strokes';

const CELL = { widthMm: 60, heightMm: 40 };
const square = (mm: number) => ({ widthMm: mm, heightMm: mm });
const field = (
  pulses: readonly TipAt[],
  tip: Parameters<typeof doseField>[0]['tip'] = square(10),
) => doseField({ cell: CELL, tip, fluenceJcm2: 8, pulses });
const sum = (doses: Float64Array) => doses.reduce((all, dose) => all + dose, 0);

describe('the field that strokes leave', () => {
  it.each(reference.cases)('has the figures of the reference: $id', ({ input, output }) => {
    const { cellMm, tipMm, fluenceJcm2 } = input;
    const pulses = laneStrokes(input as LaneStrokes);
    expect(pulses).toHaveLength(output.pulses);
    const found = fieldFigures(
      doseField({ cell: square(cellMm), tip: square(tipMm), fluenceJcm2, pulses }),
    );
    const { pulses: _, ...figures } = output;
    for (const [name, expected] of Object.entries(figures)) {
      const value = found[name as keyof typeof found];
      expect(Math.abs((value ?? NaN) / expected - 1), name).toBeLessThan(0.01);
    }
  });

  it('is one fluence under one tip: a hundred pixels of a 10 mm square, 81 or so of a 10 mm circle', () => {
    const one = field([{ xMm: 30, yMm: 20 }]);
    expect(one.doseJcm2.filter((dose) => dose === 8)).toHaveLength(100);
    // Its left and upper edge are met, its right and lower one not.
    expect([one.doseJcm2[15 * 60 + 25], one.doseJcm2[25 * 60 + 35]]).toEqual([8, 0]);
    // Of pixel centres within 5 mm of a corner between four: 4 × (5 + 5 + 4 + 4 + 2) = 80.
    const round = field([{ xMm: 30, yMm: 20 }], { diameterMm: 10 });
    expect(round.doseJcm2.filter((dose) => dose === 8)).toHaveLength(80);
  });

  it('keeps the energy that fell inside the cell, whatever the strokes', () => {
    const inside = fc.record({
      xMm: fc.double({ min: 5, max: 55, noNaN: true }),
      yMm: fc.double({ min: 5, max: 35, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(inside, { maxLength: 40 }), (pulses) => {
        expect(sum(field(pulses).doseJcm2)).toBeCloseTo(pulses.length * 100 * 8, 6);
      }),
    );
  });

  it('is mirrored by mirrored strokes', () => {
    const even = laneStrokes({
      ...{ cellMm: 40, tipMm: 10, lanes: 4, rateHz: 10, passes: 2, sweepS: 0.5, motion: 'turns' },
    });
    const cell = square(40);
    const of = (pulses: readonly TipAt[]) =>
      fieldFigures(doseField({ cell, tip: square(10), fluenceJcm2: 8, pulses }));
    const mirrored = of(even.map(({ xMm, yMm }) => ({ xMm, yMm: 40 - yMm })));
    expect(mirrored.meanJcm2).toBeCloseTo(of(even).meanJcm2, 9);
    expect(mirrored.coefficientOfVariation).toBeCloseTo(of(even).coefficientOfVariation, 9);
  });

  it('has no ends and no middle in a cell too small for both, and misses all where nothing fell', () => {
    const none = fieldFigures(
      doseField({ cell: square(40), tip: square(10), fluenceJcm2: 8, pulses: [] }),
    );
    expect(none).toMatchObject({ endsToMiddle: null, shareMissed: 1, coefficientOfVariation: 0 });
  });

  it('refuses by name what makes no sense', () => {
    expect(() =>
      doseField({ cell: square(0.5), tip: square(10), fluenceJcm2: 8, pulses: [] }),
    ).toThrow('cell.widthMm');
    const lanes = { cellMm: 40, tipMm: 50, lanes: 4, rateHz: 10, passes: 2, sweepS: 0.5 } as const;
    expect(() => laneStrokes({ ...lanes, motion: 'even' })).toThrow('tipMm');
  });
});
