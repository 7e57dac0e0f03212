import { describe, expect, it } from 'vitest';
import { ninthsOf } from './ninths';
import { reliefPixels } from './relief';

describe('the relief of a hollow', () => {
  it('is clear where it is level, dark on the wall towards the light, and bright on the wall that faces it', () => {
    const cell = { widthMm: 80, heightMm: 60 };
    const pixels = reliefPixels(cell, {
      ...{ xMm: 40, yMm: 30, acrossMm: 38, downMm: 28, deepMm: 14 },
    });
    const at = (x: number, y: number) => [
      ...pixels.subarray((y * 80 + x) * 4, (y * 80 + x) * 4 + 4),
    ];
    expect(at(1, 1)[3]).toBe(0);
    // Light comes from the upper left: the upper left wall turns away from it.
    const [near, far] = [at(26, 20), at(54, 40)];
    expect(near[0]).toBe(0);
    expect(far[0]).toBe(255);
    expect(near[3]).toBeGreaterThan(60);
  });
});

describe('the ninths of a field', () => {
  it('have each their own mean', () => {
    const hits = Uint8Array.from({ length: 81 }, (_, i) => (i % 9 < 3 && i < 27 ? 4 : 1));
    expect(ninthsOf(hits, { widthMm: 9, heightMm: 9 })).toEqual([4, 1, 1, 1, 1, 1, 1, 1, 1]);
  });
});
