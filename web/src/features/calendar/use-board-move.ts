import type { DayVisit } from '@tidy-quill/contract/today';
import {
  awayDuring,
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
  const at = (visit: DayVisit, minutes: number, columnId: string) => ({
    ...visit,
    startsAt: momentOf(of.day, clockAt(minutes), timeZone),
    ...(of.by === 'room' ? { roomId: columnId } : { staffId: columnId }),
  });
  /** Puts a visit to minutes from midnight and a column, within the hours that are shown. */
  const put = (visit: DayVisit, minutes: number, columnId: string) => {
    const length = visit.plannedMinutes ?? 0;
    const within = Math.max(of.hours.from, Math.min(of.hours.to - length, minutes));
    const there = at(visit, within, columnId);
    const holding = of.visits.filter(({ status }) => status !== 'missed');
    const clashes = clashesOf(there, holding);
    const away = awayDuring(there, of.unavailable);
    setDraft({ visit, minutes: within, columnId, clashes, away });
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
    put(draft.visit, draft.minutes + minutes * STEP_MINUTES, to ?? draft.columnId);
  };
  const drop = async () => {
    if (draft === null || draft.clashes.length + draft.away.length > 0) return;
    const { visit, minutes, columnId } = draft;
    const { startsAt, roomId, staffId } = at(visit, minutes, columnId);
    const isThere =
      startsAt === visit.startsAt && roomId === visit.roomId && staffId === visit.staffId;
    setDraft(null);
    if (isThere) return;
    const result = await move({
      ...{ visitId: visit.id, from: visit.startsAt, startsAt, roomId, staffId },
    });
    if (result.error !== undefined) return;
    const column = of.columns.find(({ id }) => id === columnId);
    setMade({
      visit,
      text: `${visit.client.name} moved to ${clockAt(minutes)}, ${column?.name ?? ''}.`,
      back: {
        ...{ visitId: visit.id, from: startsAt, startsAt: visit.startsAt },
        ...{ roomId: visit.roomId, staffId: visit.staffId },
      },
    });
  };
  const takeBack = async () => {
    if (made === null) return;
    setMade(null);
    await move(made.back);
  };
  return {
    ...{ draft, made, isLoading, columnOf, put, begin, step, drop, takeBack },
    problem: error === undefined ? null : problemText(error),
    cancel: () => setDraft(null),
  };
}
