/**
 * A value that the computation refuses. `field` is a dotted path into the caller's input, such as
 * `spot.diameterMm`; `problem` is a plain sentence without the field's name.
 */
export class InputError extends Error {
  readonly field: string;
  readonly problem: string;

  constructor(field: string, problem: string) {
    super(`${field}: ${problem}`);
    this.name = 'InputError';
    this.field = field;
    this.problem = problem;
  }
}

/**
 * Returns `value` when it is a finite number within [low, high]; throws {@link InputError} otherwise.
 * @param field its path, or what gives it where it has to be put together
 */
export function assertInRange(
  field: string | (() => string),
  value: number,
  low: number,
  high: number,
): number {
  if (Number.isFinite(value) && value >= low && value <= high) return value;
  const path = typeof field === 'string' ? field : field();
  if (typeof value !== 'number' || !Number.isFinite(value)) {
    throw new InputError(path, `must be a number, got ${String(value)}`);
  }
  throw new InputError(path, `must lie within ${low} to ${high}, got ${value}`);
}

/** The value, or null where it is no finite number: JSON knows no infinity. */
export const finiteOrNull = (value: number): number | null =>
  Number.isFinite(value) ? value : null;
