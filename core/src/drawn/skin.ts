import type { SkinType } from '../optics';
import type { LinearRgb } from '../picture';
import { sceneOf, type Scene } from './light';
import { normal } from './numbers';

/** Reflectance of the skin of each type in red, green and blue: our own drawing of them, in the order of type. */
export const SKIN: Readonly<Record<SkinType, LinearRgb>> = {
  1: [0.66, 0.48, 0.4],
  2: [0.58, 0.39, 0.3],
  3: [0.48, 0.29, 0.2],
  4: [0.36, 0.2, 0.13],
  5: [0.21, 0.11, 0.07],
  6: [0.11, 0.06, 0.04],
};

/** How much skin varies over some mm, and from pore to pore. */
const [MOTTLE, PORES] = [0.03, 0.1];
const PORES_PER_MM2 = 0.8;

/** A patch of bare skin, a little uneven. */
export function drawSkin(
  {
    width,
    height,
    type,
    pxPerMm,
  }: { width: number; height: number; type: SkinType; pxPerMm: number },
  next: () => number,
): Scene {
  const scene = sceneOf(width, height, SKIN[type]);
  // A few slow waves in any direction.
  const waves = Array.from({ length: 4 }, () => {
    const turn = 2 * Math.PI * next();
    const perPx = (2 * Math.PI) / ((4 + 10 * next()) * pxPerMm);
    return { x: Math.cos(turn) * perPx, y: Math.sin(turn) * perPx, from: 2 * Math.PI * next() };
  });
  const deep = (MOTTLE * Math.SQRT2) / Math.sqrt(waves.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let light = 1;
      for (const wave of waves) light += deep * 0.5 * Math.sin(wave.x * x + wave.y * y + wave.from);
      const at = 3 * (y * width + x);
      scene.rgb[at] = (scene.rgb[at] ?? 0) * light;
      scene.rgb[at + 1] = (scene.rgb[at + 1] ?? 0) * light;
      scene.rgb[at + 2] = (scene.rgb[at + 2] ?? 0) * light;
    }
  }
  const pores = Math.round((PORES_PER_MM2 * width * height) / pxPerMm ** 2);
  for (let each = 0; each < pores; each++) {
    const pore = { x: next() * width, y: next() * height, radius: 0.05 * pxPerMm * (1 + next()) };
    darken(scene, pore, PORES * Math.min(1, Math.abs(normal(next))));
  }
  return scene;
}

/** Darkens a soft round place by a share. */
export function darken(
  { width, height, rgb }: Scene,
  { x, y, radius }: { x: number; y: number; radius: number },
  share: number,
): void {
  const reach = Math.ceil(3 * radius);
  for (let row = Math.max(0, Math.ceil(y - reach)); row <= Math.min(height - 1, y + reach); row++) {
    for (
      let col = Math.max(0, Math.ceil(x - reach));
      col <= Math.min(width - 1, x + reach);
      col++
    ) {
      const left = 1 - share * Math.exp(-((col - x) ** 2 + (row - y) ** 2) / (2 * radius ** 2));
      const at = 3 * (row * width + col);
      for (let channel = 0; channel < 3; channel++)
        rgb[at + channel] = (rgb[at + channel] ?? 0) * left;
    }
  }
}
