import './calendar.css';
import { LeftOutlined, RightOutlined } from '@ant-design/icons';
import { addDays } from '@tidy-quill/core/units';
import { Button, Skeleton } from 'antd';
import { useSearchParams } from 'react-router';
import { problemText, useClinicQuery, useTodayQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { countText, dayOf, dayText } from '../../text';
import { Choice } from '../../widgets/Choice';
import { PageProblem } from '../../widgets/PageProblem';
import { DayBoard } from './DayBoard';

const BY_WORDS = { room: 'by room', staff: 'by person' } as const;

/** A day side by side: who is booked where and with whom, and moved by dragging or by keys. */
export function CalendarPage() {
  const [search, setSearch] = useSearchParams();
  const { timeZone } = useSignedIn().clinic;
  const today = dayOf(new Date().toISOString(), timeZone);
  const day = search.get('day') ?? today;
  const by = search.get('by') === 'staff' ? 'staff' : 'room';
  const { data, error, isLoading, refetch } = useTodayQuery(day, {
    refetchOnMountOrArgChange: true,
    refetchOnFocus: true,
    pollingInterval: 30_000,
  });
  const { data: clinic, error: unread, refetch: again } = useClinicQuery();
  const go = (to: { day?: string; by?: 'room' | 'staff' }) => {
    const next = { day, by, ...to };
    setSearch({
      ...(next.day === today ? {} : { day: next.day }),
      ...(next.by === 'room' ? {} : { by: next.by }),
    });
  };
  if (error !== undefined && data === undefined)
    return (
      <PageProblem title="The day cannot be shown" text={problemText(error)} onRetry={refetch} />
    );
  if (unread !== undefined && clinic === undefined)
    return (
      <PageProblem
        title="Rooms and staff cannot be read"
        text={problemText(unread)}
        onRetry={again}
      />
    );
  if (isLoading || clinic === undefined || data === undefined)
    return <Skeleton active className="page" paragraph={{ rows: 10 }} />;
  const columns = by === 'room' ? clinic.rooms : clinic.staff.filter(({ active }) => active);
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>{dayText(day)}</h1>
          <p>
            {countText(data.visits.length, 'visit')}. Drag a visit to move it, or press M on it and
            use the arrow keys.
          </p>
        </div>
        <div className="page-actions no-print">
          <Choice
            label="Columns"
            words={BY_WORDS}
            value={by}
            onChange={(next) => go({ by: next })}
          />
          <Button icon={<LeftOutlined />} onClick={() => go({ day: addDays(day, -1) })}>
            Day before
          </Button>
          {day === today ? null : <Button onClick={() => go({ day: today })}>Today</Button>}
          <Button
            icon={<RightOutlined />}
            iconPlacement="end"
            onClick={() => go({ day: addDays(day, 1) })}
          >
            Day after
          </Button>
        </div>
      </header>
      {columns.length === 0 ? (
        <section className="empty">
          <h2>No room yet</h2>
          <p>The owner adds rooms; visits are booked into one.</p>
        </section>
      ) : (
        <DayBoard key={`${day} ${by}`} day={day} by={by} columns={columns} visits={data.visits} />
      )}
    </div>
  );
}
