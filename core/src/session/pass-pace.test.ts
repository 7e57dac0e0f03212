import { describe, expect, it } from 'vitest';
import { passPaces } from './pass-pace';

const of = { pulsesAPass: 70, rateHz: 10, restS: 0, off: 0.2 };
const ends = (...all: readonly [pulses: number, seconds: number][]) => ({
  passEnds: all.map(([pulses, seconds]) => ({ pulses, seconds })),
});

describe('passes over a cell', () => {
  it('are held against an even hand, each for itself', () => {
    // 70 pulses at 10 Hz take 7 s: a fifth off is 5.6 s and 8.4 s.
    expect(passPaces(ends([70, 7], [120, 11.5], [200, 20.5]), of)).toEqual([
      { pulses: 70, seconds: 7, expectedS: 7, pace: 'even' },
      { pulses: 50, seconds: 4.5, expectedS: 7, pace: 'tooQuick' },
      { pulses: 80, seconds: 9, expectedS: 7, pace: 'tooSlow' },
    ]);
  });

  it('have their rest before them, but for the first', () => {
    const found = passPaces(ends([70, 7], [140, 44]), { ...of, restS: 30 });
    expect(found.map(({ expectedS, pace }) => [expectedS, pace])).toEqual([
      [7, 'even'],
      [37, 'even'],
    ]);
    expect(passPaces(ends([70, 7], [140, 20]), { ...of, restS: 30 })[1]?.pace).toBe('tooQuick');
  });

  it('are none before the first was done', () => {
    expect(passPaces(ends(), of)).toEqual([]);
  });
});
