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

/** Linear light of a part of a picture, 0–1: how much the eye sees of it (Rec. 709 luminance). */
export function luminance(picture: Pixels, box: Box): Plane {
  const part = inside(box, picture);
  const { data } = picture;
  const values = new Float32Array(part.width * part.height);
  for (let row = 0; row < part.height; row++) {
    let from = 4 * ((part.y + row) * picture.width + part.x);
    for (let column = 0; column < part.width; column++, from += 4) {
      const red = LINEAR[data[from] ?? 0] ?? 0;
      const green = LINEAR[data[from + 1] ?? 0] ?? 0;
      const blue = LINEAR[data[from + 2] ?? 0] ?? 0;
      values[row * part.width + column] = 0.2126 * red + 0.7152 * green + 0.0722 * blue;
    }
  }
  return { width: part.width, height: part.height, values };
}
