import type { DayVisit } from '@tidy-quill/contract/today';
import {
  awayAsBookings,
  awayDuring,
  clashesOf,
  firstFree,
  isInHours,
  type Booking,
  type Clash,
  type Unavailable,
} from '@tidy-quill/core/calendar';
import { useState } from 'react';
import { useClinicQuery, useTodayQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { clockOf, dayOf, momentOf } from '../../text';
import { useCalendarQuery } from './calendar-api';

/** When, where and with whom a visit is to be. */
export interface Slot {
  readonly day: string;
  readonly clock: string;
  /** Undefined until somebody chose one; the only one stands there of itself. */
  readonly roomId: string | undefined;
  readonly staffId: string;
  readonly plannedMinutes: number;
  /** ISO 8601; null while day or time is missing. */
  readonly startsAt: string | null;
  /** Visits that hold its room or person then. */
  readonly clashes: readonly Clash<DayVisit>[];
  /** What it needs and is away then. */
  readonly away: readonly Unavailable[];
  /** Whether it lies in the opening hours; a clinic may book outside of them all the same. */
  readonly isInHours: boolean;
  /** The next start that day at which nothing is in the way; null where there is none. */
  readonly nextFree: string | null;
  /** The label of what is still missing. */
  readonly lacking: string | undefined;
  /** Whether the clinic has no room at all. */
  readonly hasNoRoom: boolean;
  /** Whether the day's visits, the rooms or the staff are still being read. */
  readonly isReading: boolean;
  readonly put: (to: Partial<Pick<Slot, 'day' | 'clock' | 'roomId' | 'staffId'>>) => void;
}

/**
 * A slot being chosen. A time that nobody typed goes on to where its room and person are free; one that was typed stays, and
 * says what is in its way.
 */
export function useSlot(of: {
  readonly id: string;
  /** ISO 8601. */
  readonly startsAt: string;
  readonly roomId?: string;
  readonly staffId: string;
  readonly plannedMinutes: number;
  /** A handpiece that is kept free for it. */
  readonly handpieceId?: string | null;
}): Slot {
  const { timeZone } = useSignedIn().clinic;
  const [chosen, setChosen] = useState({
    day: dayOf(of.startsAt, timeZone),
    clock: clockOf(of.startsAt, timeZone),
    roomId: of.roomId,
    staffId: of.staffId,
  });
  const [typed, setTyped] = useState(false);
  const { data: clinic } = useClinicQuery();
  const { day, staffId } = chosen;
  const { data, isFetching } = useTodayQuery(day, {
    skip: day === '',
    refetchOnMountOrArgChange: true,
  });
  const roomId = chosen.roomId ?? (clinic?.rooms.length === 1 ? clinic.rooms[0]?.id : undefined);
  const { currentData: open } = useCalendarQuery({ from: day, until: day }, { skip: day === '' });
  // A visit that was missed holds nothing any more.
  const others = data?.day === day ? data.visits.filter(({ status }) => status !== 'missed') : [];
  const booking = (clock: string): Booking => ({
    ...{ id: of.id, staffId, plannedMinutes: of.plannedMinutes },
    handpieceId: of.handpieceId ?? null,
    roomId: roomId ?? '',
    startsAt: momentOf(day, clock, timeZone),
  });
  const isComplete = day !== '' && chosen.clock !== '';
  const unavailable = open?.unavailable ?? [];
  const blocked = [
    ...others,
    ...awayAsBookings(booking(isComplete ? chosen.clock : '12:00'), unavailable),
  ];
  const free = isComplete ? firstFree(booking(chosen.clock), blocked) : null;
  const nextFree = free !== null && dayOf(free, timeZone) === day ? free : null;
  const clock = !typed && nextFree !== null ? clockOf(nextFree, timeZone) : chosen.clock;
  return {
    ...{ day, clock, roomId, staffId, nextFree },
    plannedMinutes: of.plannedMinutes,
    startsAt: isComplete ? momentOf(day, clock, timeZone) : null,
    away: isComplete ? awayDuring(booking(clock), unavailable) : [],
    isInHours:
      !isComplete ||
      open === undefined ||
      isInHours(booking(clock), day, {
        hours: open.hours,
        momentOf: (on, at) => momentOf(on, at, timeZone),
      }),
    clashes: isComplete && roomId !== undefined ? clashesOf(booking(clock), others) : [],
    lacking:
      day === ''
        ? 'Day'
        : clock === ''
          ? 'Time'
          : roomId === undefined && clinic !== undefined
            ? 'Room'
            : undefined,
    hasNoRoom: clinic?.rooms.length === 0,
    isReading: clinic === undefined || (isFetching && data?.day !== day),
    put: (to) => {
      if (to.clock !== undefined) setTyped(true);
      setChosen((before) => ({ ...before, ...to }));
    },
  };
}
