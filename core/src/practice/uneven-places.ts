import type { DoseField } from '../coverage';
import { defined } from '../units';

/** The ninths of a cell, row by row from its left upper corner. */
export const CELL_PLACES = [
  'topLeft',
  'top',
  'topRight',
  'left',
  'middle',
  'right',
  'bottomLeft',
  'bottom',
  'bottomRight',
] as const;

export type CellPlace = (typeof CELL_PLACES)[number];

/** Places of a cell that got much less, or much more, than an even hand gives them. */
export interface UnevenPlaces {
  readonly thin: readonly CellPlace[];
  readonly stacked: readonly CellPlace[];
}

const THIN = 0.8;
const STACKED = 1.2;

/** The ninths whose share of the whole dose lies under 0.8 or over 1.2 of their share under an even hand. */
export function unevenPlaces(dose: DoseField, even: DoseField): UnevenPlaces {
  const [own, reference] = [sharesOf(dose), sharesOf(even)];
  const where = (is: (share: number) => boolean) =>
    CELL_PLACES.filter((_, i) => is(defined(own[i]) / defined(reference[i])));
  if (dose.doseJcm2.every((each) => each === 0)) return { thin: [], stacked: [] };
  return { thin: where((share) => share < THIN), stacked: where((share) => share > STACKED) };
}

/** How much of the dose each ninth has. */
function sharesOf({ widthMm, heightMm, doseJcm2 }: DoseField): readonly number[] {
  const sums = new Float64Array(9);
  doseJcm2.forEach((dose, i) => {
    const column = Math.min(2, Math.floor(((i % widthMm) * 3) / widthMm));
    const row = Math.min(2, Math.floor((Math.floor(i / widthMm) * 3) / heightMm));
    sums[row * 3 + column] = defined(sums[row * 3 + column]) + dose;
  });
  const all = sums.reduce((sum, each) => sum + each, 0);
  return [...sums].map((sum) => (all === 0 ? 0 : sum / all));
}
