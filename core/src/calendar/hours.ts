import type { Day } from '../units';

/** A span of a day by the clinic's clocks, “HH:mm” each; it ends after it begins. */
export interface ClockSpan {
  readonly from: string;
  readonly until: string;
}

/** When a clinic is open, Monday first: no span on a day that is closed, several with the breaks between them. */
export type OpeningHours = readonly (readonly ClockSpan[])[];

const DAY_MS = 86_400_000;
// 1 January 1970 was a Thursday.
const FIRST_WEEKDAY = 3;

/** The day of the week, 0 for Monday to 6 for Sunday. */
export const weekdayOf = (day: Day): number => {
  const days = Date.parse(`${day}T00:00:00Z`) / DAY_MS;
  return (((days + FIRST_WEEKDAY) % 7) + 7) % 7;
};

/** What is taken for open where a clinic has said no hours: nobody is offered a time in the night. */
const WHERE_NONE_ARE_SAID: readonly ClockSpan[] = [{ from: '08:00', until: '20:00' }];

/** The spans in which a clinic is open on a day; eight to eight where it has said no hours. */
export const openOn = (hours: OpeningHours | null, day: Day): readonly ClockSpan[] =>
  hours === null ? WHERE_NONE_ARE_SAID : (hours[weekdayOf(day)] ?? []);

/** What is wrong with a day's spans: one that ends before it begins, or begins before the one before has ended. */
export function spansProblem(spans: readonly ClockSpan[]): 'endsFirst' | 'overlap' | null {
  if (spans.some(({ from, until }) => until <= from)) return 'endsFirst';
  const overlaps = spans.some(
    ({ from }, index) => index > 0 && from < (spans[index - 1]?.until ?? ''),
  );
  return overlaps ? 'overlap' : null;
}

/** Parts of a day that somebody may prefer, by the clinic's clocks. */
export const DAY_PARTS = {
  any: { from: '00:00', until: '23:59' },
  morning: { from: '00:00', until: '12:00' },
  afternoon: { from: '12:00', until: '17:00' },
  evening: { from: '17:00', until: '23:59' },
} as const satisfies Readonly<Record<string, ClockSpan>>;

export type DayPart = keyof typeof DAY_PARTS;
