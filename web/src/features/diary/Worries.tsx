import { Link } from 'react-router';
import { useDiaryWorriesQuery } from '../../app/after-api';
import { useSignedIn } from '../../app/clinic-context';
import { momentText, SIGN_WORDS, TREND_WORDS } from '../../text';

/** What clients wrote from home that somebody should read: worse, or with a sign. */
export function Worries() {
  const { data } = useDiaryWorriesQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: 60_000,
  });
  const { timeZone } = useSignedIn().clinic;
  if (data === undefined || data.length === 0) return null;
  return (
    <section className="not-ready" aria-label="From home">
      <h2>From home, to be read</h2>
      <ul>
        {data.map(({ visitId, areaId, client, entry }) => (
          <li key={entry.id}>
            <Link to={`/visits/${visitId}/reactions?zone=${areaId}`}>{client.name}</Link>,{' '}
            {client.phone}, {momentText(entry.givenAt, timeZone)}: {TREND_WORDS[entry.trend]}
            {entry.signs.length === 0
              ? ''
              : `, ${entry.signs.map((sign) => SIGN_WORDS[sign]).join(', ')}`}
          </li>
        ))}
      </ul>
    </section>
  );
}
