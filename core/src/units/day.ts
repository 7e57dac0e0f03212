import dayjs from 'dayjs';
import utc from 'dayjs/plugin/utc.js';
import { InputError } from './input-error';

dayjs.extend(utc);

/** A calendar day as YYYY-MM-DD; it means the day in the clinic's own zone. */
export type Day = string;

/** @throws InputError where `day` is not a real calendar day written YYYY-MM-DD. */
export function checkDay(field: string, day: Day): Day {
  // A 30th of February is read as a day of March.
  const read = new Date(/^\d{4}-\d{2}-\d{2}$/.test(day) ? `${day}T00:00:00Z` : NaN);
  if (Number.isNaN(read.getTime()) || !read.toISOString().startsWith(day)) {
    throw new InputError(field, `must be a day written YYYY-MM-DD, got ${day}`);
  }
  return day;
}

/** The day `count` days after `day` (before it when negative). */
export function addDays(day: Day, count: number): Day {
  return dayjs.utc(day).add(count, 'day').format('YYYY-MM-DD');
}

/** The day `count` months after `day`; a month too short for it gives that month's last day. */
export function addMonths(day: Day, count: number): Day {
  return dayjs.utc(day).add(count, 'month').format('YYYY-MM-DD');
}

const DAY_MS = 86_400_000;

/** Whole days from one day to another; negative when `to` is earlier. */
export function daysBetween(from: Day, to: Day): number {
  // Days in UTC are all alike long.
  return (Date.parse(to) - Date.parse(from)) / DAY_MS;
}

/** Full years from a birthday to a day; someone born on 29 February is a year older on 1 March. */
export function fullYears(birthDate: Day, on: Day): number {
  const years = Number(on.slice(0, 4)) - Number(birthDate.slice(0, 4));
  return on.slice(5) < birthDate.slice(5) ? years - 1 : years;
}

/** The later of two days. */
export function laterDay(one: Day, other: Day): Day {
  return one > other ? one : other;
}

/**
 * Weeks of the visits to come of a course: those that are booked, then each an interval after the one before. Where none is
 * booked the first is an interval after the last one made, or now where that has passed or none was made.
 */
export function weeksAhead(of: {
  /** Week of the last visit made; null before the first. */
  readonly last: number | null;
  readonly now: number;
  /** In any order; those of the past, and of the day of the last visit, are left out. */
  readonly booked?: readonly number[];
  readonly interval: number;
  readonly count: number;
}): readonly number[] {
  const { last, now, booked = [], interval, count } = of;
  const agreed = [...new Set(booked)]
    .filter((week) => week >= now && (last === null || week > last))
    .sort((one, other) => one - other);
  const before = agreed.at(-1) ?? last;
  const next = before === null ? now : Math.max(before + interval, now);
  const others = Array.from({ length: count }, (_, index) => next + interval * index);
  return [...agreed, ...others].slice(0, count);
}
