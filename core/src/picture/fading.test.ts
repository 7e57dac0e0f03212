import { describe, expect, it } from 'vitest';
import { EVEN_LIGHT, inkPicture, type InkScene } from '../drawn';
import { defined, seeded } from '../units';
import { alignPictures, type Scaled } from './align';
import { coloursFaded, measurableFrom, partsFaded, type TracedPart } from './fading';
import { judgePicture } from './judge-picture';

const square = (x: number, y: number) => [
  { x, y },
  { x: x + 10, y },
  { x: x + 10, y: y + 10 },
  { x, y: y + 10 },
];

const SCENE: InkScene = {
  ...{ type: 2, pxPerMm: 8, widthMm: 80, heightMm: 50, card: null, blurPx: 0.4, turn: 0 },
  parts: [
    { colour: 'black', outline: square(15, 20), left: 1 },
    { colour: 'red', outline: square(52, 20), left: 1 },
  ],
  moles: [4, 18, 38, 45, 70].map((x, each) => ({ x, y: 6 + 8 * (each % 2) })),
  shiftMm: { x: 0, y: 0 },
};

const scaled = (scene: InkScene, seed: number) => {
  const made = inkPicture(scene, { ...EVEN_LIGHT, noise: 0.005 }, seeded(seed));
  return { made, scaled: { picture: made.picture, pxPerMm: 8, card: null } satisfies Scaled };
};

describe('fading in two pictures', () => {
  it('is measured of each part where it lies in the later one, and of a colour by size', () => {
    const first = scaled(SCENE, 1);
    const now = scaled(
      {
        ...{ ...SCENE, turn: 0.1, shiftMm: { x: 2, y: 1 } },
        parts: SCENE.parts.map((part, each) => ({ ...part, left: each === 0 ? 0.3 : 0.8 })),
      },
      2,
    );
    const found = alignPictures(first.scaled, now.scaled);
    if (found.refused !== null) throw new Error(found.refused);
    const parts = first.made.outlines.map((outline, each): TracedPart => ({
      ...{ id: String(each), areaCm2: 1, outline, colour: each === 0 ? 'black' : 'red' },
    }));
    const measured = partsFaded(parts, first.scaled, now.scaled, found);
    for (const [each, { faded, outline }] of measured.entries()) {
      const truth = 1 - defined(now.made.contrasts[each]) / defined(first.made.contrasts[each]);
      expect(defined(faded ?? undefined).share).toBeCloseTo(truth, 1);
      const drawn = defined(now.made.outlines[each]?.[0]);
      expect(
        Math.hypot(defined(outline[0]).x - drawn.x, defined(outline[0]).y - drawn.y),
      ).toBeLessThan(4);
    }
    const [black, red] = coloursFaded(parts, measured);
    expect([black?.colour, red?.colour]).toEqual(['black', 'red']);
    expect(defined(black).faded).toBeGreaterThan(defined(red).faded);
  });

  it('of two parts of a colour is weighed by their sizes, and never above all or below nothing', () => {
    const part = (id: string, areaCm2: number): TracedPart => ({
      ...{ id, areaCm2, colour: 'black', outline: [] },
    });
    const share = (id: string, value: number) => ({
      ...{ id, colour: 'black' as const, outline: [], contrasts: null, notMeasurable: null },
      faded: { share: value, doubt: 0.03 },
    });
    const of = (one: number, other: number) =>
      coloursFaded([part('a', 3), part('b', 1)], [share('a', one), share('b', other)]);
    // (3 × 0.8 + 1 × 0.4) ÷ 4 = 0.7; √((3 × 0.03)² + 0.03²) ÷ 4 = 0.0237.
    expect(of(0.8, 0.4)[0]?.faded).toBeCloseTo(0.7, 9);
    expect(of(0.8, 0.4)[0]?.doubt).toBeCloseTo(0.0237, 4);
    expect(of(-0.4, -0.1)[0]?.faded).toBe(0);
    expect(coloursFaded([part('a', 1)], [{ ...share('a', 0), faded: null }])).toEqual([]);
  });

  it('waits for six weeks after the last session or reaction', () => {
    expect(measurableFrom([])).toBeNull();
    expect(measurableFrom(['2026-01-05', '2026-03-02'])).toBe('2026-04-13');
    expect(measurableFrom(['2026-03-02'], ['2026-03-10'])).toBe('2026-04-21');
  });
});

describe('a picture before it is kept', () => {
  const faults = (more: Partial<InkScene>, light: Partial<typeof EVEN_LIGHT>) =>
    judgePicture(
      inkPicture({ ...SCENE, ...more }, { ...EVEN_LIGHT, noise: 0.002, ...light }, seeded(3))
        .picture,
    ).faults;

  it('is let be in even light, and said to be dark, lost in light, or lit from one side', () => {
    expect(faults({}, {})).toEqual([]);
    expect(faults({}, { exposureEv: -5 })).toContain('tooDark');
    expect(faults({}, { exposureEv: 2.5 })).toContain('tooBright');
    expect(faults({}, { gradient: 0.85, gradientFrom: 0.6 })).toContain('uneven');
  });

  it('is said to be blurred where nothing in it has an edge', () => {
    const [width, height] = [300, 200];
    // From 90 to 110 steps across, and four steps of noise: no edge, however it flickers.
    const next = seeded(5);
    const data = Uint8ClampedArray.from({ length: 4 * width * height }, (_, at) =>
      at % 4 === 3 ? 255 : 90 + (20 * ((at >> 2) % width)) / width + 4 * next(),
    );
    expect(judgePicture({ width, height, data }).faults).toEqual(['blurred']);
  });
});
