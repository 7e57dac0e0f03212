/** Stretches of a console's counter, by its serial number: each `from` < `to`, apart from one another and rising. */
export type Intervals = Readonly<Record<string, readonly (readonly [from: number, to: number])[]>>;

/**
 * Takes in the pulses `from` + 1 to `to`. What was counted already, by another tablet or a message sent twice, adds
 * nothing: `added` is only what is new.
 */
export function withInterval(
  intervals: Intervals,
  next: { readonly serial: string; readonly from: number; readonly to: number },
): { readonly intervals: Intervals; readonly added: number } {
  const { serial, from, to } = next;
  const own = intervals[serial] ?? [];
  if (to <= from) return { intervals, added: 0 };
  const apart = own.filter(([start, end]) => end < from || start > to);
  const touching = own.filter(([start, end]) => end >= from && start <= to);
  const start = Math.min(from, ...touching.map(([first]) => first));
  const end = Math.max(to, ...touching.map(([, last]) => last));
  const merged = [...apart, [start, end] as const].sort(([one], [other]) => one - other);
  const length = (list: readonly (readonly [number, number])[]) =>
    list.reduce((sum, [first, last]) => sum + last - first, 0);
  return { intervals: { ...intervals, [serial]: merged }, added: length(merged) - length(own) };
}
