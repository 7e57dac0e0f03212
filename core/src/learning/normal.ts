import erfc from '@stdlib/math-base-special-erfc';

/** The standard normal distribution: the chance of a value below x; exact to its last digits far out, too. */
export const normalCdf = (x: number): number => 0.5 * erfc(-x / Math.SQRT2);
