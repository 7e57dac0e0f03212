import type { DueLists, DueZone } from '@tidy-quill/contract/calendar';
import { Skeleton } from 'antd';
import { Link } from 'react-router';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { areaText, countText, dayText, momentText } from '../../text';
import { PageProblem } from '../../widgets/PageProblem';
import { useDueListsQuery } from './calendar-api';

/** Who is due with nothing booked, the longest overdue first, and who missed a visit and has no other. */
export function CallList() {
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
      <h2>Missed, with nothing booked since</h2>
      {data.missed.length === 0 ? <p>Nobody.</p> : <MissedTable missed={data.missed} />}
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
                {dayText(zone.on)}
                <span className={`tag ${zone.late ? 'tag-stop' : 'tag-care'}`}>
                  {overdueText(zone)}
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
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

function MissedTable({ missed }: Pick<DueLists, 'missed'>) {
  const { timeZone } = useSignedIn().clinic;
  return (
    <table className="data-table">
      <thead>
        <tr>
          <th scope="col">Client</th>
          <th scope="col">Telephone</th>
          <th scope="col">Area</th>
          <th scope="col">Missed</th>
        </tr>
      </thead>
      <tbody>
        {missed.map((each) => (
          <tr key={each.visitId}>
            <th scope="row">
              <Link to={`/clients/${each.clientId}`}>{each.clientName}</Link>
            </th>
            <td className="figures">{each.phone}</td>
            <td>{areaText(each)}</td>
            <td>{momentText(each.startsAt, timeZone)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
