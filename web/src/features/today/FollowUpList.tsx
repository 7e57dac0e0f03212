import { Link } from 'react-router';
import { useFollowUpsQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { FRESH_WITH_PAGE } from '../../app/fresh';
import { areaText, countText, dueText, momentText, READING_WORDS } from '../../text';
import { useNow } from '../../widgets/use-now';

/** Test spots that wait to be looked at, the one due first at the head. */
export function FollowUpList() {
  const { data } = useFollowUpsQuery(undefined, {
    ...FRESH_WITH_PAGE,
    pollingInterval: 60_000,
  });
  const { timeZone } = useSignedIn().clinic;
  const now = useNow();
  if (data === undefined || data.length === 0) return null;
  return (
    <section className="not-ready">
      <h2>Test spots to look at</h2>
      <table className="data-table is-still">
        <thead>
          <tr>
            <th scope="col">Client</th>
            <th scope="col">Area</th>
            <th scope="col">Look</th>
            <th scope="col">From</th>
            <th scope="col">Due</th>
          </tr>
        </thead>
        <tbody>
          {data.map(({ visitId, areaId, client, due, spots, ...area }) => (
            <tr key={`${visitId} ${areaId}`}>
              <th scope="row">
                <Link to={`/visits/${visitId}/spot?zone=${areaId}`}>{client.name}</Link>
                <span className="quiet">{client.phone}</span>
              </th>
              <td>
                {areaText(area)}
                <span className="quiet">{countText(spots, 'spot')}</span>
              </td>
              <td>{READING_WORDS[due.kind]}</td>
              <td className="figures">{momentText(due.from, timeZone)}</td>
              <td className="figures">{dueText(due, now)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
