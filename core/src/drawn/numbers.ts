/** One number of a normal distribution of mean 0 and deviation 1 (Box and Muller 1958). */
export const normal = (next: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());

/** Such numbers one after another: each draw gives two of them. */
export function normals(next: () => number): () => number {
  let spare: number | null = null;
  return () => {
    if (spare !== null) {
      const kept = spare;
      spare = null;
      return kept;
    }
    const far = Math.sqrt(-2 * Math.log(1 - next()));
    const turn = 2 * Math.PI * next();
    spare = far * Math.sin(turn);
    return far * Math.cos(turn);
  };
}

/** One number that is as likely anywhere between two. */
export const between = (next: () => number, low: number, high: number): number =>
  low + (high - low) * next();
