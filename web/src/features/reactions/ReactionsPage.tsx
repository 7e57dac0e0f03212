import './reactions.css';
import { segmentsOf } from '@tidy-quill/core/session';
import { PlusOutlined } from '@ant-design/icons';
import { Button, Skeleton } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { useDiaryWorriesQuery } from '../../app/after-api';
import { useSignedIn } from '../../app/clinic-context';
import { areaText, dayOf, dayText, settingResponseText, settingText } from '../../text';
import { useVisit } from '../visit/use-visit';
import { DiaryList } from '../diary/DiaryList';
import { ReactionCard } from './ReactionCard';
import { ReportForm } from './ReportForm';
import { useSearch } from '../../app/use-search';

/** What showed after a session, and all that was done about it. */
export function ReactionsPage() {
  const { record, visit, area } = useVisit('record', 'visit', 'area');
  const { timeZone } = useSignedIn().clinic;
  const { reactions, run, spots } = record;
  const [search, setSearch] = useSearch();
  const from = search.get('from');
  const worries = useDiaryWorriesQuery(undefined, { skip: from === null });
  const told = worries.data?.find(({ entry }) => entry.id === from) ?? null;
  const [reporting, setReporting] = useState(reactions.length === 0);
  const done = () => {
    setReporting(false);
    setSearch({ zone: area.id }, { replace: true });
  };
  const fired = run.startedAt !== null || spots.length > 0;
  // Every setting that was fired with and what was answered to it, else the last test spot.
  const used = segmentsOf(record).filter(({ pulses }) => pulses > 0);
  const lines =
    used.length > 0
      ? used.map(settingResponseText)
      : spots.slice(-1).map(({ setting }) => `Test spot: ${settingText(setting)}`);
  return (
    <div className="reactions">
      <header className="reactions-head">
        <h1>Reactions after {dayText(dayOf(visit.startsAt, timeZone))}</h1>
        <p>
          {areaText(area)}. <Link to={`/visits/${visit.id}/record`}>The whole record</Link>
        </p>
        <ul className="given-lines">
          {lines.map((line, index) => (
            <li key={index}>{line}</li>
          ))}
        </ul>
      </header>
      <DiaryList visitId={visit.id} />
      {reactions.map((reaction) => (
        <ReactionCard
          key={reaction.id}
          reaction={reaction}
          toUpdate={search.get('update') === reaction.id}
        />
      ))}
      {!fired ? (
        <section className="empty">
          <h2>Nothing was fired here</h2>
          <p>A reaction belongs to the session that caused it: open that one.</p>
        </section>
      ) : from !== null && worries.isLoading ? (
        <Skeleton active />
      ) : reporting || told !== null ? (
        <>
          <h2>Report a reaction{told === null ? '' : ', as the client told it from home'}</h2>
          <ReportForm key={told?.entry.id ?? ''} told={told} onDone={done} />
        </>
      ) : (
        <Button icon={<PlusOutlined />} onClick={() => setReporting(true)}>
          Report another
        </Button>
      )}
    </div>
  );
}
