import './calendar.css';
import type { DayVisit } from '@tidy-quill/contract/today';
import type { Calendar } from '@tidy-quill/contract/calendar';
import { clockMinutes, endOf } from '@tidy-quill/core/calendar';
import { Button } from 'antd';
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { useSignedIn } from '../../app/clinic-context';
import { areaText, AWAY_WORDS, clockOf, clockText, dayOf, VISIT_STATUS_WORDS } from '../../text';
import { Notice } from '../../widgets/Notice';
import { UnsignedThere } from '../sign-offs/UnsignedThere';
import { ChosenVisit } from './ChosenVisit';
import { Shades } from './Shades';
import {
  awayShades,
  clockAt,
  closedShades,
  hoursOf,
  MINUTE_PX,
  placed,
  STEP_MINUTES,
  UNKNOWN_MINUTES,
  type Placed,
} from './board-layout';
import { useBoardMove, type Draft } from './use-board-move';
import { lazily } from '../../widgets/lazily';

const MoveVisitForm = lazily(async () => (await import('./MoveVisitForm')).MoveVisitForm);

/** How far a pointer goes before a press is a drag, px. */
const DRAG_PX = 6;

/** A visit that the pointer holds: by its body, to move it, or by its lower edge, to make it longer or shorter. */
interface Dragged {
  readonly visit: DayVisit;
  readonly x: number;
  readonly y: number;
  /** How far below its upper edge it was taken hold of, px. */
  readonly grabbed: number;
  readonly byEdge: boolean;
}

/** How much of a visit’s lower edge is taken hold of to make it longer or shorter, px. */
const EDGE_PX = 10;

