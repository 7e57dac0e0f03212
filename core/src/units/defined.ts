/** The value, known to be there. Throws TypeError where there is none: a fault of the program, never of what was typed. */
export function defined<T>(value: T): NonNullable<T> {
  if (value === undefined || value === null) throw new TypeError('A value is missing');
  return value;
}
