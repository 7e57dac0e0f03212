import type { Spot } from '@tidy-quill/core/units';
import { lineNm, type Light } from '@tidy-quill/core/window';
import dayjs from 'dayjs';
import timezone from 'dayjs/plugin/timezone.js';
import utc from 'dayjs/plugin/utc.js';

dayjs.extend(utc);
dayjs.extend(timezone);

/** “Tue 8 Dec 2026”, of a YYYY-MM-DD day. */
export const dayText = (day: string) => dayjs.utc(day).format('ddd D MMM YYYY');

/** “December 2026” of a day. */
export const monthText = (day: string) => dayjs.utc(day).format('MMMM YYYY');

/** “8 Dec 2026”. */
export const shortDay = (day: string) => dayjs.utc(day).format('D MMM YYYY');

/** “today”, “in 14 days”, “3 days ago”, of a day seen from today. */
export function fromToday(day: string, today: string): string {
  const days = dayjs.utc(day).diff(dayjs.utc(today), 'day');
  if (days === 0) return 'today';
  const count = Math.abs(days) === 1 ? '1 day' : `${Math.abs(days)} days`;
  return days > 0 ? `in ${count}` : `${count} ago`;
}

export const CLOCKS = ['h24', 'h12'] as const;

/** How a clinic writes clock times: “14:30” or “2:30 pm”. */
export type ClockStyle = (typeof CLOCKS)[number];

const CLOCK_FORMATS: Readonly<Record<ClockStyle, string>> = { h24: 'HH:mm', h12: 'h:mm\u00a0a' };

let clockStyle: ClockStyle = 'h24';

/** Sets how clock times are written from now on: a page shows one clinic. */
export function writeClocksAs(style: ClockStyle): void {
  clockStyle = style;
}

/** Writes with one clinic's clock style; what is written has to be written at once, before this returns. */
export function inClockStyle<T>(style: ClockStyle, write: () => T): T {
  const before = clockStyle;
  clockStyle = style;
  try {
    return write();
  } finally {
    clockStyle = before;
  }
}

/** The pattern of clock times, as day.js has it. */
export const clockFormat = (): string => CLOCK_FORMATS[clockStyle];

// A week's board asks for a thousand of them: a formatter is made once for each zone.
const LOCAL = new Map<string, Intl.DateTimeFormat>();

/** A moment by the clocks of a zone, as “2026-11-29 14:30”: how Swedish writes day and time. */
function local(at: string, timeZone: string): string {
  const known = LOCAL.get(timeZone);
  const format =
    known ?? new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' });
  if (known === undefined) LOCAL.set(timeZone, format);
  return format.format(new Date(at));
}

/** The clock time of a moment in a zone, as the clinic writes it: “10:30”. */
export const clockText = (at: string, timeZone: string) =>
  clockStyle === 'h24' ? clockOf(at, timeZone) : dayjs(at).tz(timeZone).format(clockFormat());

/** The clock time of a moment in a zone as HH:mm, for fields and keys. */
export const clockOf = (at: string, timeZone: string) => local(at, timeZone).slice(11);

/** The day of a moment in a zone, YYYY-MM-DD. */
export const dayOf = (at: string, timeZone: string) => local(at, timeZone).slice(0, 10);

/** A moment of a day and clock time in a zone, ISO. */
export const momentOf = (day: string, clock: string, timeZone: string) =>
  dayjs.tz(`${day} ${clock}`, timeZone).toISOString();

/** Words as the beginning of a sentence. */
export const sentence = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;

/** What somebody wrote as a sentence of its own: with a full stop where it has no end yet. */
export const fullStop = (said: string) => (/[.!?…]$/u.test(said.trim()) ? said : `${said}.`);

// One for each number of decimals: making one takes many times as long as a figure does, and Plan writes hundreds.
const formats = new Map<number, Intl.NumberFormat>();

/** A figure with at most so many decimals, without trailing zeros, thousands parted. */
export function figure(value: number, decimals = 1): string {
  const format =
    formats.get(decimals) ?? new Intl.NumberFormat('en-GB', { maximumFractionDigits: decimals });
  formats.set(decimals, format);
  return format.format(value);
}

/** “12 mm” or “12 × 12 mm”. */
export const spotText = (spot: Spot) => `${spotFigures(spot)}\u00a0mm`;

export const spotFigures = (spot: Spot) =>
  'diameterMm' in spot
    ? figure(spot.diameterMm)
    : `${figure(spot.widthMm)}\u00a0×\u00a0${figure(spot.heightMm)}`;

/** A wavelength, whole nanometres, its thousands not parted. */
export const nmText = (wavelengthNm: number) => `${Math.round(wavelengthNm)}\u00a0nm`;

/** A light by its wavelength; a filtered band, which has none, by that word. */
export function lightText(light: Light): string {
  const nm = lineNm(light);
  return nm === null ? 'filtered band' : nmText(nm);
}

/** “Thu 26 Nov 2026, 10:02”. */
export const momentText = (at: string, timeZone: string) =>
  `${dayText(dayOf(at, timeZone))}, ${clockText(at, timeZone)}`;

/** How long until, or since, in minutes and seconds; hours and days beyond. */
export function spanText(ms: number): string {
  const seconds = Math.floor(Math.abs(ms) / 1000);
  const [minutes, hours] = [Math.floor(seconds / 60), Math.floor(seconds / 3600)];
  if (hours >= 48) return `${Math.floor(hours / 24)} days`;
  if (hours >= 1) return `${hours} h ${minutes - hours * 60} min`;
  return `${minutes} min ${String(seconds - minutes * 60).padStart(2, '0')} s`;
}

/** “just now”, “12 min ago”, “3 h ago”, “2 days ago”. */
export function agoText(at: string, nowMs: number): string {
  const minutes = Math.floor((nowMs - Date.parse(at)) / 60_000);
  if (minutes < 1) return 'just now';
  if (minutes < 60) return `${minutes} min ago`;
  if (minutes < 48 * 60) return `${Math.floor(minutes / 60)} h ago`;
  return `${Math.floor(minutes / 1440)} days ago`;
}

/** “1 session”, “1 200 sessions”; `many` where it is not the one with an s. */
export const countText = (count: number, one: string, many = `${one}s`) =>
  `${figure(count, 0)} ${count === 1 ? one : many}`;

export const passesText = (count: number) => countText(count, 'pass', 'passes');
export const pulsesText = (count: number) => countText(count, 'pulse');

export const minutesText = (minutes: number) => `${Math.ceil(minutes)} min`;

export const ROMAN = ['I', 'II', 'III', 'IV', 'V', 'VI'] as const;

/** A skin type 1–6 as I–VI. */
export const skinTypeText = (type: number) => ROMAN[type - 1] ?? String(type);

/** “1st”, “2nd”, “3rd”, “11th”. */
export function ordinal(number: number): string {
  const teen = Math.floor((number % 100) / 10) === 1;
  const end = teen ? 'th' : (['th', 'st', 'nd', 'rd'][number % 10] ?? 'th');
  return `${number}${end}`;
}
