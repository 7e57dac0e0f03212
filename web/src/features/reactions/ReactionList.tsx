import { isOverdue } from '@tidy-quill/core/session';
import { Link } from 'react-router';
import { useReactionsQuery } from '../../app/after-api';
import { useSignedIn } from '../../app/clinic-context';
import { FRESH_WITH_PAGE } from '../../app/fresh';
import { areaText, dayOf, LEVEL_WORDS, momentText, REACTION_WORDS, shortDay } from '../../text';
import { useNow } from '../../widgets/use-now';
import { Worries } from '../diary/Worries';

/** Reactions of all clients that nobody has closed: the gravest first, what is overdue marked. */
export function ReactionList() {
  const { data } = useReactionsQuery(undefined, {
    ...FRESH_WITH_PAGE,
    pollingInterval: 60_000,
  });
  const { timeZone } = useSignedIn().clinic;
  const now = new Date(useNow()).toISOString();
  if (data === undefined || data.length === 0) return <Worries />;
  const overdue = data.filter(({ reaction }) => isOverdue(reaction, now)).length;
  return (
    <>
      <Worries />
      <section className="not-ready" aria-label="Reactions being followed">
        <h2>
          Reactions being followed{' '}
          <span className="quiet-inline">
            {data.length} open{overdue === 0 ? '' : `, ${overdue} overdue`}
          </span>
        </h2>
        <table className="data-table is-still">
          <thead>
            <tr>
              <th scope="col">Client</th>
              <th scope="col">Reaction</th>
              <th scope="col">Session</th>
              <th scope="col">Urgency</th>
              <th scope="col">Look or ask again by</th>
            </tr>
          </thead>
          <tbody>
            {data.map(({ visitId, areaId, client, treatedAt, reaction, ...area }) => (
              <tr key={reaction.id}>
                <th scope="row">
                  <Link to={`/visits/${visitId}/reactions?zone=${areaId}&update=${reaction.id}`}>
                    {client.name}
                  </Link>
                  <span className="quiet">{client.phone}</span>
                </th>
                <td>
                  {REACTION_WORDS[reaction.report.what]}
                  <span className="quiet">{areaText(area)}</span>
                </td>
                <td className="figures">{shortDay(dayOf(treatedAt, timeZone))}</td>
                <td>{LEVEL_WORDS[reaction.triage?.level ?? 'advice']}</td>
                <td className="figures">
                  {reaction.againAt === null ? 'close it' : momentText(reaction.againAt, timeZone)}{' '}
                  {isOverdue(reaction, now) ? <span className="tag tag-stop">overdue</span> : null}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </>
  );
}
