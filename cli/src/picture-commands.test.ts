import {
  EVEN_LIGHT,
  hairPicture,
  inkPicture,
  type HairScene,
  type InkScene,
} from '@tidy-quill/core/drawn';
import type { Pixels } from '@tidy-quill/core/picture';
import { defined, seeded } from '@tidy-quill/core/units';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { runPicture } from './picture-commands';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'pictures-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

async function kept(name: string, { width, height, data }: Pixels): Promise<string> {
  const file = join(folder, name);
  await sharp(Buffer.from(data), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 80 })
    .toFile(file);
  return file;
}

const asked = async (name: string, ...words: string[]) => {
  const result = await runPicture(name, words);
  return result.ok
    ? result.output
    : result.fields.map(({ field, problem }) => `${field} ${problem}`);
};

describe('quill picture-hair', () => {
  it('counts the hairs of a window, and gives no number where they do not stand out', async () => {
    const next = seeded(21);
    const scene: HairScene = {
      ...({
        type: 2,
        colour: 'black',
        pxPerMm: 20,
        window: { widthMm: 10, heightMm: 10 },
      } as const),
      ...({ hairs: 20, widthUm: [70, 90], lengthMm: [1.5, 3], spread: 0.3 } as const),
      ...{ turn: 0, blurPx: 0.3 },
    };
    const { picture } = hairPicture(scene, { ...EVEN_LIGHT, noise: 0.01 }, next);
    const dark = await kept('dark.jpg', picture);
    const of = ['--px-per-mm', '20', '--window', '3,3,10,10'];
    const found = (await asked('picture-hair', dark, ...of)) as Record<string, number | null>;
    expect(found['notMeasurable']).toBeNull();
    expect(Math.abs(defined(found['hairs'] ?? undefined) - 20)).toBeLessThanOrEqual(2);
    expect(found['perCm2']).toBe(found['hairs']);
    expect(Math.abs(defined(found['medianWidthUm'] ?? undefined) - 80)).toBeLessThan(15);
    const white = hairPicture({ ...scene, colour: 'white', type: 4 }, EVEN_LIGHT, next);
    expect(await asked('picture-hair', await kept('white.jpg', white.picture), ...of)).toEqual({
      ...{ hairs: null, perCm2: null, medianWidthUm: null },
      notMeasurable: expect.stringMatching(/tooLittleContrast|noneSeen/) as string,
    });
    expect(
      await asked('picture-hair', dark, '--px-per-mm', '20', '--window', '10,3,10,10'),
    ).toEqual(['window must lie in the picture, 16 × 16 mm']);
  });

  it('names what is missing or makes no sense', async () => {
    expect(await asked('picture-hair')).toEqual(
      expect.arrayContaining([expect.stringMatching(/^file/), expect.stringMatching(/^window/)]),
    );
    const of = ['none.jpg', '--px-per-mm', 'many', '--window', '1,2,3'];
    expect(await asked('picture-hair', ...of)).toEqual(
      expect.arrayContaining([expect.stringMatching(/^pxPerMm/), expect.stringMatching(/^window/)]),
    );
    const missing = ['none.jpg', '--px-per-mm', '20', '--window', '1,2,3,4'];
    expect(await asked('picture-hair', ...missing)).toEqual([expect.stringContaining('none.jpg')]);
  });
});

describe('quill picture-ink', () => {
  it('tells how much of a part has faded', async () => {
    const outline = [
      { x: 18, y: 18 },
      { x: 30, y: 18 },
      { x: 30, y: 30 },
      { x: 18, y: 30 },
    ];
    const scene = (left: number): InkScene => ({
      ...{ type: 2, pxPerMm: 8, widthMm: 48, heightMm: 48 },
      parts: [{ colour: 'black', outline, left }],
      ...{ moles: [], card: null, turn: 0, shiftMm: { x: 0, y: 0 }, blurPx: 0.3 },
    });
    // Skin as bright as it is, and half as bright in yellowish light.
    const dull = { ...EVEN_LIGHT, exposureEv: -0.5, balance: [1.1, 1, 0.9] as const };
    const first = inkPicture(scene(1), { ...EVEN_LIGHT, exposureEv: 0.51 }, seeded(9));
    const now = inkPicture(scene(0.4), dull, seeded(9));
    const [before, after] = [first, now];
    const files = [await kept('first.jpg', before.picture), await kept('now.jpg', after.picture)];
    const part = JSON.stringify(outline.map(({ x, y }) => [x, y]));
    const found = (await asked(
      'picture-ink',
      ...files,
      '--part',
      part,
      '--px-per-mm',
      '8',
    )) as Record<string, number>;
    const truth = 1 - defined(after.contrasts[0]) / defined(before.contrasts[0]);
    expect(Math.abs(defined(found['fadedShare']) - truth)).toBeLessThan(0.05);
    const inCm = JSON.stringify({ outline: outline.map(({ x, y }) => [x / 10, y / 10]) });
    expect(await asked('picture-ink', ...files, '--part', inCm, '--px-per-mm', '8')).toEqual(found);
    expect(await asked('picture-ink', ...files, '--part', '[[1,2]]', '--px-per-mm', '8')).toEqual([
      expect.stringMatching(/^part/),
    ]);
  });
});
