// What the host fills in before a batch and reads after it.

/** Figures of a layer, in this order, single precision; the host computes them. */
export const MUT: usize = 0;
export const FREE_PATH: usize = 1;
export const LOSS: usize = 2;
export const TOP: usize = 3;
export const BOTTOM: usize = 4;
/** Index of refraction here ÷ beyond the upper and the lower bound. */
export const BEND_UP: usize = 5;
export const BEND_DOWN: usize = 6;
/** Cosine of deflection = C0 + C1·u − C2·(C3 ÷ (C4 + C5·u))². */
export const C0: usize = 7;
export const C1: usize = 8;
export const C2: usize = 9;
export const C3: usize = 10;
export const C4: usize = 11;
export const C5: usize = 12;
export const FIGURES: usize = 13;

export const MOST_LAYERS: usize = 8;
export const MOST_DEPTHS: usize = 64;
/** Cells of the table that says which depth, if any, a height belongs to. */
export const HEIGHTS: i32 = 16384;
export const NO_DEPTH: i32 = 255;

export const LAYERS: usize = memory.data(<i32>(MOST_LAYERS * FIGURES * 4), 16);
export const DEPTH_OF: usize = memory.data(HEIGHTS, 16);
/** Sums of path ÷ 1 by depth, doubles. */
export const FLUENCE: usize = memory.data(<i32>(MOST_DEPTHS * 8), 16);
/** Sums specular, diffuse, transmitted, then absorbed by layer: doubles. */
export const SHARES: usize = memory.data(<i32>((MOST_LAYERS + 3) * 8), 16);
export const DIFFUSE: usize = SHARES + 8;
export const TRANSMITTED: usize = SHARES + 16;
export const ABSORBED: usize = SHARES + 24;

export function clear(): void {
  memory.fill(FLUENCE, 0, MOST_DEPTHS * 8);
  memory.fill(SHARES, 0, (MOST_LAYERS + 3) * 8);
}

// @ts-ignore: decorator
@inline
export function addTo(place: usize, value: f64): void {
  store<f64>(place, load<f64>(place) + value);
}

/** A figure of a layer. */
// @ts-ignore: decorator
@inline
export function figureOf(layer: usize, which: usize): f32 {
  return load<f32>(LAYERS + (layer * FIGURES + which) * 4);
}
