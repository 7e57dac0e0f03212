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

const DAY = /^\d{4}-\d{2}-\d{2}$/;

/** A calendar day, YYYY-MM-DD. */
export const DayText = v.pipe(
  v.string('must be text'),
  v.regex(DAY, 'must be a day written YYYY-MM-DD'),
  v.check((day) => !DAY.test(day) || isCalendarDay(day), 'is not a day of the calendar'),
);

function isCalendarDay(day: string): boolean {
  const at = new Date(`${day}T00:00:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().slice(0, 10) === day;
}

/** A moment, ISO 8601 with its zone. */
export const Moment = v.pipe(v.string('must be text'), v.isoTimestamp('must be a time with zone'));

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