/** A day's visits in columns, by room or by person. */
export function DayBoard({
  day,
  by,
  columns,
  visits,
  open,
  first = null,
}: {
  day: string;
  by: 'room' | 'staff';
  columns: readonly { readonly id: string; readonly name: string }[];
  visits: readonly DayVisit[];
  /** When the clinic is open, and what is away. */
  open: Pick<Calendar, 'hours' | 'unavailable'>;
  /** The visit that is chosen at first. */
  first?: string | null;
}) {
  const { timeZone } = useSignedIn().clinic;
  const hours = hoursOf(visits, timeZone, { hours: open.hours, days: [day] });
  const board = useBoardMove({
    ...{ day, by, columns, visits, hours },
    unavailable: open.unavailable,
  });
  const [chosen, setChosen] = useState<string | null>(first);
  const [moving, setMoving] = useState<DayVisit | null>(null);
  const grid = useRef<HTMLDivElement>(null);
  const drag = useRef<Dragged | null>(null);
  const { draft } = board;
  const shown = visits.find(({ id }) => id === chosen);

  const down = (visit: DayVisit) => (event: PointerEvent<HTMLElement>) => {
    if (event.button !== 0 || !isMovable(visit)) return;
    const { top, bottom } = event.currentTarget.getBoundingClientRect();
    const byEdge = visit.plannedMinutes !== null && bottom - event.clientY <= EDGE_PX;
    const grabbed = event.clientY - top;
    drag.current = { visit, x: event.clientX, y: event.clientY, grabbed, byEdge };
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const drawn = (event: PointerEvent<HTMLElement>) => {
    const { current } = drag;
    if (current === null || grid.current === null) return;
    const far = Math.hypot(event.clientX - current.x, event.clientY - current.y);
    if (draft === null && far < DRAG_PX) return;
    const { left, top, width } = grid.current.getBoundingClientRect();
    if (current.byEdge) {
      board.stretch(current.visit, hours.from + (event.clientY - top) / MINUTE_PX);
      return;
    }
    const index = Math.floor(((event.clientX - left) / width) * columns.length);
    const column = columns[Math.max(0, Math.min(columns.length - 1, index))];
    const raw = hours.from + (event.clientY - current.grabbed - top) / MINUTE_PX;
    if (column !== undefined)
      board.put(current.visit, Math.round(raw / STEP_MINUTES) * STEP_MINUTES, column.id);
  };
  const up = () => {
    const { current } = drag;
    drag.current = null;
    if (current === null) return;
    if (draft === null) setChosen(current.visit.id);
    else if (draft.clashes.length + draft.away.length === 0) void board.drop();
    // Let go where something is in the way, it waits there and says what that is.
  };
  const keys = (visit: DayVisit) => (event: KeyboardEvent<HTMLElement>) => {
    if (draft?.visit.id !== visit.id) {
      if (event.key.toLowerCase() === 'm' && isMovable(visit)) board.begin(visit);
      return;
    }
    const steps: Readonly<Record<string, readonly [number, number]>> = {
      ...{ ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] },
    };
    const to = steps[event.key];
    if (event.shiftKey && to !== undefined && to[0] !== 0) board.stretchBy(to[0]);
    else if (to !== undefined) board.step(...to);
    else if (event.key === 'Enter') void board.drop();
    else if (event.key === 'Escape') board.cancel();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  return (
    <>
      <p role="status" className="board-status">
        <span>
          {draft !== null ? draftText(draft, columns, timeZone) : (board.made?.text ?? '')}{' '}
          {draft === null ? null : (
            <UnsignedThere
              visit={draft.visit}
              staffId={by === 'staff' ? draft.columnId : draft.visit.staffId}
              on={day}
            />
          )}
        </span>{' '}
        {draft === null && board.made !== null ? (
          <Button size="small" onClick={() => void board.takeBack()}>
            Undo
          </Button>
        ) : null}
        {draft !== null ? (
          <Button size="small" onClick={board.cancel}>
            Leave it where it was
          </Button>
        ) : null}
      </p>
      {board.problem === null ? null : <Notice kind="stop" title={board.problem} />}
      <div className="board">
        <div className="board-hours" aria-hidden>
          {hourMarks(hours).map((minutes) => (
            <span key={minutes} style={{ top: (minutes - hours.from) * MINUTE_PX }}>
              {clockAt(minutes)}
            </span>
          ))}
        </div>
        <div className="board-body">
          <div className="board-heads">
            {columns.map(({ id, name }) => (
              <h2 key={id}>{name}</h2>
            ))}
          </div>
          <div
            ref={grid}
            className="board-columns"
            style={{ height: (hours.to - hours.from) * MINUTE_PX }}
          >
            {columns.map(({ id, name }) => (
              <ul key={id} className="board-column" aria-label={name}>
                <Shades
                  from={hours.from}
                  shades={[
                    ...closedShades(day, open.hours, hours),
                    ...awayShades(day, open.unavailable, hours, { what: by, id, timeZone }),
                  ]}
                />
                {placed(
                  visits.filter((visit) => board.columnOf(visit) === id),
                  hours.from,
                  timeZone,
                ).map((each) => (
                  <li key={each.visit.id}>
                    <button
                      type="button"
                      className={blockClass(each.visit, draft)}
                      style={styleOf(each)}
                      aria-expanded={chosen === each.visit.id}
                      onPointerDown={down(each.visit)}
                      onPointerMove={drawn}
                      onPointerUp={up}
                      onPointerCancel={() => {
                        drag.current = null;
                        board.cancel();
                      }}
                      onKeyDown={keys(each.visit)}
                      onClick={(event) => {
                        // By the pointer it was answered when that was lifted.
                        if (event.detail === 0 || !isMovable(each.visit)) setChosen(each.visit.id);
                      }}
                    >
                      <strong>{each.visit.client.name}</strong>
                      <span>
                        {clockText(each.visit.startsAt, timeZone)} ·{' '}
                        {by === 'room' ? each.visit.staff : each.visit.room} ·{' '}
                        {areaText(each.visit)}
                      </span>
                      <span className="board-edge" aria-hidden />
                      <span className="visually-hidden">
                        {lengthText(each.visit)},{' '}
                        {by === 'room' ? each.visit.room : each.visit.staff},{' '}
                        {VISIT_STATUS_WORDS[each.visit.status]}
                      </span>
                    </button>
                  </li>
                ))}
                {draft?.columnId === id ? <Ghost draft={draft} from={hours.from} /> : null}
              </ul>
            ))}
            <NowLine day={day} hours={hours} />
          </div>
        </div>
      </div>
      {shown === undefined ? null : (
        <ChosenVisit
          visit={shown}
          isMovable={isMovable(shown)}
          onMove={() => setMoving(shown)}
          onClose={() => setChosen(null)}
        />
      )}
      {moving === null ? null : (
        <MoveVisitForm
          visit={{ ...moving, clientId: moving.client.id }}
          clientName={moving.client.name}
          onClose={() => setMoving(null)}
          onMoved={() => setChosen(null)}
        />
      )}
    </>
  );
}

/** Whether a visit is still only booked: core and server decide, this keeps what has begun from being dragged. */
const isMovable = ({ finished, running }: DayVisit) => !finished && !running;

const lengthText = ({ plannedMinutes }: DayVisit) =>
  plannedMinutes === null ? 'its length was not kept' : `${plannedMinutes} minutes`;

const blockClass = (visit: DayVisit, draft: Draft | null) =>
  [
    'board-visit',
    visit.finished ? 'is-done' : visit.running ? 'is-running' : `is-${visit.status}`,
    visit.plannedMinutes === null ? 'is-of-unknown-length' : '',
    draft?.visit.id === visit.id ? 'is-moving' : '',
  ]
    .filter((each) => each !== '')
    .join(' ');

const styleOf = ({ topPx, heightPx, lane, lanes }: Placed<DayVisit>) => ({
  top: topPx,
  height: heightPx,
  left: `${(lane / lanes) * 100}%`,
  width: `${100 / lanes}%`,
});

function draftText(
  { visit, minutes, columnId, length, clashes, away: [away] }: Draft,
  columns: readonly { readonly id: string; readonly name: string }[],
  timeZone: string,
): string {
  const where = columns.find(({ id }) => id === columnId)?.name ?? '';
  const [clash] = clashes;
  const said =
    away !== undefined
      ? `${AWAY_WORDS[away.what]} then: ${away.reason}.`
      : clash === undefined
        ? 'free. Enter or let go to put it there.'
        : `taken: ${{ room: clash.with.room, staff: clash.with.staff, handpiece: 'its handpiece' }[clash.wants]} has ${clash.with.client.name} until ${clockText(endOf(clash.with), timeZone)}.`;
  const long = length === (visit.plannedMinutes ?? 0) ? '' : `, ${length} min`;
  return `${visit.client.name} to ${clockAt(minutes)}${long}, ${where}: ${said}`;
}

/** Where a visit that is being moved would lie. */
function Ghost({ draft, from }: { draft: Draft; from: number }) {
  const { visit, minutes, length, clashes, away } = draft;
  return (
    <li
      aria-hidden
      className={`board-ghost${clashes.length + away.length > 0 ? ' is-taken' : ''}`}
      style={{
        top: (minutes - from) * MINUTE_PX,
        height: (visit.plannedMinutes === null ? UNKNOWN_MINUTES : length) * MINUTE_PX,
      }}
    >
      {clockAt(minutes)}
    </li>
  );
}

const hourMarks = ({ from, to }: { from: number; to: number }) =>
  Array.from({ length: (to - from) / 60 + 1 }, (_, index) => from + index * 60);

/** Where the day has come to; nothing on other days. */
function NowLine({ day, hours }: { day: string; hours: { from: number; to: number } }) {
  const { timeZone } = useSignedIn().clinic;
  const [now, setNow] = useState(() => new Date().toISOString());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date().toISOString()), 30_000);
    return () => clearInterval(timer);
  }, []);
  const minutes = clockMinutes(clockOf(now, timeZone));
  if (dayOf(now, timeZone) !== day || minutes < hours.from || minutes > hours.to) return null;
  return (
    <div
      className="board-now"
      role="img"
      aria-label={`Now ${clockText(now, timeZone)}`}
      style={{ top: (minutes - hours.from) * MINUTE_PX }}
    />
  );
}
