import './calendar.css';
import { LeftOutlined, PrinterOutlined, RightOutlined } from '@ant-design/icons';
import type { Calendar } from '@tidy-quill/contract/calendar';
import { deviceDueText } from '@tidy-quill/contract/labels/devices';
import { weekdayOf } from '@tidy-quill/core/calendar';
import { addDays, addMonths, defined, type Day } from '@tidy-quill/core/units';
import { Button, Skeleton } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { problemText, useCatalogueQuery, useClinicQuery, useTodayQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { countText, dayOf, dayText, monthText, shortDay } from '../../text';
import { Choice } from '../../widgets/Choice';
import { AsOf } from '../../widgets/AsOf';
import { PageProblem } from '../../widgets/PageProblem';
import { useOnce } from '../../widgets/use-once';
import { useDevicesQuery } from '../devices/devices-api';
import { useCalendarQuery, useRemindDayMutation } from './calendar-api';
import { CallList } from './CallList';
import { DayBoard } from './DayBoard';
import { MonthLoad } from './MonthLoad';
import { UseFigures } from './UseFigures';
import { WeekBoard } from './WeekBoard';
import { lazily } from '../../widgets/lazily';
import { useSearch } from '../../app/use-search';

const AwayDialog = lazily(async () => (await import('./AwayDialog')).AwayDialog);

const BY_WORDS = { room: 'by room', staff: 'by person' } as const;
const VIEW_WORDS = {
  ...{ day: 'day', week: 'week', month: 'month' },
  ...{ call: 'calls', use: 'figures' },
} as const;
type View = keyof typeof VIEW_WORDS;

const STEP_WORDS: Readonly<Record<View, string>> = {
  ...{ day: 'Day', week: 'Week', month: 'Month', call: 'Day', use: 'Month' },
};

/** Visits side by side: a day by room or person, a week, or how full a month is. */
export function CalendarPage() {
  const [search, setSearch] = useSearch();
  const { timeZone } = useSignedIn().clinic;
  const today = dayOf(new Date().toISOString(), timeZone);
  const day = search.get('day') ?? today;
  const view = asView(search.get('view'));
  const by = search.get('by') === 'staff' ? 'staff' : 'room';
  const [away, setAway] = useState(false);
  const go = (to: {
    day?: Day;
    view?: View;
    by?: 'room' | 'staff';
    visit?: string | undefined;
  }) => {
    const next = { day, view, by, ...to };
    setSearch({
      ...(next.day === today ? {} : { day: next.day }),
      ...(next.view === 'day' ? {} : { view: next.view }),
      ...(next.by === 'room' ? {} : { by: next.by }),
      ...(to.visit === undefined ? {} : { visit: to.visit }),
    });
  };
  const step = (count: number) =>
    view === 'month' || view === 'use'
      ? addMonths(day, count)
      : addDays(day, view === 'week' ? 7 * count : count);
  return (
    <div className={`page calendar-page is-${view}`}>
      <header className="page-head">
        <div>
          <h1>{titleOf(view, day)}</h1>
          {view === 'day' ? (
            <p>
              Drag a visit to move it, its lower edge to make it longer; or press M on it and use
              the arrow keys, with Shift for its length.
            </p>
          ) : null}
        </div>
        <div className="page-actions no-print">
          <Choice
            label="Show"
            words={VIEW_WORDS}
            value={view}
            onChange={(next) => go({ view: next })}
          />
          {view === 'day' ? (
            <Choice
              label="Columns"
              words={BY_WORDS}
              value={by}
              onChange={(next) => go({ by: next })}
            />
          ) : null}
          {view === 'call' ? null : (
            <>
              <Button icon={<LeftOutlined />} onClick={() => go({ day: step(-1) })}>
                {STEP_WORDS[view]} before
              </Button>
              {day === today ? null : <Button onClick={() => go({ day: today })}>Today</Button>}
              <Button
                icon={<RightOutlined />}
                iconPlacement="end"
                onClick={() => go({ day: step(1) })}
              >
                {STEP_WORDS[view]} after
              </Button>
            </>
          )}
          <Button onClick={() => setAway(true)}>Away and closed…</Button>
          <Button icon={<PrinterOutlined />} aria-label="Print" onClick={() => print()} />
        </div>
      </header>
      {view === 'call' ? (
        <CallList />
      ) : view === 'use' ? (
        <UseFigures day={day} />
      ) : (
        <Shown
          {...{ view, by, day, today }}
          visitId={search.get('visit')}
          onOpen={(on, visit) => go({ day: on, view: 'day', visit })}
        />
      )}
      {away ? <AwayDialog day={day} onClose={() => setAway(false)} /> : null}
    </div>
  );
}

/** The board of a view, once all of it was read. */
function Shown({
  view,
  by,
  day,
  today,
  visitId,
  onOpen,
}: {
  view: Exclude<View, 'call' | 'use'>;
  by: 'room' | 'staff';
  day: Day;
  today: Day;
  visitId: string | null;
  onOpen: (day: Day, visitId?: string) => void;
}) {
  const weeks = weeksOf(view, day);
  const days = weeks.flat();
  const asked = { from: defined(days[0]), until: defined(days.at(-1)) };
  const live = {
    ...{ refetchOnMountOrArgChange: true, refetchOnFocus: true, refetchOnReconnect: true },
    pollingInterval: 30_000,
  };
  const calendar = useCalendarQuery(asked, live);
  const visits = useTodayQuery(day, { ...live, skip: view !== 'day' });
  const clinic = useClinicQuery();
  const problem = [calendar, visits, clinic].find(
    ({ error, currentData }) => error !== undefined && currentData === undefined,
  );
  if (problem !== undefined)
    return (
      <PageProblem
        title="The calendar cannot be shown"
        text={problemText(problem.error)}
        onRetry={problem.refetch}
      />
    );
  const open = calendar.currentData;
  if (open === undefined || clinic.data === undefined)
    return <Skeleton active paragraph={{ rows: 10 }} />;
  const { rooms, staff } = clinic.data;
  if (rooms.length === 0)
    return (
      <section className="empty">
        <h2>No room yet</h2>
        <p>The owner adds rooms; visits are booked into one.</p>
      </section>
    );
  if (view === 'week')
    return (
      <>
        <AsOf query={calendar} />
        <WeekBoard days={days} calendar={open} rooms={rooms} onOpen={onOpen} />
      </>
    );
  if (view === 'month')
    return (
      <>
        <AsOf query={calendar} />
        <MonthLoad {...{ weeks, today, onOpen }} calendar={open} rooms={rooms.length} />
      </>
    );
  if (visits.currentData === undefined) return <Skeleton active paragraph={{ rows: 10 }} />;
  return (
    <>
      <AsOf query={visits} />
      <OfDay visits={visits.currentData.visits.length} open={open} />
      <DayBoard
        key={`${day} ${by} ${visitId ?? ''}`}
        {...{ day, by, open }}
        columns={by === 'room' ? rooms : staff.filter(({ active }) => active)}
        visits={visits.currentData.visits}
        first={visitId}
      />
    </>
  );
}

/** How many visits a day has, and which handpieces are out of use on it: no column is theirs. */
function OfDay({ visits, open }: { visits: number; open: Calendar }) {
  const { data: catalogue } = useCatalogueQuery();
  const out = open.unavailable.filter(({ what }) => what === 'handpiece');
  return (
    <p>
      {countText(visits, 'visit')}.
      {out.map(({ id, whatId, reason }) => (
        <span key={id}>
          {' '}
          {catalogue?.handpieces.find((each) => each.id === whatId)?.name ?? 'A handpiece'} is out
          of use: {reason}.
        </span>
      ))}
      <DuesOnDay day={open.from} /> <RemindButton day={open.from} />
    </p>
  );
}

/** What is due of devices on a day. */
function DuesOnDay({ day }: { day: Day }) {
  const { data = [] } = useDevicesQuery();
  return data.flatMap(({ handpiece, dues }) =>
    dues
      .filter(({ what, by }) => what !== 'check' && by === day)
      .map((due) => (
        <span key={`${handpiece.id} ${due.what}`}>
          {' '}
          <Link to={`/handpieces/${handpiece.id}/log`}>{handpiece.name}</Link>: {deviceDueText(due)}
          .
        </span>
      )),
  );
}

const asView = (text: string | null): View =>
  text !== null && Object.hasOwn(VIEW_WORDS, text) ? (text as View) : 'day';

/** The days that a view shows, week by week, Monday first; the one day alone for a day’s board. */
function weeksOf(view: View, day: Day): readonly (readonly Day[])[] {
  if (view === 'day') return [[day]];
  const weekOf = (on: Day) => {
    const monday = addDays(on, -weekdayOf(on));
    return Array.from({ length: 7 }, (_, index) => addDays(monday, index));
  };
  if (view === 'week') return [weekOf(day)];
  const first = `${day.slice(0, 7)}-01`;
  const last = addDays(addMonths(first, 1), -1);
  const weeks: Day[][] = [];
  for (let on = defined(weekOf(first)[0]); on <= last; on = addDays(on, 7)) weeks.push(weekOf(on));
  return weeks;
}

function titleOf(view: View, day: Day): string {
  if (view === 'day') return dayText(day);
  if (view === 'call') return 'Whom to call';
  if (view === 'month' || view === 'use') return monthText(day);
  const [week] = weeksOf('week', day);
  return `${shortDay(defined(week?.[0]))} to ${shortDay(defined(week?.at(-1)))}`;
}

/** Reminds everybody of a day who has not confirmed, by one press; each visit once. */
function RemindButton({ day }: { day: Day }) {
  const { timeZone } = useSignedIn().clinic;
  const [remind, { data, error, originalArgs }] = useRemindDayMutation();
  // Pressed twice, the second answer would say that nobody was left.
  const [busy, remindOnce] = useOnce(async () => {
    await remind({ day });
  });
  if (day < dayOf(new Date().toISOString(), timeZone)) return null;
  return (
    <>
      <Button size="small" className="no-print" loading={busy} onClick={remindOnce}>
        Remind those not confirmed
      </Button>{' '}
      <span role="status">
        {data === undefined || originalArgs?.day !== day
          ? ''
          : data.sent + data.failed === 0
            ? 'Nobody is left to remind.'
            : `${countText(data.sent, 'reminder')} sent${data.failed === 0 ? '' : `, ${data.failed} could not be: see the outbox under Clinic`}.`}
        {error === undefined ? '' : problemText(error)}
      </span>
    </>
  );
}
