import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cellsOf, mindedCells, pairedCellsOf } from './index';
import { defined } from '../units';

describe('cells of a zone', () => {
  it('of 700 cm² at 100 cm² are seven, along the rows, there and back', () => {
    const { columns, rows, cells } = cellsOf({
      areaCm2: 700,
      cellCm2: 100,
      pulses: 486,
      aspect: 1,
    });
    expect([columns, rows]).toEqual([3, 3]);
    expect(cells.map(({ column, row }) => `${column},${row}`)).toEqual([
      ...['0,0', '1,0', '2,0', '2,1', '1,1', '0,1', '0,2'],
    ]);
    // 486 ÷ 7 = 69.4 a cell: 69, 70, 69, 70, 69, 70, 69 by running totals 69, 139, 208, 278, 347, 417, 486.
    expect(cells.map(({ pulses }) => pulses)).toEqual([69, 70, 69, 70, 69, 70, 69]);
  });

  it('follow the shape of the zone: a long one is a column, a wide one a row', () => {
    const long = cellsOf({ areaCm2: 400, cellCm2: 100, pulses: 400, aspect: 0.25 });
    expect([long.columns, long.rows]).toEqual([1, 4]);
    const wide = cellsOf({ areaCm2: 400, cellCm2: 100, pulses: 400, aspect: 4 });
    expect([wide.columns, wide.rows]).toEqual([4, 1]);
  });

  it('are one where the zone is small', () => {
    expect(cellsOf({ areaCm2: 12, cellCm2: 100, pulses: 9 }).cells).toMatchObject([
      { number: 1, areaCm2: 12, pulses: 9, x: 0.5, y: 0.5 },
    ]);
  });

  it('keep every pulse and every square centimetre, and each next one touches the last', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 4000, noNaN: true }),
        fc.integer({ min: 1, max: 20_000 }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (areaCm2, pulses, aspect) => {
          const { cells } = cellsOf({ areaCm2, cellCm2: 100, pulses, aspect });
          expect(cells.reduce((sum, cell) => sum + cell.pulses, 0)).toBe(pulses);
          expect(cells.reduce((sum, cell) => sum + cell.areaCm2, 0)).toBeCloseTo(areaCm2, 6);
          cells.slice(1).forEach((cell, index) => {
            const before = defined(cells[index]);
            const step = Math.abs(cell.column - before.column) + Math.abs(cell.row - before.row);
            expect(step).toBe(1);
          });
        },
      ),
    );
  });
});

describe('what has to be minded on a cell', () => {
  const layout = cellsOf({ areaCm2: 900, cellCm2: 100, pulses: 900, aspect: 1 });
  it('comes from the map of the zone: nine cells, nine places', () => {
    const cells = mindedCells(layout, {
      zone: {
        bony: ['upperRight'],
        mucosal: ['lowerMiddle'],
        marked: [
          { what: 'mole', place: 'middle' },
          { what: 'mole', place: 'middle' },
        ],
      },
      tested: [{ place: 'lowerLeft', pulses: 3 }],
    });
    // Row by row, there and back: upper right is the third, the middle the fifth, lower left the seventh.
    expect(cells.map(({ bony }) => bony).indexOf(true)).toBe(2);
    expect(cells.flatMap(({ mucosal, number }) => (mucosal ? [number] : []))).toEqual([8]);
    expect(defined(cells[4]).avoid).toEqual(['mole', 'mole']);
    expect(cells[6]).toMatchObject({ tested: 1, pulses: 97 });
    expect(cells.reduce((sum, { pulses }) => sum + pulses, 0)).toBe(897);
  });

  it('is one cell’s where there is only one', () => {
    const one = cellsOf({ areaCm2: 12, cellCm2: 100, pulses: 9 });
    const tested = [{ place: 'lowerRight', pulses: 3 }] as const;
    expect(mindedCells(one, { zone: undefined, tested })).toMatchObject([
      { tested: 1, pulses: 6, bony: false, mucosal: false, avoid: [] },
    ]);
    // Whatever place was noted, this one cell holds it.
    expect(defined(mindedCells(one, { zone: { bony: ['upperLeft'] }, tested: [] })[0]).bony).toBe(
      true,
    );
    const whole = mindedCells(one, { zone: undefined, mucosal: true, tested: [] });
    expect(defined(whole[0]).mucosal).toBe(true);
  });
});

describe('cells of both sides', () => {
  it('are told apart, the right side first, and numbered on', () => {
    const { columns, rows, cells } = pairedCellsOf({
      ...{ areaCm2: 1400, cellCm2: 100, pulses: 973, aspect: 0.25 },
    });
    expect([columns, rows]).toEqual([1, 7]);
    expect(cells.map(({ side }) => side)).toEqual([
      ...Array<string>(7).fill('right'),
      ...Array<string>(7).fill('left'),
    ]);
    expect(cells.map(({ number }) => number)).toEqual([
      1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14,
    ]);
    expect(cells.map(({ x }) => x)).toEqual([
      ...Array<number>(7).fill(0.25),
      ...Array<number>(7).fill(0.75),
    ]);
  });

  it('keep every pulse and every square centimetre', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 4000, noNaN: true }),
        fc.integer({ min: 1, max: 20_000 }),
        (areaCm2, pulses) => {
          const { cells } = pairedCellsOf({ areaCm2, pulses, cellCm2: 100 });
          expect(cells.reduce((sum, each) => sum + each.pulses, 0)).toBe(pulses);
          expect(cells.reduce((sum, each) => sum + each.areaCm2, 0)).toBeCloseTo(areaCm2, 6);
        },
      ),
    );
  });
});
