import {
  alignPictures,
  cornersOf,
  countHairs,
  findCard,
  findCards,
  inPixels,
  inTrueColour,
  judgePicture,
  laidOver,
  lightened,
  lightLike,
  mapped,
  partsFaded,
  product,
  readPrint,
  rednessOf,
  UNTOLD,
  within,
  type AlignRefusal,
  type Alignment,
  type Box,
  type CardFound,
  type CardPrint,
  type HairCount,
  type Homography,
  type Pair,
  type PartFaded,
  type PictureJudged,
  type Pixels,
  type Plane,
  type Point,
  type PrintRead,
  type Progress,
  type Scaled,
  type TracedPart,
} from '@tidy-quill/core/picture';
import { expose } from 'comlink';

/** A picture to compare, and how wide it is on the skin where it holds no card, mm. */
export interface ToCompare {
  readonly file: Blob;
  readonly widthMm: number | null;
  /** As the card that may lie in it was printed. */
  readonly print: CardPrint;
}

/** A pair that was opened: of each its size, its card and its scale, which is null where nothing tells it. */
export interface OpenedPair {
  readonly first: OpenedOne;
  readonly now: OpenedOne;
}

export interface OpenedOne {
  readonly width: number;
  readonly height: number;
  readonly card: CardFound | null;
  readonly pxPerMm: number | null;
}

/** Two pictures of a place at one scale and in one light, one over the other. */
export interface Overlaid {
  readonly width: number;
  readonly height: number;
  readonly pxPerMm: number;
  readonly first: Blob;
  readonly now: Blob;
  /** Where it became lighter and darker. */
  readonly difference: Blob;
  readonly residualMm: number;
  readonly places: number;
  /** Whether both are in the light of their cards, or the later one in that of the first. */
  readonly colour: 'cards' | 'skin';
  readonly refused: null;
}

export interface NotOverlaid {
  readonly refused: AlignRefusal | 'noScale';
  readonly residualMm: number | null;
}

/** A picture of two cards: the corners of each that was found. */
export interface OpenedCards {
  readonly width: number;
  readonly height: number;
  readonly corners: readonly (readonly Point[])[];
}

/** A print that nobody has measured may be so far from what is meant, and is found all the same. */
const FOREIGN_PRINT = 0.4;

let cards: readonly CardFound[] = [];
let opened: Pixels | null = null;
let pair: { readonly first: Pixels; readonly now: Pixels; readonly found: OpenedPair } | null =
  null;
let aligned: Alignment | null = null;

/** The longer side of what is shown over each other, px. */
const SHOWN_PX = 1400;
/** The difference is told over squares of so many mm. */
const DIFFERENCE_MM = 0.5;

/** Of the time that opening takes, how much has gone once a picture is decoded. */
const DECODED = 0.4;

let told: Progress = UNTOLD;

const pictureWorker = {
  /** Whom to tell how far the work is. */
  tell(progress: Progress): void {
    told = progress;
  },

  /** Decodes a picture as it is looked at, and looks for the card; it stays open for what is asked next. */
  async open(
    file: Blob,
    print: CardPrint,
  ): Promise<{
    readonly width: number;
    readonly height: number;
    readonly card: CardFound | null;
  }> {
    opened = await decoded(file);
    told(DECODED);
    return { width: opened.width, height: opened.height, card: findCard(opened, print) };
  },

  /** Decodes a picture of two cards side by side and finds them, the left one first; fewer where not both are seen. */
  async openCards(file: Blob): Promise<OpenedCards> {
    opened = await decoded(file);
    told(DECODED);
    cards = findCards(opened, 2, { mostMisfit: FOREIGN_PRINT }).toSorted(
      (one, other) => (one.marks[0]?.x ?? 0) - (other.marks[0]?.x ?? 0),
    );
    const { width, height } = opened;
    return { width, height, corners: cards.map(cornersOf) };
  },

  /** Reads the print of one of the cards that were found by the greys of the other. */
  readPrint(known: 0 | 1, reflectances: readonly number[]): PrintRead {
    const [one, other] = [cards[known], cards[1 - known]];
    if (opened === null || one === undefined || other === undefined) {
      throw new Error('No two cards are open');
    }
    return readPrint(opened, { known: one, reflectances, mine: other });
  },

  countHairs(window: Box, pxPerMm: number): HairCount {
    if (opened === null) throw new Error('No picture is open');
    return countHairs(opened, { window, pxPerMm }, told);
  },

  /** How much redder a patch of the open picture is than the skin about it. */
  redness(patch: readonly Point[], pxPerMm: number, card: CardFound | null) {
    if (opened === null) throw new Error('No picture is open');
    return rednessOf(opened, { patch, pxPerMm, card });
  },

  /** Judges light and sharpness of a picture that is about to be kept, and looks for the card in it. */
  async judge(file: Blob): Promise<PictureJudged & { readonly card: CardFound | null }> {
    const picture = await decoded(file);
    const card = findCard(picture);
    return { ...judgePicture(picture, card), card };
  },

  /** Opens two pictures to compare. */
  async openPair(first: ToCompare, now: ToCompare): Promise<OpenedPair> {
    const [one, other] = [await decoded(first.file), await decoded(now.file)];
    told(DECODED);
    const ofFirst = about(one, first);
    told((1 + DECODED) / 2);
    const found = { first: ofFirst, now: about(other, now) };
    pair = { first: one, now: other, found };
    aligned = null;
    return found;
  },

  /** Lays the open pair over each other, by landmarks (px of the later to px of the first) where there are any. */
  async overlay(landmarks: readonly Pair[]): Promise<Overlaid | NotOverlaid> {
    if (pair === null) throw new Error('No pictures are open');
    const both = scaledPair(pair);
    aligned = null;
    if (both === null) return { refused: 'noScale', residualMm: null };
    const found = alignPictures(both.first, both.now, landmarks, told);
    if (found.refused !== null) return found;
    aligned = found;
    return overlaid(both.first, both.now, found);
  },

  /** Measures parts of a design, traced in the first picture, in both of the open pair. */
  measureInk(parts: readonly TracedPart[]): readonly PartFaded[] {
    const both = pair === null ? null : scaledPair(pair);
    if (both === null || aligned === null) throw new Error('Nothing is aligned');
    return partsFaded(parts, both.first, both.now, aligned);
  },
};

