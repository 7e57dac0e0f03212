/**
 * The scale of the melanin meter, 0–100, and the melanosome fraction that each reading stands for:
 * f = 0.011 + 0.064 (reading / 100)^1.5. It is the instrument's own; another has another.
 */
export const fractionOfReading = (reading: number) => 0.011 + 0.064 * (reading / 100) ** 1.5;

/** The reading that a melanosome fraction stands for, within the scale. */
export const readingOfFraction = (fraction: number) =>
  100 * Math.min(1, Math.max(0, (fraction - 0.011) / 0.064)) ** (2 / 3);
