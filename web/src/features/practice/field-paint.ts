import { defined } from '@tidy-quill/core/units';

/** Colours of a field, each red, green and blue, 0–255. */
export interface FieldColours {
  /** What was met as often as it should be; less of it is paler. */
  readonly met: readonly [number, number, number];
  /** What was met too often. */
  readonly over: readonly [number, number, number];
}

/** “#1F6F66” as red, green and blue. */
export function rgbOf(hex: string): readonly [number, number, number] {
  const value = Number.parseInt(hex.slice(1), 16);
  return [(value >> 16) & 255, (value >> 8) & 255, value & 255];
}

/** The strongest that a colour stands over the skin, 0–255. */
const FULL = 200;
/** Over this much of what was wanted, the other colour takes its place. */
const OVER = 1.5;

/**
 * Pixels of a field, one a square millimetre: the more of what is wanted it got, the fuller its colour; over one and a half
 * of it the other.
 *
 * @param wanted how often each is to be hit
 */
export function paintField(
  hits: Uint8Array,
  wanted: number,
  { met, over }: FieldColours,
): Uint8ClampedArray<ArrayBuffer> {
  const pixels = new Uint8ClampedArray(hits.length * 4);
  hits.forEach((count, i) => {
    if (count === 0) return;
    const share = count / wanted;
    const colour = share > OVER ? over : met;
    pixels[i * 4] = defined(colour[0]);
    pixels[i * 4 + 1] = defined(colour[1]);
    pixels[i * 4 + 2] = defined(colour[2]);
    pixels[i * 4 + 3] = FULL * Math.min(1, share > OVER ? share / 3 + 0.35 : 0.15 + 0.85 * share);
  });
  return pixels;
}
