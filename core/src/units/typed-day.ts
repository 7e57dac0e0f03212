import { addDays, type Day } from './day';

export const DAY_ORDERS = ['dayFirst', 'monthFirst'] as const;

/** What 12/05 is in a clinic: the 12th of May, or the 5th of December. */
export type DayOrder = (typeof DAY_ORDERS)[number];

/** What somebody typed, as a day; the days it may be where it may be more than one, or is written the other way round. */
export type TypedDay =
  | { readonly kind: 'day'; readonly day: Day }
  | { readonly kind: 'asked'; readonly days: readonly Day[] }
  | { readonly kind: 'unreadable' };

export interface DayReading {
  /** Null where the clinic has not said: both ways are asked after. */
  readonly order: DayOrder | null;
  readonly today: Day;
  /** No later day is meant, so that 12.05.91 is one of 1991; twenty years from today where absent. */
  readonly latest?: Day | undefined;
}

/** A year, month (1–12) and day of the month as they were written; the year null where there was none. */
interface Written {
  readonly year: { readonly value: number; readonly figures: number } | null;
  readonly month: number;
  readonly date: number;
}

const UNREADABLE: TypedDay = { kind: 'unreadable' };
/** A year of two figures is one of the hundred years up to the latest day that may be meant. */
const CENTURY = 100;
const YEARS_AHEAD = 20;

/**
 * Reads a day as people type it: 12/05/1991, 12.05.91, 12-5-91, 12051991, 12 May 1991, May 12, 1991, 1991-05-12.
 * What is written the other way round than the clinic writes (25 first where months come first), and a day without a year, is
 * asked after and never guessed.
 */
export function readTypedDay(text: string, reading: DayReading): TypedDay {
  const clean = cleaned(text);
  const named = namedMonth(clean);
  if (named !== null) return settled([named], reading);
  const iso = /^(\d{4})[-/. ](\d{1,2})[-/. ](\d{1,2})$/.exec(clean) ?? compactIso(clean);
  if (iso !== null) return settled([written(iso[1], iso[2], iso[3])], reading);
  const figures =
    /^(\d{1,2})[-/. ](\d{1,2})(?:[-/. ](\d{4}|\d{2}))?\.?$/.exec(clean) ??
    /^(\d{2})(\d{2})(\d{4})$/.exec(clean);
  if (figures === null) return UNREADABLE;
  const [, one, two, year] = figures;
  const dayFirst = daysOf(written(year, two, one), reading);
  const monthFirst = daysOf(written(year, one, two), reading);
  const { order } = reading;
  const usual = order === 'monthFirst' ? monthFirst : dayFirst;
  const other = order === 'monthFirst' ? dayFirst : monthFirst;
  if (order === null) return choice([...dayFirst, ...monthFirst]);
  return usual.length > 0 ? choice(usual) : asked(other);
}

/** How a day is typed in a clinic, to show as an example: “12/05/1991”. */
export const typedExample = (order: DayOrder | null): string =>
  order === null ? '12 May 1991' : order === 'dayFirst' ? '12/05/1991' : '05/12/1991';

const settled = (all: readonly Written[], reading: DayReading): TypedDay =>
  choice(all.flatMap((each) => daysOf(each, reading)));

function choice(days: readonly Day[]): TypedDay {
  const [only, ...others] = new Set(days);
  if (only === undefined) return UNREADABLE;
  return others.length === 0 ? { kind: 'day', day: only } : asked([only, ...others]);
}

const asked = (days: readonly Day[]): TypedDay =>
  days.length === 0 ? UNREADABLE : { kind: 'asked', days };

/** Small letters, single blanks, no commas, no name of a weekday, no “st”, “nd”, “rd”, “th” or “of”. */
const cleaned = (text: string): string =>
  text
    .trim()
    .toLowerCase()
    .replace(/,/g, ' ')
    .replace(/^(mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?\s+/, '')
    .replace(/(\d)(st|nd|rd|th)\b/g, '$1')
    .replace(/\bof\b/g, ' ')
    .replace(/\s*([-/.])\s*/g, '$1')
    .replace(/\s+/g, ' ')
    .trim();

/** 19910512, where it is a day that way: no year begins with 12 or 20 and a month above 12. */
function compactIso(clean: string): RegExpExecArray | null {
  const found = /^((?:19|20)\d{2})(\d{2})(\d{2})$/.exec(clean);
  return found !== null && isoOf(written(found[1], found[2], found[3])) !== null ? found : null;
}

const MONTHS = [
  ...['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september'],
  ...['october', 'november', 'december'],
];

function namedMonth(clean: string): Written | null {
  const dayFirst = /^(\d{1,2})[-/. ]?([a-z]{3,9})\.?(?:[-/. ]?(\d{4}|\d{2}))?$/.exec(clean);
  const monthFirst = /^([a-z]{3,9})[-/. ]?(\d{1,2})(?:[-/. ](\d{4}|\d{2}))?$/.exec(clean);
  const yearFirst = /^(\d{4})[-/. ]([a-z]{3,9})[-/. ](\d{1,2})$/.exec(clean);
  const [date, name, year] =
    dayFirst !== null
      ? [dayFirst[1], dayFirst[2], dayFirst[3]]
      : monthFirst !== null
        ? [monthFirst[2], monthFirst[1], monthFirst[3]]
        : yearFirst !== null
          ? [yearFirst[3], yearFirst[2], yearFirst[1]]
          : [];
  if (name === undefined || date === undefined) return null;
  // Three letters at least: “ju” may be two months.
  const month = MONTHS.findIndex((each) => each.startsWith(name)) + 1;
  return month === 0 ? null : written(year, String(month), date);
}

const written = (
  year: string | undefined,
  month: string | undefined,
  date: string | undefined,
): Written => ({
  year: year === undefined ? null : { value: Number(year), figures: year.length },
  month: Number(month),
  date: Number(date),
});

/** The days that it may be: none where the calendar has no such day, two where the year is missing. */
function daysOf({ year, month, date }: Written, { today, latest }: DayReading): readonly Day[] {
  const thisYear = Number(today.slice(0, 4));
  const of = (value: number) => isoOf({ year: { value, figures: 4 }, month, date });
  if (year === null) {
    const before = latest !== undefined && latest <= addDays(today, 1);
    const years = before ? [thisYear, thisYear - 1] : [thisYear, thisYear + 1];
    return years.flatMap((each) => of(each) ?? []).filter((day) => !before || day <= latest);
  }
  if (year.figures === 4) return [of(year.value) ?? []].flat();
  const last = latest ?? `${thisYear + YEARS_AHEAD}${today.slice(4)}`;
  const lastYear = Number(last.slice(0, 4));
  const first = `${lastYear - CENTURY}${last.slice(4)}`;
  const centuries = [Math.floor(lastYear / CENTURY) - 1, Math.floor(lastYear / CENTURY)];
  return centuries
    .flatMap((century) => of(century * CENTURY + year.value) ?? [])
    .filter((day) => day > first && day <= last);
}

/** The day as YYYY-MM-DD; null where the calendar has no such day. */
function isoOf({ year, month, date }: Written): Day | null {
  if (year === null || month < 1 || month > 12 || date < 1) return null;
  const two = (value: number) => String(value).padStart(2, '0');
  const day = `${String(year.value).padStart(4, '0')}-${two(month)}-${two(date)}`;
  const at = new Date(`${day}T00:00:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().startsWith(day) ? day : null;
}
