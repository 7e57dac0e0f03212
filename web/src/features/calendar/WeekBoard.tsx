import type { BookedVisit, Calendar } from '@tidy-quill/contract/calendar';
import { endOf } from '@tidy-quill/core/calendar';
import type { Day } from '@tidy-quill/core/units';
import { useState } from 'react';
import { useSignedIn } from '../../app/clinic-context';
import { areaText, clockText, dayOf, shortDay, VISIT_STATUS_WORDS, WEEKDAYS } from '../../text';
import { Choice } from '../../widgets/Choice';
import { awayShades, clockAt, closedShades, hoursOf, MINUTE_PX, placed } from './board-layout';
import { Shades } from './Shades';

/** In a week an hour takes half of what it takes on a day's board. */
const WEEK_SHARE = 0.5;
const ALL = 'all';

/** Seven days side by side; a press on a visit opens its day. */
export function WeekBoard({
  days,
  calendar,
  rooms,
  onOpen,
}: {
  days: readonly Day[];
  calendar: Calendar;
  rooms: readonly { readonly id: string; readonly name: string }[];
  onOpen: (day: Day, visitId?: string) => void;
}) {
  const { timeZone } = useSignedIn().clinic;
  const [roomId, setRoomId] = useState(ALL);
  const visits = calendar.visits.filter((visit) => roomId === ALL || visit.roomId === roomId);
  const hours = hoursOf(visits, timeZone, { hours: calendar.hours, days });
  const nameOf = (id: string) => rooms.find((room) => room.id === id)?.name ?? '';
  return (
    <>
      {rooms.length < 2 ? null : (
        <Choice
          label="Room"
          words={{
            [ALL]: 'all rooms',
            ...Object.fromEntries(rooms.map(({ id, name }) => [id, name])),
          }}
          value={roomId}
          onChange={setRoomId}
        />
      )}
      <div className="board is-week">
        <div className="board-hours" aria-hidden>
          {hourMarks(hours).map((minutes) => (
            <span key={minutes} style={{ top: (minutes - hours.from) * MINUTE_PX * WEEK_SHARE }}>
              {clockAt(minutes)}
            </span>
          ))}
        </div>
        <div className="board-body">
          <div className="board-heads">
            {days.map((day, index) => (
              <h2 key={day}>
                <button type="button" className="as-link" onClick={() => onOpen(day)}>
                  {WEEKDAYS[index]} {Number(day.slice(8))}
                </button>
              </h2>
            ))}
          </div>
          <div
            className="board-columns"
            style={{ height: (hours.to - hours.from) * MINUTE_PX * WEEK_SHARE }}
          >
            {days.map((day) => (
              <ul key={day} className="board-column" aria-label={shortDay(day)}>
                <WeekDay
                  {...{ day, hours, calendar, timeZone, nameOf, roomId }}
                  visits={visits.filter(({ startsAt }) => dayOf(startsAt, timeZone) === day)}
                  onOpen={(id) => onOpen(day, id)}
                />
              </ul>
            ))}
          </div>
        </div>
      </div>
    </>
  );
}

function WeekDay({
  day,
  visits,
  hours,
  calendar,
  timeZone,
  roomId,
  nameOf,
  onOpen,
}: {
  day: Day;
  visits: readonly BookedVisit[];
  hours: { readonly from: number; readonly to: number };
  calendar: Calendar;
  timeZone: string;
  /** Of the room that is shown; another word for all of them. */
  roomId: string;
  nameOf: (roomId: string) => string;
  onOpen: (id: string) => void;
}) {
  const half = (px: number) => px * WEEK_SHARE;
  return (
    <>
      <Shades
        from={hours.from}
        minutePx={half(MINUTE_PX)}
        shades={[
          ...closedShades(day, calendar.hours, hours),
          ...awayShades(day, calendar.unavailable, hours, { what: 'room', id: roomId, timeZone }),
        ]}
      />
      {placed(visits, hours.from, timeZone).map(({ visit, topPx, heightPx, lane, lanes }) => (
        <li key={visit.id}>
          <button
            type="button"
            className={`board-visit is-${visit.status}`}
            style={{
              top: half(topPx),
              height: half(heightPx),
              left: `${(lane / lanes) * 100}%`,
              width: `${100 / lanes}%`,
            }}
            onClick={() => onOpen(visit.id)}
            title={`${clockText(visit.startsAt, timeZone)}–${clockText(endOf(visit), timeZone)}, ${visit.clientName}, ${nameOf(visit.roomId)}`}
          >
            <strong>{visit.clientName}</strong>
            <span className="visually-hidden">
              {clockText(visit.startsAt, timeZone)}, {nameOf(visit.roomId)}, {areaText(visit)},{' '}
              {VISIT_STATUS_WORDS[visit.status]}
            </span>
          </button>
        </li>
      ))}
    </>
  );
}

const hourMarks = ({ from, to }: { from: number; to: number }) =>
  Array.from({ length: (to - from) / 60 + 1 }, (_, index) => from + index * 60);
