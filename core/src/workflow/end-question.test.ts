import { describe, expect, it } from 'vitest';
import { endAsks } from './end-question';

describe('ending a treatment is asked about', () => {
  it.each([
    ['with eleven of fourteen cells open', 11, 14, 278, 3889, true],
    ['with one of two open, though all pulses were given', 1, 2, 60, 60, true],
    ['with the only cell short of its pulses', 1, 1, 10, 53, true],
    ['with the only cell given all of them', 1, 1, 53, 53, false],
    ['with every cell done or left out', 0, 14, 3500, 3889, false],
  ])('%s', (_what, openCells, cells, givenPulses, plannedPulses, asks) => {
    expect(endAsks({ openCells, cells, givenPulses, plannedPulses })).toBe(asks);
  });
});
