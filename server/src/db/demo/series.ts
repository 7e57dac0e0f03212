import {
  EVEN_LIGHT,
  hairPicture,
  inkPicture,
  someTaking,
  type HairPicture,
  type Taking,
} from '@tidy-quill/core/drawn';
import type { InkPart } from '@tidy-quill/core/look';
import type { SkinType } from '@tidy-quill/core/optics';
import type { Pixels, Point } from '@tidy-quill/core/picture';
import { seeded } from '@tidy-quill/core/units';
import sharp from 'sharp';

/** A drawn picture as a camera's file. */
export async function jpegOf({ width, height, data }: Pixels): Promise<Buffer> {
  const raw = { width, height, channels: 4 as const };
  return sharp(Buffer.from(data), { raw }).removeAlpha().jpeg({ quality: 85 }).toBuffer();
}

/** The side of a window of 2 cm², mm. */
const WINDOW_MM = Math.sqrt(200);

/** Where the window lies in each picture of the underarm, px: 3 mm from its top left corner. */
export const UNDERARM_WINDOW = {
  ...{ x: 37.5, y: 37.5 },
  ...{ width: Math.round(12.5 * WINDOW_MM), height: Math.round(12.5 * WINDOW_MM) },
};

/** An underarm before each of five visits: how many hairs stand in the window, and how thick they are, µm. */
const UNDERARM = [
  { hairs: 46, widthUm: [75, 105] },
  { hairs: 33, widthUm: [72, 102] },
  { hairs: 30, widthUm: [70, 100] },
  { hairs: 22, widthUm: [66, 96] },
  { hairs: 15, widthUm: [62, 92] },
] as const;

// Moles and freckles about the window, mm.
const UNDERARM_MOLES: readonly Point[] = [
  [38.5, 8.4],
  [80.3, 6.6],
  [43.4, 8.9],
  [54.2, 12.7],
  [59.9, -1.2],
  [85.4, 15.8],
  [56.4, 9.4],
  [12.4, -1.7],
  [45.3, -0.9],
  [15.3, 2.5],
  [37.5, 13.6],
  [39.0, 3.1],
  [72.9, 11.1],
  [26.4, 2.2],
  [66.3, 5.4],
  [73.4, 5.2],
  [-1.5, 1.9],
  [85.3, 5.4],
  [83.8, 12.0],
  [69.0, 1.3],
  [48.0, 6.3],
  [15.4, 11.5],
  [25.4, 14.4],
  [7.4, 16.3],
  [20.0, 9.1],
  [31.4, 6.4],
].map(([x = 0, y = 0]) => ({ x, y }));

/** The picture before one of the visits, each in a light and at a turn of its own; the last one again in hardly any light. */
export function underarmPicture(visit: number, dim = false): HairPicture {
  const next = seeded(230 + visit);
  const { hairs, widthUm } = UNDERARM[visit] ?? UNDERARM[0];
  const light: Taking = dim
    ? { ...EVEN_LIGHT, exposureEv: -4.6, noise: 0.02 }
    : { ...someTaking(next), exposureEv: 0.3 * next(), noise: 0.01 };
  return hairPicture(
    {
      ...{ type: 3, colour: 'darkBrown', pxPerMm: 12.5, hairs, widthUm },
      window: { widthMm: WINDOW_MM, heightMm: WINDOW_MM },
      ...{ lengthMm: [1.4, 3.2], spread: 0.35, blurPx: dim ? 1.5 : 0.3 },
      turn: visit === 0 ? 0 : 0.16 * (next() - 0.5),
      shiftMm: visit === 0 ? { x: 0, y: 0 } : { x: 1.5 * (next() - 0.5), y: 0.8 * (next() - 0.5) },
      moles: UNDERARM_MOLES,
      card: { turn: 0.05 * (next() - 0.5), aslant: 0.08 * next(), axis: 1 },
    },
    light,
    next,
  );
}

/** The size of the pictures of a tattoo on the skin, mm; the design lies in their upper part, the card in the lower one. */
export const TATTOO_MM = { width: 150, height: 150 } as const;
const [TATTOO_PX_PER_MM, CARD_MIDDLE] = [6.5, { x: 72, y: 112 }];
const TATTOO_MOLES: readonly Point[] = [
  ...[
    { x: 14, y: 14 },
    { x: 58, y: 16 },
    { x: 132, y: 22 },
    { x: 138, y: 58 },
    { x: 12, y: 76 },
  ],
  { x: 92, y: 76 },
];

/** A tattoo at one of its visits: the first one straight, as it is traced, later ones turned and moved a little. */
export function tattooSeries(
  of: { readonly type: SkinType; readonly parts: readonly InkPart[] },
  visit: number,
  left: number,
): Pixels {
  const next = seeded(2300 + visit);
  const taking: Taking = { ...someTaking(next), noise: 0.01 };
  return inkPicture(
    {
      ...{ type: of.type, pxPerMm: TATTOO_PX_PER_MM, blurPx: 0.3 },
      ...{ widthMm: TATTOO_MM.width, heightMm: TATTOO_MM.height },
      parts: of.parts.map(({ colour, outline }) => ({
        ...{ colour, left },
        outline: outline.map(([x, y]) => ({ x: 10 * x, y: 10 * y })),
      })),
      moles: TATTOO_MOLES,
      card: {
        ...{ kind: 'pocket', middleMm: CARD_MIDDLE, aslant: 0.1 * next(), axis: 2 },
        turn: 0.1 * (next() - 0.5),
      },
      turn: visit === 0 ? 0 : 0.12 * (next() - 0.5),
      shiftMm: visit === 0 ? { x: 0, y: 0 } : { x: 6 * (next() - 0.5), y: 4 * (next() - 0.5) },
    },
    taking,
    next,
  ).picture;
}
