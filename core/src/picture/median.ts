/** The middle of values, or halfway between the two in the middle; 0 of none. */
export function median(values: readonly number[]): number {
  const sorted = Float64Array.from(values).sort();
  const at = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1
    ? (sorted[at] ?? 0)
    : ((sorted[at - 1] ?? 0) + (sorted[at] ?? 0)) / 2;
}
