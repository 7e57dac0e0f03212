import { HANDPIECE_TABLE, PROTOCOL_TABLE } from '@tidy-quill/contract/catalogue-table';
import { describe, expect, it } from 'vitest';
import { DIODE, PROTOCOL } from '@tidy-quill/core/samples';
import { defined } from '@tidy-quill/core/units';
import { readFile, toCsv } from './table-files';

const csv = toCsv(HANDPIECE_TABLE, [{ ...DIODE, name: 'Diode, "large"' }]);

describe('files', () => {
  it('go there and back as CSV, commas and quotes and all', () => {
    expect(readFile(HANDPIECE_TABLE, 'devices.csv', csv)).toEqual({
      ok: true,
      value: [{ ...DIODE, name: 'Diode, "large"' }],
    });
  });

  it('go there and back as JSON', () => {
    const text = JSON.stringify(PROTOCOL.rows);
    expect(readFile(PROTOCOL_TABLE, 'protocol.json', text)).toEqual({
      ok: true,
      value: PROTOCOL.rows,
    });
  });

  it('name a column that is missing or unknown', () => {
    expect(readFile(HANDPIECE_TABLE, 'a.csv', csv.replace('maxEnergyJ', 'energy'))).toEqual({
      ok: false,
      problems: [
        { row: 0, column: 'energy', problem: 'is not a column of this table' },
        { row: 0, column: 'maxEnergyJ', problem: 'is missing' },
      ],
    });
  });

  it('refuse what is no list', () => {
    expect(readFile(HANDPIECE_TABLE, 'a.json', '{}').ok).toBe(false);
    expect(readFile(HANDPIECE_TABLE, 'a.json', '{').ok).toBe(false);
    expect(readFile(HANDPIECE_TABLE, 'a.csv', defined(csv.split('\n')[0])).ok).toBe(false);
  });
});
