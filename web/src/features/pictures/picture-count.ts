import {
  cornersOf,
  type CardFound,
  type FoundHair,
  type HairsNotMeasurable,
  type Point,
} from '@tidy-quill/core/picture';

/** Why a picture gives no number, and what helps. */
export const NOT_MEASURABLE_WORDS: Readonly<Record<HairsNotMeasurable, string>> = {
  tooSmall:
    'The window is too small in the picture: go nearer, so that a millimetre is 12 pixels or more.',
  tooDark: 'The picture is too dark here: take it again in more light.',
  tooLittleContrast: 'The hair stands out too little from this skin: count it by eye, with a lens.',
  noneSeen: 'No hair stands out: there may be none, or it may be too fair. Count it by eye.',
};

/** What was done to a count after it was made, the last one last. */
export type Correction =
  | { readonly kind: 'removed'; readonly hair: FoundHair }
  | { readonly kind: 'added'; readonly hair: FoundHair };

/** The hairs that are left of those found, and those that were added. */
export function corrected(
  found: readonly FoundHair[],
  corrections: readonly Correction[],
): readonly FoundHair[] {
  const gone = new Set(corrections.flatMap(({ kind, hair }) => (kind === 'removed' ? [hair] : [])));
  const added = corrections.flatMap(({ kind, hair }) => (kind === 'added' ? [hair] : []));
  return [...found, ...added].filter((hair) => !gone.has(hair));
}

/** A hair that somebody sees where none was found: as long and as wide as the others, as far as is known. */
export const addedAt = ({ x, y }: Point, pxPerMm: number, widthUm: number): FoundHair => ({
  line: [
    { x: x - pxPerMm / 2, y: y + pxPerMm / 2 },
    { x: x + pxPerMm / 2, y: y - pxPerMm / 2 },
  ],
  ...{ lengthMm: Math.SQRT2, widthUm, strength: 0 },
});

/** A square window of so many cm² about a point, kept inside the picture; null where it is too large for it. */
export function windowAbout(
  { x, y }: Point,
  { sizeCm2, pxPerMm }: { readonly sizeCm2: number; readonly pxPerMm: number },
  of: { readonly width: number; readonly height: number },
) {
  const side = 10 * Math.sqrt(sizeCm2) * pxPerMm;
  if (side > of.width || side > of.height) return null;
  const within = (at: number, whole: number) => Math.min(whole - side, Math.max(0, at - side / 2));
  return { x: within(x, of.width), y: within(y, of.height), width: side, height: side };
}

/** Where a window goes to begin with: the middle, or of a picture with a card what is widest above or below it. */
export function firstMiddle(
  card: Pick<CardFound, 'kind' | 'map'> | null,
  { width, height }: { readonly width: number; readonly height: number },
): Point {
  if (card === null) return { x: width / 2, y: height / 2 };
  const down = cornersOf(card).map(({ y }) => y);
  const [above, below] = [Math.min(...down), height - Math.max(...down)];
  return { x: width / 2, y: above >= below ? above / 2 : height - below / 2 };
}
