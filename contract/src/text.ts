import * as v from 'valibot';

/** A line of text that has something in it, trimmed. */
export const line = (max: number) =>
  v.pipe(
    v.string('must be text'),
    v.trim(),
    v.nonEmpty('must not be empty'),
    v.maxLength(max, `must be ${max} characters at most`),
  );

/** Text that may be empty, trimmed. */
export const note = (max: number) =>
  v.pipe(v.string('must be text'), v.trim(), v.maxLength(max, `must be ${max} characters at most`));

export const Id = v.pipe(v.string('must be text'), v.uuid('must be a UUID'));

const OUR_TIME = 'must be between 1900 and 2199';

const DAY = /^\d{4}-\d{2}-\d{2}$/;

/** A calendar day, YYYY-MM-DD. */
export const DayText = v.pipe(
  v.string('must be text'),
  v.regex(DAY, 'must be a day written YYYY-MM-DD'),
  v.check((day) => !DAY.test(day) || isCalendarDay(day), 'is not a day of the calendar'),
  v.check((day) => !isCalendarDay(day) || isOfOurTime(day), OUR_TIME),
);

function isCalendarDay(day: string): boolean {
  const at = new Date(`${day}T00:00:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().startsWith(day);
}

// What lies further off is a slip or an attack, and a database or a calendar may not be able to write it.
const FIRST_YEAR = 1900;
const LAST_YEAR = 2199;

const isOfOurTime = (iso: string): boolean => {
  const year = new Date(iso).getUTCFullYear();
  return year >= FIRST_YEAR && year <= LAST_YEAR;
};

/** A moment, ISO 8601 with its zone, that can have been or be. */
export const Moment = v.pipe(
  v.string('must be text'),
  v.isoTimestamp('must be a time with zone'),
  v.check((at) => isCalendarDay(at.slice(0, 10)), 'is not a day of the calendar'),
  v.check((at) => !isCalendarDay(at.slice(0, 10)) || isOfOurTime(at), OUR_TIME),
);

/** A finite number within bounds. */
export const number = (low: number, high: number) =>
  v.pipe(
    v.number('must be a number'),
    v.finite('must be a finite number'),
    v.minValue(low, `must be ${low} or more`),
    v.maxValue(high, `must be ${high} or less`),
  );

/** A whole number within bounds. */
export const whole = (low: number, high: number) =>
  v.pipe(number(low, high), v.integer('must be a whole number'));

/** A language by its code, such as “pl” or “pt-BR”. */
export const Language = v.pipe(
  line(35),
  v.check(isLanguage, 'must be the code of a language, such as pl'),
);

function isLanguage(code: string): boolean {
  try {
    return Intl.getCanonicalLocales(code)[0] === code;
  } catch {
    return false;
  }
}
