import { asksForLook } from '@tidy-quill/core/reaction';
import { Button } from 'antd';
import { Link } from 'react-router';
import { useDiaryWorriesQuery, useReadEntryMutation } from '../../app/after-api';
import { useSignedIn } from '../../app/clinic-context';
import { FRESH_WITH_PAGE } from '../../app/fresh';
import { LEVEL_WORDS, momentText } from '../../text';
import { homeText } from '../urgent/use-urgent';

/** What clients wrote from home that somebody has to read and that is not urgent: that stands at the head of the page. */
export function Worries() {
  const { data } = useDiaryWorriesQuery(undefined, {
    ...FRESH_WITH_PAGE,
    pollingInterval: 60_000,
  });
  const { timeZone } = useSignedIn().clinic;
  const [read] = useReadEntryMutation();
  const calm = (data ?? []).filter(({ triage }) => triage === null || !asksForLook(triage.level));
  if (calm.length === 0) return null;
  return (
    <section className="not-ready" aria-label="From home">
      <h2>From home, to read</h2>
      <ul>
        {calm.map(({ visitId, areaId, client, entry, triage }) => (
          <li key={entry.id}>
            <Link to={`/visits/${visitId}/reactions?zone=${areaId}&from=${entry.id}`}>
              {client.name}
            </Link>
            , {client.phone}, {momentText(entry.givenAt, timeZone)}: {homeText(entry)}.{' '}
            {triage === null ? '' : `${LEVEL_WORDS[triage.level]}. `}
            <Button size="small" onClick={() => void read(entry.id)}>
              Read, nothing to do<span className="visually-hidden"> for {client.name}</span>
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
