import type { Skin } from '../optics';
import { BODY_DEPTH_MM, DERMIS, EPIDERMIS, FAT, type Material } from './materials';
import { Cache, defined } from '../units';

/** Cells from the surface down, lengths in cm. */
export interface SkinGrid {
  readonly widths: Float64Array;
  readonly centres: Float64Array;
  readonly materials: readonly Material[];
  /** How many cells lie in the epidermis, and down to the end of the dermis. */
  readonly epidermisCells: number;
  readonly dermisCells: number;
}

const FIRST_UM = 5;
const GROWTH = 1.12;

// Few skins differ in their thicknesses: one grid serves all that are alike.
const grids = new Cache<SkinGrid>(100);

/** `refine` 2 halves every cell. */
export const skinGrid = (skin: Skin, refine = 1): SkinGrid =>
  grids.recall(`${skin.epidermisUm} ${skin.dermisMm} ${refine}`, () => gridOf(skin, refine));

function gridOf(skin: Skin, refine: number): SkinGrid {
  const firstCm = (FIRST_UM * 1e-4) / refine;
  const growth = GROWTH ** (1 / refine);
  const epidermisCm = skin.epidermisUm * 1e-4;
  const dermisCm = skin.dermisMm / 10;
  const inEpidermis = Math.max(1, Math.round(epidermisCm / firstCm));
  const widths: number[] = Array<number>(inEpidermis).fill(epidermisCm / inEpidermis);
  const dermis = geometricSteps(dermisCm - epidermisCm, firstCm, growth);
  widths.push(...dermis);
  const fat = geometricSteps(BODY_DEPTH_MM / 10 - dermisCm, defined(dermis.at(-1)), growth);
  widths.push(...fat);
  let depth = 0;
  const centres = widths.map((width) => {
    depth += width;
    return depth - width / 2;
  });
  const dermisCells = inEpidermis + dermis.length;
  return {
    widths: Float64Array.from(widths),
    centres: Float64Array.from(centres),
    materials: widths.map((_, i) => (i < inEpidermis ? EPIDERMIS : i < dermisCells ? DERMIS : FAT)),
    epidermisCells: inEpidermis,
    dermisCells,
  };
}

/** Widths that grow from `first` and fill `length` exactly: the nearest whole number of cells, scaled. */
export function geometricSteps(length: number, first: number, growth: number): number[] {
  const count = Math.max(
    1,
    Math.round(Math.log(1 + (length * (growth - 1)) / first) / Math.log(growth)),
  );
  const raw = Array.from({ length: count }, (_, i) => first * growth ** i);
  const scale = length / raw.reduce((sum, width) => sum + width, 0);
  return raw.map((width) => width * scale);
}
