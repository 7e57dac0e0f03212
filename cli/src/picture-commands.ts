import { read, type FieldProblem } from '@tidy-quill/contract/problem';
import {
  countHairs,
  fadedShare,
  findCard,
  inkContrast,
  type InkContrast,
  type Pixels,
  type Point,
} from '@tidy-quill/core/picture';
import { InputError } from '@tidy-quill/core/units';
import { parseArgs } from 'node:util';
import sharp from 'sharp';
import * as v from 'valibot';
import type { Result } from './run';

const number = (least: number, most: number) =>
  v.pipe(v.number('must be a number'), v.minValue(least), v.maxValue(most));

const PxPerMm = number(1, 200);
const Window = v.strictTuple([number(0, 2000), number(0, 2000), number(1, 500), number(1, 500)]);
const Corners = v.pipe(
  v.array(v.strictTuple([number(-500, 2000), number(-500, 2000)])),
  v.minLength(3, 'must have three corners at least'),
);
/** Corners in mm from the top left, or a part of a design as a record holds it, in cm. */
const Part = v.union(
  [Corners, v.object({ outline: Corners })],
  'must be [[x, y], …] in mm from the top left, or a part with its outline in cm',
);

type Command = (files: readonly string[], options: Options) => Promise<Result>;

interface Options {
  readonly 'px-per-mm'?: string | undefined;
  readonly window?: string | undefined;
  readonly part?: string | undefined;
}

/** What reads pictures: their words, and how they are asked. */
export const PICTURE_COMMANDS: Readonly<Record<string, { usage: string; run: Command }>> = {
  'picture-hair': {
    usage: 'picture-hair FILE --px-per-mm N --window x,y,w,h (mm from the top left)',
    run: async ([file], options) => {
      const asked = read(
        v.object({ file: v.string('is missing'), pxPerMm: PxPerMm, window: Window }),
        {
          file,
          pxPerMm: numberOf(options['px-per-mm']),
          window: options.window?.split(',').map(numberOf),
        },
      );
      if (!asked.ok) return asked;
      const { pxPerMm } = asked.value;
      const [x, y, width, height] = asked.value.window.map((mm) => mm * pxPerMm) as [
        number,
        number,
        number,
        number,
      ];
      const picture = await pixelsOf(asked.value.file);
      if (x + width > picture.width + 1 || y + height > picture.height + 1) {
        return wrong('window', `must lie in the picture, ${sizeText(picture, pxPerMm)}`);
      }
      const { hairs, perCm2, medianWidthUm, notMeasurable } = countHairs(picture, {
        window: { x, y, width, height },
        pxPerMm,
      });
      const output =
        notMeasurable === null
          ? {
              hairs: hairs.length,
              perCm2: rounded(perCm2, 2),
              medianWidthUm: rounded(medianWidthUm, 0),
            }
          : { hairs: null, perCm2: null, medianWidthUm: null };
      return { ok: true, output: { ...output, notMeasurable } };
    },
  },
  'picture-ink': {
    usage:
      'picture-ink FIRST NOW --part JSON --px-per-mm N (corners in mm from the top left of both)',
    run: async ([first, now], options) => {
      const asked = read(
        v.object({
          first: v.string('is missing'),
          now: v.string('is missing'),
          pxPerMm: PxPerMm,
          part: Part,
        }),
        { first, now, pxPerMm: numberOf(options['px-per-mm']), part: jsonOf(options.part) },
      );
      if (!asked.ok) return asked;
      const { pxPerMm, part } = asked.value;
      const px = Array.isArray(part) ? pxPerMm : 10 * pxPerMm;
      const corners = Array.isArray(part) ? part : part.outline;
      const outline = corners.map(([x, y]): Point => ({ x: x * px, y: y * px }));
      const measure = async (file: string, rimLight?: number) => {
        const picture = await pixelsOf(file);
        const card = findCard(picture);
        return inkContrast(picture, { part: outline, others: [], pxPerMm, card, rimLight });
      };
      const before = await measure(asked.value.first);
      const light = before.notMeasurable === null ? before.rimLight : undefined;
      const after = await measure(asked.value.now, light);
      const notMeasurable = before.notMeasurable ?? after.notMeasurable;
      if (before.notMeasurable !== null || after.notMeasurable !== null) {
        return {
          ok: true,
          output: { first: null, now: null, fadedShare: null, doubt: null, notMeasurable },
        };
      }
      const { share, doubt } = fadedShare(before, after);
      return {
        ok: true,
        output: {
          ...{ first: contrastOf(before), now: contrastOf(after) },
          ...{ fadedShare: rounded(share, 3), doubt: rounded(doubt, 3), notMeasurable: null },
        },
      };
    },
  },
};

/** Runs a command on pictures with what was typed after its name. */
export async function runPicture(name: string, words: readonly string[]): Promise<Result> {
  try {
    const { positionals, values } = parseArgs({
      args: [...words],
      allowPositionals: true,
      options: {
        'px-per-mm': { type: 'string' },
        window: { type: 'string' },
        part: { type: 'string' },
      },
    });
    return (
      (await PICTURE_COMMANDS[name]?.run(positionals, values)) ?? wrong('command', 'is not known')
    );
  } catch (error) {
    if (error instanceof InputError) return wrong(error.field, error.problem);
    return wrong('input', (error as Error).message);
  }
}

const wrong = (field: string, problem: string): Result & { readonly ok: false } => ({
  ok: false,
  fields: [{ field, problem } satisfies FieldProblem],
});

const numberOf = (text: string | undefined): number | undefined =>
  text === undefined || text.trim() === '' ? undefined : Number(text);

function jsonOf(text: string | undefined): unknown {
  if (text === undefined) return undefined;
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw new InputError('part', 'must be JSON');
  }
}

/** The picture as it is looked at: turned as its camera says, four bytes a pixel. */
async function pixelsOf(file: string): Promise<Pixels> {
  const { data, info } = await sharp(file)
    .autoOrient()
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data };
}

const sizeText = ({ width, height }: Pixels, pxPerMm: number) =>
  `${rounded(width / pxPerMm, 1)} × ${rounded(height / pxPerMm, 1)} mm`;

const rounded = (value: number, digits: number) => Number(value.toFixed(digits));

const contrastOf = ({ contrast, doubt }: InkContrast) => ({
  contrast: rounded(contrast, 2),
  doubt: rounded(doubt, 2),
});
