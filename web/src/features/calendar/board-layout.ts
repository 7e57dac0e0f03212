import type { DayVisit } from '@tidy-quill/contract/today';
import {
  clockMinutes,
  openOn,
  type OpeningHours,
  type Unavailable,
} from '@tidy-quill/core/calendar';
import type { Day } from '@tidy-quill/core/units';
import { clockOf, dayOf } from '../../text';

/** How tall a minute is drawn, px. */
export const MINUTE_PX = 1.4;
/** How long an older visit, of which no length was kept, is drawn, minutes: it holds nothing. */
export const UNKNOWN_MINUTES = 30;
/** A visit is dragged and moved by keys in steps of this, minutes. */
export const STEP_MINUTES = 15;

/** A clock time “HH:mm” of minutes from midnight. */
export const clockAt = (minutes: number): string =>
  [Math.floor(minutes / 60), minutes % 60].map((part) => String(part).padStart(2, '0')).join(':');

const startOf = ({ startsAt }: Pick<DayVisit, 'startsAt'>, timeZone: string) =>
  clockMinutes(clockOf(startsAt, timeZone));

const lengthOf = ({ plannedMinutes }: Pick<DayVisit, 'plannedMinutes'>) =>
  plannedMinutes ?? UNKNOWN_MINUTES;

const OPENS = 8 * 60;
const CLOSES = 19 * 60;

/**
 * The hours that a board shows: those in which the clinic is open on its days, eight to seven where it has said none, and
 * longer where visits are. Minutes from midnight, whole hours.
 */
export function hoursOf(
  visits: readonly Pick<DayVisit, 'startsAt' | 'plannedMinutes'>[],
  timeZone: string,
  open: { readonly hours: OpeningHours | null; readonly days: readonly Day[] } | null = null,
): { readonly from: number; readonly to: number } {
  const spans =
    open === null || open.hours === null ? [] : open.days.flatMap((day) => openOn(open.hours, day));
  const opens =
    spans.length === 0 ? OPENS : Math.min(...spans.map((each) => clockMinutes(each.from)));
  const closes =
    spans.length === 0 ? CLOSES : Math.max(...spans.map((each) => clockMinutes(each.until)));
  const starts = visits.map((visit) => startOf(visit, timeZone));
  const ends = visits.map((visit, index) => (starts[index] ?? 0) + lengthOf(visit));
  const from = Math.floor(Math.min(opens, ...starts) / 60) * 60;
  const to = Math.min(24 * 60, Math.ceil(Math.max(closes, ...ends) / 60) * 60);
  return { from, to };
}

/** Where a visit lies in its column: from the top, how tall, and which part of the width. */
export interface Placed<V> {
  readonly visit: V;
  readonly topPx: number;
  readonly heightPx: number;
  /** 0 for the leftmost of those that share a moment, and how many lie side by side. */
  readonly lane: number;
  readonly lanes: number;
}

/** Lays the visits of one column out: those that share a moment lie side by side. */
export function placed<V extends Pick<DayVisit, 'startsAt' | 'plannedMinutes'>>(
  visits: readonly V[],
  from: number,
  timeZone: string,
): readonly Placed<V>[] {
  const spans = visits
    .map((visit) => {
      const start = startOf(visit, timeZone);
      return { visit, start, end: start + lengthOf(visit) };
    })
    .sort((one, other) => one.start - other.start || other.end - one.end);
  const done: Placed<V>[] = [];
  let group: { span: (typeof spans)[number]; lane: number }[] = [];
  const close = () => {
    const lanes = Math.max(0, ...group.map(({ lane }) => lane + 1));
    for (const { span, lane } of group) {
      done.push({
        visit: span.visit,
        topPx: (span.start - from) * MINUTE_PX,
        heightPx: (span.end - span.start) * MINUTE_PX,
        ...{ lane, lanes },
      });
    }
    group = [];
  };
  for (const span of spans) {
    if (group.every((each) => each.span.end <= span.start)) close();
    const taken = new Set(
      group.filter((each) => each.span.end > span.start).map(({ lane }) => lane),
    );
    let lane = 0;
    while (taken.has(lane)) lane++;
    group.push({ span, lane });
  }
  close();
  return done;
}

/** A stretch of a column in which nothing can be booked. */
export interface Shade {
  /** Minutes from midnight. */
  readonly from: number;
  readonly until: number;
  /** Why; empty outside the opening hours. */
  readonly text: string;
}

/** The parts of a day's board that lie outside the opening hours. */
export function closedShades(
  day: Day,
  hours: OpeningHours | null,
  shown: { readonly from: number; readonly to: number },
): readonly Shade[] {
  if (hours === null) return [];
  const shades: Shade[] = [];
  let from = shown.from;
  for (const span of openOn(hours, day)) {
    if (clockMinutes(span.from) > from)
      shades.push({ from, until: clockMinutes(span.from), text: '' });
    from = Math.max(from, clockMinutes(span.until));
  }
  return from < shown.to ? [...shades, { from, until: shown.to, text: '' }] : shades;
}

/** What is away on a day and counts for a column, as stretches of it. */
export function awayShades(
  day: Day,
  list: readonly Unavailable[],
  shown: { readonly from: number; readonly to: number },
  of: { readonly what: 'room' | 'staff'; readonly id: string; readonly timeZone: string },
): readonly Shade[] {
  const minutesAt = (at: string) => {
    const on = dayOf(at, of.timeZone);
    if (on !== day) return on < day ? shown.from : shown.to;
    return Math.max(shown.from, Math.min(shown.to, clockMinutes(clockOf(at, of.timeZone))));
  };
  return list
    .filter(({ what, whatId }) => what === 'clinic' || (what === of.what && whatId === of.id))
    .map(({ from, until, reason }) => ({
      ...{ from: minutesAt(from), until: minutesAt(until) },
      text: reason,
    }))
    .filter(({ from, until }) => from < until);
}
