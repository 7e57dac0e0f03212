import { describe, expect, it } from 'vitest';
import { paintField, rgbOf } from './field-paint';

const COLOURS = { met: [1, 2, 3], over: [9, 8, 7] } as const;
const pixelsOf = (hits: readonly number[], wanted: number) => {
  const painted = paintField(Uint8Array.from(hits), wanted, COLOURS);
  return hits.map((_, i) => [...painted.subarray(i * 4, i * 4 + 4)]);
};

describe('the picture of a field', () => {
  it('shows nothing where nothing fell, and more colour the more did', () => {
    const [none, some, most] = pixelsOf([0, 5, 10], 10);
    expect(none).toEqual([0, 0, 0, 0]);
    // 200 × (0.15 + 0.85 × ½), and 200.
    expect(some).toEqual([1, 2, 3, 115]);
    expect(most).toEqual([1, 2, 3, 200]);
  });

  it('turns to the other colour over one and a half of what is wanted', () => {
    expect(pixelsOf([15, 16], 10).map((pixel) => pixel.slice(0, 3))).toEqual([
      [1, 2, 3],
      [9, 8, 7],
    ]);
  });

  it('reads a colour as it is written', () => {
    expect(rgbOf('#1F6F66')).toEqual([31, 111, 102]);
  });
});
