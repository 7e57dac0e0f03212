import type { CellSize } from '@tidy-quill/core/coverage';
import { defined } from '@tidy-quill/core/units';

/** The mean of each ninth of a field, row by row. */
export function ninthsOf(hits: Uint8Array, { widthMm, heightMm }: CellSize): readonly number[] {
  const sums = new Float64Array(9);
  const sizes = new Float64Array(9);
  for (let y = 0; y < heightMm; y += 1) {
    const row = Math.floor((y * 3) / heightMm) * 3;
    for (let x = 0; x < widthMm; x += 1) {
      const ninth = row + Math.floor((x * 3) / widthMm);
      sums[ninth] = defined(sums[ninth]) + defined(hits[y * widthMm + x]);
      sizes[ninth] = defined(sizes[ninth]) + 1;
    }
  }
  return [...sums].map((sum, i) => sum / defined(sizes[i]));
}
