import type { Calendar } from '@tidy-quill/contract/calendar';
import { dayLoad, type DayLoad } from '@tidy-quill/core/calendar';
import type { Day } from '@tidy-quill/core/units';
import { useSignedIn } from '../../app/clinic-context';
import { countText, dayOf, dayText, figure, WEEKDAYS } from '../../text';

/** Some weeks, each day with how full it is; a press opens the day. */
export function MonthLoad({
  weeks,
  calendar,
  rooms,
  today,
  onOpen,
}: {
  /** Seven days each, Monday first. */
  weeks: readonly (readonly Day[])[];
  calendar: Calendar;
  rooms: number;
  today: Day;
  onOpen: (day: Day) => void;
}) {
  const { timeZone } = useSignedIn().clinic;
  const month = weeks[1]?.[0]?.slice(0, 7);
  const loads = new Map(
    weeks.flat().map((day) => {
      const on = calendar.visits.filter(({ startsAt }) => dayOf(startsAt, timeZone) === day);
      return [day, dayLoad(day, on, { hours: calendar.hours, rooms })] as const;
    }),
  );
  return (
    <table className="month-load">
      <caption className="visually-hidden">How full each day is</caption>
      <thead>
        <tr>
          {WEEKDAYS.map((name) => (
            <th key={name} scope="col">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {weeks.map((week) => (
          <tr key={week[0]}>
            {week.map((day) => (
              <td
                key={day}
                className={day === today ? 'is-today' : month === day.slice(0, 7) ? '' : 'is-other'}
              >
                <DayCell
                  day={day}
                  load={loads.get(day)}
                  closed={closedFor(day, calendar, timeZone)}
                  onOpen={onOpen}
                />
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function DayCell({
  day,
  load,
  closed,
  onOpen,
}: {
  day: Day;
  load: DayLoad | undefined;
  /** Why the clinic is closed on it, or a part of it; empty where it is not. */
  closed: string;
  onOpen: (day: Day) => void;
}) {
  if (load === undefined) return null;
  const { visits, bookedMinutes, openMinutes } = load;
  const share = openMinutes === null || openMinutes === 0 ? null : bookedMinutes / openMinutes;
  const booked =
    visits === 0 ? 'no visit' : `${countText(visits, 'visit')}, ${figure(bookedMinutes / 60, 1)} h`;
  const said =
    closed !== '' ? `closed: ${closed}` : openMinutes === 0 && visits === 0 ? 'closed' : booked;
  return (
    <button type="button" onClick={() => onOpen(day)} aria-label={`${dayText(day)}: ${said}`}>
      <span className="month-day">{Number(day.slice(8))}</span>
      <span>{said}</span>
      {share === null || closed !== '' ? null : (
        <span className="month-share">
          <span className="month-bar">
            <span style={{ width: `${Math.min(100, share * 100)}%` }} />
          </span>
          {figure(share * 100, 0)} %
        </span>
      )}
    </button>
  );
}

/** Why the clinic is closed on a day, or a part of it; empty where it is not. */
const closedFor = (day: Day, { unavailable }: Calendar, timeZone: string): string =>
  unavailable
    .filter(
      ({ what, from, until }) =>
        what === 'clinic' && dayOf(from, timeZone) <= day && day <= dayOf(until, timeZone),
    )
    .map(({ reason }) => reason)
    .join(', ');
