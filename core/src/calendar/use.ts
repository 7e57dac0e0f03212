import type { Unavailable } from './unavailable';
import { clockMinutes } from './load';
import { openOn, type OpeningHours } from './hours';
import type { VisitStatus } from './visit-status';
import { addDays, type Day } from '../units';

/** How much a room or a person was used in some days. */
export interface Use {
  readonly id: string;
  readonly visits: number;
  /** Minutes that its visits were booked for, those of cancelled and missed ones left out. */
  readonly bookedMinutes: number;
  /** Minutes in which it could have been: opening hours without what was away. Null where the clinic has said no hours. */
  readonly openMinutes: number | null;
  readonly missed: number;
}

interface UsedVisit {
  readonly id: string;
  readonly startsAt: string;
  readonly plannedMinutes: number | null;
  readonly roomId: string;
  readonly staffId: string;
  readonly status: VisitStatus;
}

const MINUTE_MS = 60_000;

/** How much each room or person of a list was used from one day to another, both included. */
export function useOf(of: {
  readonly by: 'room' | 'staff';
  readonly ids: readonly string[];
  readonly visits: readonly UsedVisit[];
  readonly from: Day;
  readonly until: Day;
  readonly hours: OpeningHours | null;
  readonly unavailable: readonly Unavailable[];
  /** The moment of a day and clock time where the clinic is, ISO 8601. */
  readonly momentOf: (day: Day, clock: string) => string;
}): readonly Use[] {
  return of.ids.map((id) => {
    const its = of.visits.filter((each) => (of.by === 'room' ? each.roomId : each.staffId) === id);
    const held = its.filter(({ status }) => status !== 'missed' && status !== 'cancelled');
    const away = of.unavailable.filter(
      ({ what, whatId }) => what === 'clinic' || (what === of.by && whatId === id),
    );
    return {
      id,
      visits: held.length,
      bookedMinutes: held.reduce((sum, { plannedMinutes }) => sum + (plannedMinutes ?? 0), 0),
      openMinutes: of.hours === null ? null : openMinutes(of, away),
      missed: its.filter(({ status }) => status === 'missed').length,
    };
  });
}

function openMinutes(
  {
    from,
    until,
    hours,
    momentOf,
  }: Pick<Parameters<typeof useOf>[0], 'from' | 'until' | 'hours' | 'momentOf'>,
  away: readonly Unavailable[],
): number {
  let sum = 0;
  for (let day = from; day <= until; day = addDays(day, 1)) {
    for (const span of openOn(hours, day)) {
      const opens = Date.parse(momentOf(day, span.from));
      const whole = clockMinutes(span.until) - clockMinutes(span.from);
      sum += whole - awayMinutes(opens, opens + whole * MINUTE_MS, away);
    }
  }
  return sum;
}

/** Minutes of a span in which something is away, what overlaps counted once. */
function awayMinutes(from: number, until: number, away: readonly Unavailable[]): number {
  const spans = away
    .map(
      (each) =>
        [Math.max(from, Date.parse(each.from)), Math.min(until, Date.parse(each.until))] as const,
    )
    .filter(([begins, ends]) => begins < ends)
    .sort(([one], [other]) => one - other);
  let [sum, reached] = [0, from];
  for (const [begins, ends] of spans) {
    sum += Math.max(0, ends - Math.max(begins, reached));
    reached = Math.max(reached, ends);
  }
  return sum / MINUTE_MS;
}
