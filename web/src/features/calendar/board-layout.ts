import type { DayVisit } from '@tidy-quill/contract/today';
import { clockOf } from '../../text';

/** How tall a minute is drawn, px. */
export const MINUTE_PX = 1.4;
/** How long an older visit, of which no length was kept, is drawn, minutes: it holds nothing. */
export const UNKNOWN_MINUTES = 30;
/** A visit is dragged and moved by keys in steps of this, minutes. */
export const STEP_MINUTES = 15;

/** Minutes from midnight to a clock time “HH:mm”. */
export const minutesOf = (clock: string): number => {
  const [hours, minutes] = clock.split(':').map(Number);
  return (hours ?? 0) * 60 + (minutes ?? 0);
};

/** A clock time “HH:mm” of minutes from midnight. */
export const clockAt = (minutes: number): string =>
  [Math.floor(minutes / 60), minutes % 60].map((part) => String(part).padStart(2, '0')).join(':');

const startOf = ({ startsAt }: Pick<DayVisit, 'startsAt'>, timeZone: string) =>
  minutesOf(clockOf(startsAt, timeZone));

const lengthOf = ({ plannedMinutes }: Pick<DayVisit, 'plannedMinutes'>) =>
  plannedMinutes ?? UNKNOWN_MINUTES;

const OPENS = 8 * 60;
const CLOSES = 19 * 60;

/** The hours that a day's board shows: eight to seven, and longer where visits are. Minutes from midnight, whole hours. */
export function hoursOf(
  visits: readonly Pick<DayVisit, 'startsAt' | 'plannedMinutes'>[],
  timeZone: string,
): { readonly from: number; readonly to: number } {
  const starts = visits.map((visit) => startOf(visit, timeZone));
  const ends = visits.map((visit, index) => (starts[index] ?? 0) + lengthOf(visit));
  const from = Math.floor(Math.min(OPENS, ...starts) / 60) * 60;
  const to = Math.min(24 * 60, Math.ceil(Math.max(CLOSES, ...ends) / 60) * 60);
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
