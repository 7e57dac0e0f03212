import './today.css';
import { LeftOutlined, PhoneOutlined, RightOutlined } from '@ant-design/icons';
import type { Attention, DayVisit } from '@tidy-quill/contract/today';
import type { VisitStatus } from '@tidy-quill/core/calendar';
import { STAGES } from '@tidy-quill/core/workflow';
import { addDays } from '@tidy-quill/core/units';
import { Button, Skeleton } from 'antd';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { problemText, useTodayQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import {
  areaText,
  ATTENTION_WORDS,
  clockText,
  countText,
  dayText,
  STAGE_WORDS,
  VISIT_STATUS_WORDS,
} from '../../text';
import { DevicesFirst } from '../devices/DevicesFirst';
import { ReactionList } from '../reactions/ReactionList';
import { NotSetUp } from '../setup/NotSetUp';
import { UrgentList } from '../urgent/UrgentList';
import { BackupOverdue } from './BackupOverdue';
import { useListsRead } from './use-lists-read';
import { AsOf } from '../../widgets/AsOf';
import { PageProblem } from '../../widgets/PageProblem';
import { lazily } from '../../widgets/lazily';
import { useSearch } from '../../app/use-search';

const ListsBelow = lazily(async () => (await import('./ListsBelow')).ListsBelow);
const PickSession = lazily(async () => (await import('../reactions/PickSession')).PickSession);

/** The day's visits by hour, each a click away. */
export function TodayPage() {
  const [search, setSearch] = useSearch();
  const [reporting, setReporting] = useState(false);
  const supervises = useSignedIn().staff.role !== 'technician';
  const day = search.get('day') ?? undefined;
  const query = useTodayQuery(day, {
    refetchOnMountOrArgChange: true,
    refetchOnFocus: true,
    refetchOnReconnect: true,
    pollingInterval: 30_000,
  });
  // Of this day: what another day was is not shown under its name.
  const { currentData: data, error, refetch } = query;
  const listsRead = useListsRead();
  if (!listsRead || (data === undefined && error === undefined))
    return <Skeleton active className="page" paragraph={{ rows: 10 }} />;
  if (data === undefined) {
    return (
      <PageProblem title="The day cannot be shown" text={problemText(error)} onRetry={refetch} />
    );
  }
  const attention = data.visits.filter((visit) => visit.attention.length > 0 && !visit.finished);
  const move = (days: number) => setSearch({ day: addDays(data.day, days) });
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>{dayText(data.day)}</h1>
          <p>
            {countText(data.visits.length, 'visit')}
            {attention.length > 0 ? ` · ${attention.length} to look at before they come in` : ''}
          </p>
        </div>
        <div className="page-actions">
          <Button icon={<PhoneOutlined />} onClick={() => setReporting(true)}>
            Report a reaction
          </Button>
          <Button icon={<LeftOutlined />} onClick={() => move(-1)}>
            Day before
          </Button>
          {day === undefined ? null : <Button onClick={() => setSearch({})}>Today</Button>}
          <Button icon={<RightOutlined />} iconPlacement="end" onClick={() => move(1)}>
            Day after
          </Button>
        </div>
      </header>
      <AsOf query={query} />
      <NotSetUp />
      <BackupOverdue />
      {day === undefined ? <DevicesFirst /> : null}
      {day === undefined ? <UrgentList /> : null}
      {day === undefined && supervises ? <ReactionList /> : null}
      {data.visits.length === 0 ? <NoVisits /> : <DayList visits={data.visits} />}
      {day === undefined ? (
        <>
          {supervises ? null : <ReactionList />}
          <ListsBelow today={data.day} />
        </>
      ) : null}
      {reporting ? <PickSession onClose={() => setReporting(false)} /> : null}
    </div>
  );
}

/** What was said of a visit: the rest shows by its stage. */
const SAID: readonly VisitStatus[] = ['confirmed', 'arrived', 'missed'];
const STOPS: readonly Attention[] = ['stopped', 'noConsent', 'reactionLastTime'];

function NoVisits() {
  return (
    <section className="empty">
      <h2>No visits on this day</h2>
      <p>Open a client to book one.</p>
      <Link to="/clients">Go to Clients</Link>
    </section>
  );
}

function DayList({ visits }: { visits: readonly DayVisit[] }) {
  const navigate = useNavigate();
  const { timeZone } = useSignedIn().clinic;
  return (
    <table className="data-table day-list">
      <thead>
        <tr>
          <th scope="col">Time</th>
          <th scope="col">Client</th>
          <th scope="col">Area</th>
          <th scope="col">Room</th>
          <th scope="col">Stage</th>
          <th scope="col">Look at</th>
        </tr>
      </thead>
      <tbody>
        {visits.map((visit) => (
          <tr
            key={visit.id}
            className={visit.finished ? 'is-past' : undefined}
            onClick={() => void navigate(`/visits/${visit.id}`)}
          >
            <td className="figures">
              {clockText(visit.startsAt, timeZone)}
              {SAID.includes(visit.status) ? (
                <span className="quiet">{VISIT_STATUS_WORDS[visit.status]}</span>
              ) : null}
            </td>
            <th scope="row">
              <Link to={`/visits/${visit.id}`} onClick={(event) => event.stopPropagation()}>
                {visit.client.name}
              </Link>
              <span className="quiet">{visit.client.reference}</span>
            </th>
            <td>
              {[visit, ...visit.otherZones].map(areaText).join(', ')}
              <span className="quiet">{visit.job === 'ink' ? 'tattoo' : 'hair'}</span>
            </td>
            <td>
              {visit.room}
              <span className="quiet">{visit.staff}</span>
            </td>
            <td>
              <StageReached visit={visit} />
            </td>
            <td>
              {visit.unreadable ? (
                <span className="tag tag-stop">Record unreadable, visit {visit.id}</span>
              ) : null}
              {visit.attention.map((each) => (
                <span
                  key={each}
                  className={`tag ${STOPS.includes(each) ? 'tag-stop' : 'tag-care'}`}
                >
                  {ATTENTION_WORDS[each]}
                </span>
              ))}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function StageReached({ visit }: { visit: DayVisit }) {
  const done = visit.finished ? STAGES.length : STAGES.indexOf(visit.stage);
  const word = visit.finished
    ? 'Sent home'
    : visit.running
      ? 'In treatment'
      : `${STAGE_WORDS[visit.stage]} next`;
  return (
    <span className="stage-reached">
      <span className="stage-dots" aria-hidden>
        {STAGES.map((stage, index) => (
          <i key={stage} className={index < done ? 'is-done' : undefined} />
        ))}
      </span>
      {word}
    </span>
  );
}
