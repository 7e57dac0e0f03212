/**
 * A decoded picture: rows from the top, four bytes a pixel (sRGB red, green, blue, and how opaque), as a browser's canvas
 * and the server's decoder both give.
 */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray | Uint8Array;
}

/** A point of a picture in pixels from the middle of its top left pixel, or of the skin in mm. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** A part of a picture in pixels: whole ones, inside it. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Is told which share of the work is done, 0–1, rising. */
export type Progress = (share: number) => void;

/** Does not want to know. */
export const UNTOLD: Progress = () => undefined;

/** One number a pixel. */
export interface Plane {
  readonly width: number;
  readonly height: number;
  readonly values: Float32Array;
}

/** Linear light of each step of an sRGB channel, 0–1 (IEC 61966-2-1). */
export const LINEAR: Float32Array = Float32Array.from({ length: 256 }, (_, step) => {
  const share = step / 255;
  return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
});

/** The sRGB step, 0–255 and not rounded, of linear light (IEC 61966-2-1). */
export const sRgbStep = (linear: number): number => {
  const light = Math.min(1, Math.max(0, linear));
  return 255 * (light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055);
};

/** The part of a box that lies in the picture; of no width or height where none does. */
export function inside({ x, y, width, height }: Box, of: { width: number; height: number }): Box {
  const [left, top] = [Math.max(0, Math.floor(x)), Math.max(0, Math.floor(y))];
  const right = Math.min(of.width, Math.ceil(x + width));
  const bottom = Math.min(of.height, Math.ceil(y + height));
  return { x: left, y: top, width: Math.max(0, right - left), height: Math.max(0, bottom - top) };
}

/** Linear light of three steps of sRGB, 0–1: how much the eye sees of it (Rec. 709 luminance). */
export const lightOf = (red = 0, green = 0, blue = 0): number =>
  0.2126 * (LINEAR[red] ?? 0) + 0.7152 * (LINEAR[green] ?? 0) + 0.0722 * (LINEAR[blue] ?? 0);

/** Linear light of a part of a picture, 0–1: how much the eye sees of it (Rec. 709 luminance). */
export function luminance(picture: Pixels, box: Box): Plane {
  const part = inside(box, picture);
  const { data } = picture;
  const values = new Float32Array(part.width * part.height);
  for (let row = 0; row < part.height; row++) {
    let from = 4 * ((part.y + row) * picture.width + part.x);
    for (let column = 0; column < part.width; column++, from += 4) {
      values[row * part.width + column] = lightOf(data[from], data[from + 1], data[from + 2]);
    }
  }
  return { width: part.width, height: part.height, values };
}
