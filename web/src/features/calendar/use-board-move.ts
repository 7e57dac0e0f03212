import type { DayVisit } from '@tidy-quill/contract/today';
import {
  awayDuring,
  BOOKING_STEP,
  clashesOf,
  clockMinutes,
  type Clash,
  type Unavailable,
} from '@tidy-quill/core/calendar';
import { useState } from 'react';
import { problemText, useMoveVisitMutation } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { clockOf, momentOf } from '../../text';
import { clockAt, STEP_MINUTES } from './board-layout';

/** A visit that is being moved: where it would be, and what is in its way there. */
export interface Draft {
  readonly visit: DayVisit;
  /** Minutes from midnight. */
  readonly minutes: number;
  readonly columnId: string;
  /** How long it would be, minutes. */
  readonly length: number;
  readonly clashes: readonly Clash<DayVisit>[];
  /** What it needs and is away there. */
  readonly away: readonly Unavailable[];
}

/** A move that was made, as it can be taken back. */
interface Made {
  readonly visit: DayVisit;
  readonly text: string;
  readonly back: Parameters<ReturnType<typeof useMoveVisitMutation>[0]>[0];
}

/** Moving visits about a day's board: one at a time, dropped only where nothing is in the way. */
export function useBoardMove(of: {
  readonly day: string;
  readonly by: 'room' | 'staff';
  readonly columns: readonly { readonly id: string; readonly name: string }[];
  readonly visits: readonly DayVisit[];
  readonly hours: { readonly from: number; readonly to: number };
  readonly unavailable: readonly Unavailable[];
}) {
  const { timeZone } = useSignedIn().clinic;
  const [draft, setDraft] = useState<Draft | null>(null);
  const [made, setMade] = useState<Made | null>(null);
  const [move, { isLoading, error, reset }] = useMoveVisitMutation();
  const columnOf = (visit: DayVisit) => (of.by === 'room' ? visit.roomId : visit.staffId);
  const at = (visit: DayVisit, minutes: number, columnId: string, length: number) => ({
    ...visit,
    ...(length === 0 ? {} : { plannedMinutes: length }),
    startsAt: momentOf(of.day, clockAt(minutes), timeZone),
    ...(of.by === 'room' ? { roomId: columnId } : { staffId: columnId }),
  });
  /** Puts a visit to minutes from midnight and a column, for so many minutes, within the hours that are shown. */
  const put = (
    visit: DayVisit,
    minutes: number,
    columnId: string,
    length = visit.plannedMinutes ?? 0,
  ) => {
    const within = Math.max(of.hours.from, Math.min(of.hours.to - length, minutes));
    const there = at(visit, within, columnId, length);
    const holding = of.visits.filter(({ status }) => status !== 'missed');
    const clashes = clashesOf(there, holding);
    const away = awayDuring(there, of.unavailable);
    setDraft({ visit, minutes: within, columnId, length, clashes, away });
  };
  const begin = (visit: DayVisit) => {
    reset();
    setMade(null);
    put(visit, clockMinutes(clockOf(visit.startsAt, timeZone)), columnOf(visit));
  };
  /** By keys: steps of time, and to the column beside. */
  const step = (minutes: number, columns: number) => {
    if (draft === null) return;
    const ids = of.columns.map(({ id }) => id);
    const to = ids[Math.max(0, Math.min(ids.length - 1, ids.indexOf(draft.columnId) + columns))];
    put(draft.visit, draft.minutes + minutes * STEP_MINUTES, to ?? draft.columnId, draft.length);
  };
  /** Makes a visit end so many minutes from midnight, in steps of five; one of no kept length stays as it is. */
  const stretch = (visit: DayVisit, end: number) => {
    if (visit.plannedMinutes === null) return;
    const isMoving = draft?.visit.id === visit.id;
    const from = isMoving ? draft.minutes : clockMinutes(clockOf(visit.startsAt, timeZone));
    const wanted = Math.round((Math.min(end, of.hours.to) - from) / BOOKING_STEP) * BOOKING_STEP;
    const length = Math.max(BOOKING_STEP, wanted);
    put(visit, from, isMoving ? draft.columnId : columnOf(visit), length);
  };
  /** By keys: longer or shorter by steps of five minutes. */
  const stretchBy = (steps: number) => {
    if (draft !== null) stretch(draft.visit, draft.minutes + draft.length + steps * BOOKING_STEP);
  };
  const drop = async () => {
    if (draft === null || draft.clashes.length + draft.away.length > 0) return;
    const { visit, minutes, columnId, length } = draft;
    const { startsAt, roomId, staffId, plannedMinutes } = at(visit, minutes, columnId, length);
    const isAsLong = plannedMinutes === visit.plannedMinutes;
    const isHere =
      startsAt === visit.startsAt && roomId === visit.roomId && staffId === visit.staffId;
    const isThere = isHere && isAsLong;
    setDraft(null);
    if (isThere) return;
    const result = await move({
      ...{ visitId: visit.id, from: visit.startsAt, startsAt, roomId, staffId },
      ...(isAsLong || plannedMinutes === null ? {} : { plannedMinutes }),
    });
    if (result.error !== undefined) return;
    const column = of.columns.find(({ id }) => id === columnId);
    setMade({
      visit,
      text: isHere
        ? `${visit.client.name} has ${length} minutes now.`
        : `${visit.client.name} moved to ${clockAt(minutes)}, ${column?.name ?? ''}.`,
      back: {
        ...{ visitId: visit.id, from: startsAt, startsAt: visit.startsAt },
        ...{ roomId: visit.roomId, staffId: visit.staffId },
        ...(isAsLong || visit.plannedMinutes === null
          ? {}
          : { plannedMinutes: visit.plannedMinutes }),
      },
    });
  };
  const takeBack = async () => {
    if (made === null) return;
    setMade(null);
    await move(made.back);
  };
  return {
    ...{ draft, made, isLoading, columnOf, put, begin, step, stretch, stretchBy, drop, takeBack },
    problem: error === undefined ? null : problemText(error),
    cancel: () => setDraft(null),
  };
}
