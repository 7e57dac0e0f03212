import { visitRecord } from '@tidy-quill/core/session';
import { describe, expect, it } from 'vitest';
import { DRAWN, inkSubject, PROTOCOL, twoLights } from '@tidy-quill/core/samples';
import { defined } from '@tidy-quill/core/units';
import { partCells } from './part-cells';

const plan = defined(visitRecord(twoLights(DRAWN)).plan);
const [black, red] = DRAWN;
const cells = (parts = DRAWN, offset = 0) =>
  partCells({ ...plan, subject: inkSubject(parts) }, PROTOCOL.pace, offset);

describe('the parts of a design as cells', () => {
  it('are those that the light is meant for, by their number in the design', () => {
    expect(cells().map(({ number, name, areaCm2 }) => [number, name, areaCm2])).toEqual([
      [2, 'Part 2, red', 16],
    ]);
    // The second light of a session numbers its own.
    expect(defined(cells(DRAWN, 100)[0]).number).toBe(102);
  });

  it('leave out what the client keeps, and what lies over a mole', () => {
    expect(cells([defined(black), { ...defined(red), leave: true }])).toEqual([]);
    expect(cells([defined(black), { ...defined(red), overMole: true }])).toEqual([]);
  });

  it('stand in the order of work, four a row', () => {
    const many = Array.from({ length: 6 }, (_, index) => ({
      ...{ ...defined(red), id: String(index), areaCm2: 2, order: 6 - index },
    }));
    const laid = cells(many);
    expect(laid.map(({ number }) => number)).toEqual([6, 5, 4, 3, 2, 1]);
    expect(laid.map(({ column, row }) => [column, row])).toEqual([
      ...[0, 1, 2, 3].map((column) => [column, 0]),
      ...[0, 1].map((column) => [column, 1]),
    ]);
  });

  it('take as many pulses as their area asks for', () => {
    const pulses = (areaCm2: number) =>
      defined(cells([defined(black), { ...defined(red), areaCm2 }])[0]).pulses;
    // A spot of 4 mm covers 0.12566 cm²: 16 cm² take 128 at the least, gaps between round spots allowed or not.
    expect(pulses(16)).toBeGreaterThanOrEqual(121);
    expect(pulses(32) / pulses(16)).toBeCloseTo(2, 1);
  });

  it('are none where nothing was drawn, and none of hair', () => {
    expect(partCells({ ...plan, subject: inkSubject() }, PROTOCOL.pace, 0)).toEqual([]);
    const { ink: _ink, ...withoutColours } = plan;
    expect(partCells(withoutColours, PROTOCOL.pace, 0)).toEqual([]);
  });
});
