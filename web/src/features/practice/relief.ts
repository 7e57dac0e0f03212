import type { CellSize } from '@tidy-quill/core/coverage';
import { lieAt, type Hollow } from '@tidy-quill/core/practice';

// Light from the upper left, half way up.
const [LIGHT_X, LIGHT_Y, LIGHT_Z] = [-0.5, -0.5, Math.SQRT1_2];
/** How dark the steepest shade is, 0–255. */
const DEPTH = 150;

/** Shade over a hollow, one pixel a square millimetre: dark where it turns away from the light, clear where it is level. */
export function reliefPixels(
  { widthMm, heightMm }: CellSize,
  hollow: Hollow,
): Uint8ClampedArray<ArrayBuffer> {
  const pixels = new Uint8ClampedArray(widthMm * heightMm * 4);
  for (let y = 0; y < heightMm; y += 1)
    for (let x = 0; x < widthMm; x += 1) {
      const { slopeX, slopeY, stretch } = lieAt(hollow, x + 0.5, y + 0.5);
      // Depth grows downwards: the skin's normal leans towards where it rises.
      const lit = (slopeX * LIGHT_X + slopeY * LIGHT_Y + LIGHT_Z) / stretch;
      const shade = LIGHT_Z - lit;
      const i = (y * widthMm + x) * 4;
      const tone = shade > 0 ? 0 : 255;
      pixels[i] = pixels[i + 1] = pixels[i + 2] = tone;
      pixels[i + 3] = Math.min(DEPTH, Math.abs(shade) * 2 * DEPTH);
    }
  return pixels;
}
