/** One thing that is not as it was. */
export interface Change {
  /** Dotted path within the findings. */
  readonly field: string;
  readonly before: unknown;
  readonly now: unknown;
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What differs between two sets of findings, field by field; a field that neither holds is no change. */
export function changesBetween(before: unknown, now: unknown, path = ''): readonly Change[] {
  if (isRecord(before) && isRecord(now)) {
    const keys = [...new Set([...Object.keys(before), ...Object.keys(now)])];
    return keys.flatMap((key) =>
      changesBetween(before[key], now[key], path === '' ? key : `${path}.${key}`),
    );
  }
  const same = JSON.stringify(before ?? null) === JSON.stringify(now ?? null);
  return same ? [] : [{ field: path, before, now }];
}
