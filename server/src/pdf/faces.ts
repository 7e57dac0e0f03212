import { create } from 'fontkit';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { sfntOf } from './sfnt';

const require = createRequire(import.meta.url);

const WEIGHTS = { regular: 400, bold: 700 } as const;

export type Weight = keyof typeof WEIGHTS;

// The shipped files are subsets: what one lacks is looked for in the next. Our own type holds Latin alone.
const SUBSETS = [
  ['atkinson-hyperlegible-next', 'latin'],
  ['atkinson-hyperlegible-next', 'latin-ext'],
  ['noto-sans', 'vietnamese'],
  ['noto-sans', 'greek'],
  ['noto-sans', 'greek-ext'],
  ['noto-sans', 'cyrillic'],
  ['noto-sans', 'cyrillic-ext'],
] as const;

/** One file of letters: the name under which a document knows it, and the font itself. */
export interface Face {
  readonly name: string;
  readonly font: Buffer;
}

const facesOf = (weight: Weight): readonly Face[] =>
  SUBSETS.map(([family, subset]) => ({
    name: `${family} ${subset} ${weight}`,
    font: sfntOf(
      readFileSync(
        require.resolve(
          `@fontsource/${family}/files/${family}-${subset}-${WEIGHTS[weight]}-normal.woff`,
        ),
      ),
    ),
  }));

/** All faces of a weight, the product's own type first. */
export const FACES: Readonly<Record<Weight, readonly Face[]>> = {
  regular: facesOf('regular'),
  bold: facesOf('bold'),
};

const held = new Map<string, ReadonlySet<number>>();

function letters({ name, font: kept }: Face): ReadonlySet<number> {
  const known = held.get(name);
  if (known !== undefined) return known;
  const font = create(kept);
  const set = new Set('characterSet' in font ? font.characterSet : []);
  held.set(name, set);
  return set;
}

/** The first face of a weight that has a letter; the first of all where none has. */
export function faceFor(letter: string, weight: Weight): Face {
  const [usual] = FACES[weight];
  const point = letter.codePointAt(0) ?? 0;
  const found = FACES[weight].find((face) => letters(face).has(point)) ?? usual;
  if (found === undefined) throw new Error('No face was shipped');
  return found;
}

const isBlank = (letter: string) => /\s/u.test(letter);

/** The letters of a text that no shipped face has, each once; empty where it can be printed. */
export const lettersLacking = (text: string): string =>
  [...new Set(text)]
    .filter((letter) => !isBlank(letter))
    .filter(
      (letter) => !FACES.regular.some((face) => letters(face).has(letter.codePointAt(0) ?? 0)),
    )
    .join('');
