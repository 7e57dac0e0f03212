import type { CalledVisit, DueLists, DueZone } from '@tidy-quill/contract/calendar';
import { Skeleton } from 'antd';
import { Link } from 'react-router';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { areaText, countText, dayOf, dayText, momentText } from '../../text';
import { PageProblem } from '../../widgets/PageProblem';
import { TrialFollowUpList } from '../trials/TrialFollowUpList';
import { AskButton } from './AskButton';
import { useDueListsQuery, useRecallMutation } from './calendar-api';
import { WaitingTable } from './WaitingTable';

/** Who is due with nothing booked, the longest overdue first, and who missed a visit and has no other. */
export function CallList() {
  const { timeZone } = useSignedIn().clinic;
  const { data, error, refetch } = useDueListsQuery(undefined, { refetchOnMountOrArgChange: true });
  if (error !== undefined && data === undefined)
    return (
      <PageProblem title="The lists cannot be shown" text={problemText(error)} onRetry={refetch} />
    );
  if (data === undefined) return <Skeleton active paragraph={{ rows: 8 }} />;
  return (
    <>
      <h2>Due, with nothing booked</h2>
      {data.due.length === 0 ? (
        <p>Everybody who is due in the next two weeks has a visit.</p>
      ) : (
        <DueTable {...data} />
      )}
      <TrialFollowUpList />
      <h2>Wait for another time</h2>
      <WaitingTable />
      <h2>Ask for another time</h2>
      {data.asking.length === 0 ? (
        <p>Nobody.</p>
      ) : (
        <VisitTable
          visits={data.asking}
          head="Booked"
          day={({ startsAt }) => `/calendar?day=${dayOf(startsAt, timeZone)}`}
        />
      )}
      <h2>First visits in the next two weeks</h2>
      {data.first.length === 0 ? (
        <p>Nobody.</p>
      ) : (
        <VisitTable
          visits={data.first}
          head="Booked"
          day={({ startsAt }) => `/calendar?day=${dayOf(startsAt, timeZone)}`}
        />
      )}
      <h2>Missed, with nothing booked since</h2>
      {data.missed.length === 0 ? (
        <p>Nobody.</p>
      ) : (
        <VisitTable visits={data.missed} head="Missed" />
      )}
    </>
  );
}

function DueTable({ due, total }: Pick<DueLists, 'due' | 'total'>) {
  return (
    <>
      {total > due.length ? (
        <p className="quiet">
          The {due.length} that are longest overdue of {total}.
        </p>
      ) : null}
      <table className="data-table">
        <thead>
          <tr>
            <th scope="col">Client</th>
            <th scope="col">Telephone</th>
            <th scope="col">Area</th>
            <th scope="col">Last treated</th>
            <th scope="col">Due</th>
            <th scope="col">Ask back</th>
          </tr>
        </thead>
        <tbody>
          {due.map((zone) => (
            <tr key={zone.areaId}>
              <th scope="row">
                <Link to={`/clients/${zone.clientId}`}>{zone.clientName}</Link>
              </th>
              <td className="figures">{zone.phone}</td>
              <td>
                {areaText(zone)}
                <span className="quiet">{zone.job === 'ink' ? 'tattoo' : 'hair'}</span>
              </td>
              <td>
                {dayText(zone.lastOn)}
                <span className="quiet">{countText(zone.sessions, 'session')}</span>
              </td>
              <td>
                {dayText(zone.on)}{' '}
                <span className={`tag ${zone.late ? 'tag-stop' : 'tag-care'}`}>
                  {overdueText(zone)}
                </span>
              </td>
              <td>
                <RecallButton zone={zone} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function RecallButton({ zone: { areaId, clientName, recalledAt } }: { zone: DueZone }) {
  const [recall, state] = useRecallMutation();
  return (
    <AskButton
      {...{ name: clientName, askedAt: recalledAt, state }}
      onAsk={() => void recall({ areaIds: [areaId] })}
    />
  );
}

function overdueText({ overdueDays, late }: DueZone): string {
  if (overdueDays === 0) return 'today';
  if (overdueDays < 0) return `in ${countText(-overdueDays, 'day')}`;
  const by =
    overdueDays < 14
      ? countText(overdueDays, 'day')
      : countText(Math.floor(overdueDays / 7), 'week');
  return late ? `${by} over, late` : `${by} over`;
}

/** Visits that somebody is called about, each with its client's telephone. */
function VisitTable({
  visits,
  head,
  day,
}: {
  visits: readonly (CalledVisit & { readonly note?: string })[];
  head: string;
  /** The address of the day's board, where the visit is still to be moved. */
  day?: (visit: CalledVisit) => string;
}) {
  const { timeZone } = useSignedIn().clinic;
  return (
    <table className="data-table">
      <thead>
        <tr>
          <th scope="col">Client</th>
          <th scope="col">Telephone</th>
          <th scope="col">Area</th>
          <th scope="col">{head}</th>
        </tr>
      </thead>
      <tbody>
        {visits.map((each) => (
          <tr key={each.visitId}>
            <th scope="row">
              <Link to={`/clients/${each.clientId}`}>{each.clientName}</Link>
            </th>
            <td className="figures">{each.phone}</td>
            <td>{areaText(each)}</td>
            <td>
              {day === undefined ? (
                momentText(each.startsAt, timeZone)
              ) : (
                <Link to={`${day(each)}&visit=${each.visitId}`}>
                  {momentText(each.startsAt, timeZone)}
                </Link>
              )}
              {each.note === undefined || each.note === '' ? null : (
                <span className="quiet">“{each.note}”</span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
