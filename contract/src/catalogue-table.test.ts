import { describe, expect, it } from 'vitest';
import { DIODE, PROTOCOL } from '@tidy-quill/core/samples';
import { defined } from '@tidy-quill/core/units';
import { fromCells, HANDPIECE_TABLE, PROTOCOL_TABLE, toCells } from './catalogue-table';

const cells = toCells(HANDPIECE_TABLE, DIODE);

describe('handpieces as cells', () => {
  it('are written in words and lists', () => {
    expect(cells).toMatchObject({
      wavelengthNm: '810',
      linesNm: '',
      spotsMm: '9 x 9; 12 x 12',
      pulsesMs: '5; 10; 20; 30; 40; 100',
      cooling: 'contact',
      plateC: '5',
      spurtMs: '',
      gel: 'yes',
      techniques: 'stamping; inMotion',
    });
  });

  it('go there and back', () => {
    const lines = [
      { wavelengthNm: 650, share: 0.4 },
      { wavelengthNm: 800, share: 0.6 },
    ];
    const band = { ...DIODE, id: 'band', light: { lines } };
    const rows = [cells, toCells(HANDPIECE_TABLE, band)];
    expect(fromCells(HANDPIECE_TABLE, rows)).toEqual({ ok: true, value: [DIODE, band] });
  });

  it('name row and column of each fault, and give nothing', () => {
    const bad = { ...cells, id: 'other', spotsMm: '12 by 12', maxEnergyJ: 'much', gel: 'perhaps' };
    const result = fromCells(HANDPIECE_TABLE, [cells, bad, { ...cells, cooling: 'snow' }]);
    if (result.ok) throw new Error('must not be taken');
    const said = result.problems.map(({ row, column, problem }) => `${row} ${column} ${problem}`);
    expect(said).toContain('2 spotsMm “12 by 12” must be a diameter, or width x height, in mm');
    expect(said).toContain('2 maxEnergyJ “much” is not a number');
    expect(said).toContain('2 gel must be yes or no');
    expect(said.some((each) => each.startsWith('3 cooling'))).toBe(true);
    expect(result.problems.filter(({ row }) => row === 1)).toEqual([]);
  });

  it('name an id that stands twice, and pulses that do not rise', () => {
    const twice = fromCells(HANDPIECE_TABLE, [cells, cells]);
    expect(twice).toMatchObject({
      problems: [{ row: 2, column: 'id', problem: 'diode stands twice' }],
    });
    const falling = fromCells(HANDPIECE_TABLE, [{ ...cells, pulsesMs: '30; 20' }]);
    expect(falling).toMatchObject({
      problems: [{ row: 1, column: 'pulsesMs', problem: 'must rise' }],
    });
  });
});

describe('protocol rows as cells', () => {
  it('go there and back', () => {
    const rows = PROTOCOL.rows.map((row) => toCells(PROTOCOL_TABLE, row));
    expect(fromCells(PROTOCOL_TABLE, rows)).toEqual({ ok: true, value: PROTOCOL.rows });
  });

  it('refuse a range whose high end is below its low one', () => {
    const row = { ...toCells(PROTOCOL_TABLE, defined(PROTOCOL.rows[0])), fluenceHighJcm2: '3' };
    expect(fromCells(PROTOCOL_TABLE, [row])).toMatchObject({
      problems: [{ row: 1, problem: 'must have high at or above low' }],
    });
  });
});
