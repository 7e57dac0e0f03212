import { describe, expect, it } from 'vitest';
import { cellText } from './cells';

describe('a cell of devices and protocol', () => {
  it.each([
    ['calibres', 'coarse; veryCoarse', 'coarse, very coarse'],
    ['pulsesMs', '10; 20.5', '10 ms, 20.5 ms'],
    ['pulsesMs', '0.000006', '6 ns'],
    ['pulsesMs', '5.5e-7', '550 ps'],
    ['skinTypes', '4; 5; 6', 'IV, V, VI'],
    ['override', 'never', 'nobody'],
    ['name', 'Diode 810; two', 'Diode 810, two'],
    ['pulsesMs', '', ''],
  ])('of %s shows %s as %s', (column, cell, text) => {
    expect(cellText(column, cell)).toBe(text);
  });
});
