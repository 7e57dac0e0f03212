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

/** Returns `value` when it is a finite number within [low, high]; throws {@link InputError} otherwise. */
export function assertInRange(field: string, value: number, low: number, high: number): number {
  if (typeof value !== 'number' || !Number.isFinite(value)) {
    throw new InputError(field, `must be a number, got ${String(value)}`);
  }
  if (value < low || value > high) {
    throw new InputError(field, `must lie within ${low} to ${high}, got ${value}`);
  }
  return value;
}

/** The value, or null where it is no finite number: JSON knows no infinity. */
export const finiteOrNull = (value: number): number | null =>
  Number.isFinite(value) ? value : null;