export type PictureWorker = typeof pictureWorker;

expose(pictureWorker);

async function decoded(file: Blob): Promise<Pixels> {
  const bitmap = await createImageBitmap(file);
  const { width, height } = bitmap;
  const context = contextOf(new OffscreenCanvas(width, height));
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return { width, height, data: context.getImageData(0, 0, width, height).data };
}

function contextOf(canvas: OffscreenCanvas): OffscreenCanvasRenderingContext2D {
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (context === null) throw new Error('This browser cannot read pictures');
  return context;
}

function about(picture: Pixels, { widthMm, print }: ToCompare): OpenedOne {
  const { width, height } = picture;
  const card = findCard(picture, print);
  const pxPerMm = card?.pxPerMm ?? (widthMm === null ? null : width / widthMm);
  return { width, height, card, pxPerMm };
}

function scaledPair({ first, now, found }: NonNullable<typeof pair>) {
  const scaled = (picture: Pixels, { card, pxPerMm }: OpenedOne): Scaled | null =>
    pxPerMm === null ? null : { picture, card, pxPerMm };
  const [one, other] = [scaled(first, found.first), scaled(now, found.now)];
  return one === null || other === null ? null : { first: one, now: other };
}

async function overlaid(first: Scaled, now: Scaled, found: Alignment): Promise<Overlaid> {
  const longer = Math.max(first.picture.width, first.picture.height) / first.pxPerMm;
  const pxPerMm = Math.min(first.pxPerMm, SHOWN_PX / longer);
  const share = pxPerMm / first.pxPerMm;
  const smaller: Homography = [share, 0, (share - 1) / 2, 0, share, (share - 1) / 2, 0, 0, 1];
  const size = {
    width: Math.floor(first.picture.width * share),
    height: Math.floor(first.picture.height * share),
  };
  const toFirst = inPixels(found.map, { first: first.pxPerMm, now: now.pxPerMm });
  const under = laidOver(first.picture, smaller, size);
  const over = laidOver(now.picture, product(smaller, toFirst), size);
  const cards = first.card !== null && now.card !== null;
  const one = first.card !== null && cards ? first.card.colours.channels : null;
  const shownFirst = one === null ? under.picture : inTrueColour(under.picture, one);
  const other =
    now.card !== null && cards ? now.card.colours.channels : lightLike(under.picture, over);
  const shownNow = inTrueColour(over.picture, other);
  const skin = skinOf(over.shown, under.shown, size.width, [
    ...(first.card === null ? [] : [moved(cornersOf(first.card), smaller)]),
    ...(now.card === null ? [] : [moved(cornersOf(now.card), product(smaller, toFirst))]),
  ]);
  const more = lightened(shownFirst, { picture: shownNow, shown: skin }, DIFFERENCE_MM * pxPerMm);
  return {
    ...{ ...size, pxPerMm, residualMm: found.residualMm, places: found.places },
    first: await blobOf(shownFirst),
    now: await blobOf(cleared(shownNow, over.shown)),
    difference: await blobOf(drawn(more)),
    ...{ colour: cards ? ('cards' as const) : ('skin' as const), refused: null },
  };
}

const moved = (outline: readonly Point[], map: Homography): readonly Point[] =>
  outline.map((corner) => mapped(map, corner));

/** Where both pictures show something that is no card. */
function skinOf(
  one: Uint8Array,
  other: Uint8Array,
  width: number,
  cards: readonly (readonly Point[])[],
): Uint8Array {
  return one.map((shown, at) => {
    if (shown === 0 || other[at] === 0) return 0;
    const place = { x: at % width, y: Math.floor(at / width) };
    return cards.some((outline) => within(outline, place)) ? 0 : 1;
  });
}

/** Lets nothing show where a picture does not reach. */
function cleared(picture: Pixels, shown: Uint8Array): Pixels {
  const data = new Uint8ClampedArray(picture.data);
  for (let at = 0; at < shown.length; at++) data[4 * at + 3] = shown[at] === 1 ? 255 : 0;
  return { ...picture, data };
}

/** ΔL* that is drawn in full colour. */
const FULL = 30;

/** Lighter places blue, darker ones red, unchanged ones nearly white. */
function drawn({ width, height, values }: Plane): Pixels {
  const data = new Uint8ClampedArray(4 * width * height);
  for (let at = 0; at < values.length; at++) {
    const value = values[at] ?? NaN;
    if (Number.isNaN(value)) continue;
    const share = Math.min(1, Math.abs(value) / FULL);
    const [red, green, blue] = value > 0 ? [28, 98, 160] : [176, 52, 40];
    data[4 * at] = 245 + share * (red - 245);
    data[4 * at + 1] = 243 + share * (green - 243);
    data[4 * at + 2] = 238 + share * (blue - 238);
    data[4 * at + 3] = 255;
  }
  return { width, height, data };
}

async function blobOf({ width, height, data }: Pixels): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height);
  contextOf(canvas).putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
  return canvas.convertToBlob({ type: 'image/png' });
}
