import { FOLLOW_UP_WORDS } from '@tidy-quill/contract/labels/trials';
import type { TrialFollowUp } from '@tidy-quill/contract/trials';
import type { SiteId } from '@tidy-quill/core/sites';
import { Link } from 'react-router';
import { shortDay, SITE_WORDS } from '../../text';
import { AskButton } from '../calendar/AskButton';
import { useAskForFollowUpMutation, useTrialFollowUpsQuery } from './trials-api';
import { FRESH_WITH_PAGE } from '../../app/fresh';

/** Follow-ups of trials whose window is open, the one that closes first at the head. */
export function TrialFollowUpList() {
  const { data } = useTrialFollowUpsQuery(undefined, FRESH_WITH_PAGE);
  if (data === undefined || data.length === 0) return null;
  return (
    <section className="not-ready">
      <h2>Trial follow-ups</h2>
      <table className="data-table is-still">
        <thead>
          <tr>
            <th scope="col">Client</th>
            <th scope="col">Trial</th>
            <th scope="col">Count both sides</th>
            <th scope="col">Window</th>
            <th scope="col">Ask to come</th>
          </tr>
        </thead>
        <tbody>
          {data.map((followUp) => {
            const { trialId, title, client, site, month, from, due, until } = followUp;
            return (
              <tr key={`${trialId} ${client.id} ${month}`}>
                <th scope="row">
                  <Link to={`/clients/${client.id}`}>{client.name}</Link>
                  <span className="quiet">{client.phone}</span>
                </th>
                <td>
                  <Link to={`/findings/trials/${trialId}`}>{title}</Link>
                </td>
                <td>
                  {SITE_WORDS[site as SiteId]}, {FOLLOW_UP_WORDS[month]}
                </td>
                <td className="figures">
                  {shortDay(from)} – {shortDay(until)}
                  <span className="quiet">due {shortDay(due)}</span>
                </td>
                <td>
                  <AskToCome followUp={followUp} />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

function AskToCome({ followUp: { client, askedAt, bookedOn } }: { followUp: TrialFollowUp }) {
  const [ask, state] = useAskForFollowUpMutation();
  return bookedOn === null ? (
    <AskButton {...{ name: client.name, askedAt, state }} onAsk={() => void ask(client.id)} />
  ) : (
    <>booked {shortDay(bookedOn)}</>
  );
}
