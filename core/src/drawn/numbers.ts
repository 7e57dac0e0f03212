/** One number of a normal distribution of mean 0 and deviation 1 (Box and Muller 1958). */
export const normal = (next: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());

/** One number that is as likely anywhere between two. */
export const between = (next: () => number, low: number, high: number): number =>
  low + (high - low) * next();
