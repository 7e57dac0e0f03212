import { describe, expect, it } from 'vitest';
import { addedAt, corrected, firstMiddle, windowAbout } from './picture-count';

const hair = (widthUm: number) => ({ line: [], lengthMm: 1, widthUm, strength: 9 });

describe('a count that is corrected', () => {
  it('leaves out what was taken away and holds what was added, which may be taken away too', () => {
    const [one, two] = [hair(60), hair(80)];
    const more = addedAt({ x: 100, y: 100 }, 20, 70);
    expect(corrected([one, two], [])).toEqual([one, two]);
    expect(corrected([one, two], [{ kind: 'removed', hair: one }])).toEqual([two]);
    expect(
      corrected(
        [one, two],
        [
          { kind: 'added', hair: more },
          { kind: 'removed', hair: two },
        ],
      ),
    ).toEqual([one, more]);
    expect(
      corrected(
        [one],
        [
          { kind: 'added', hair: more },
          { kind: 'removed', hair: more },
        ],
      ),
    ).toEqual([one]);
  });
});

describe('the window', () => {
  it('is a square about the press, inside the picture', () => {
    const of = { sizeCm2: 4, pxPerMm: 20 };
    const picture = { width: 1000, height: 600 };
    // 4 cm² are 20 × 20 mm: 400 px.
    expect(windowAbout({ x: 500, y: 300 }, of, picture)).toEqual({
      ...{ x: 300, y: 100, width: 400, height: 400 },
    });
    expect(windowAbout({ x: 0, y: 599 }, of, picture)).toMatchObject({ x: 0, y: 200 });
    expect(windowAbout({ x: 0, y: 0 }, { ...of, pxPerMm: 40 }, picture)).toBeNull();
  });

  it('begins beside the card, where there is more skin', () => {
    const size = { width: 1200, height: 1000 };
    expect(firstMiddle(null, size)).toEqual({ x: 600, y: 500 });
    // At 10 px a mm the pocket card is 539.8 px high.
    const card = (top: number) =>
      ({ kind: 'pocket', map: [10, 0, 100, 0, 10, top, 0, 0, 1] }) as const;
    expect(firstMiddle(card(400), size)).toEqual({ x: 600, y: 200 });
    const { y } = firstMiddle(card(100), size);
    expect(y).toBeCloseTo(1000 - (1000 - 639.8) / 2, 6);
  });
});
