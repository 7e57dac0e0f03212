import './today.css';
import type { ComingVisit } from '@tidy-quill/contract/today';
import { readyFrom } from '@tidy-quill/core/calendar';
import { Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { useNotReadyQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { FRESH_WITH_PAGE } from '../../app/fresh';
import { areaText, clockText, dayOf, dayText, fromToday, notReadyText } from '../../text';
import { lazily } from '../../widgets/lazily';

const InviteForm = lazily(async () => (await import('../ask/InviteForm')).InviteForm);
const MoveVisitForm = lazily(async () => (await import('../calendar/MoveVisitForm')).MoveVisitForm);

/** Who is not ready in the coming two weeks, why, and what would make them ready. */
export function NotReadyList({ today }: { today: string }) {
  const { data } = useNotReadyQuery(undefined, {
    ...FRESH_WITH_PAGE,
    pollingInterval: 60_000,
  });
  const [inviting, setInviting] = useState<string | null>(null);
  const [moving, setMoving] = useState<ComingVisit | null>(null);
  if (data === undefined || data.length === 0) return null;
  return (
    <section className="not-ready">
      <h2>Not ready, in the next two weeks</h2>
      <table className="data-table is-still">
        <thead>
          <tr>
            <th scope="col">Visit</th>
            <th scope="col">Client</th>
            <th scope="col">Why not</th>
            <th scope="col">To become ready</th>
            <th scope="col">
              <span className="visually-hidden">Act</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {data.map((visit) => (
            <NotReadyRow
              key={visit.id}
              visit={visit}
              today={today}
              onInvite={() => setInviting(visit.id)}
              onMove={() => setMoving(visit)}
            />
          ))}
        </tbody>
      </table>
      {inviting === null ? null : (
        <InviteForm visitId={inviting} onClose={() => setInviting(null)} />
      )}
      {moving === null ? null : (
        <MoveVisitForm
          visit={{ ...moving, clientId: moving.client.id }}
          clientName={moving.client.name}
          from={readyFrom(moving.notReady)}
          onClose={() => setMoving(null)}
        />
      )}
    </section>
  );
}

function NotReadyRow({
  visit,
  today,
  onInvite,
  onMove,
}: {
  visit: ComingVisit;
  today: string;
  onInvite: () => void;
  onMove: () => void;
}) {
  const { timeZone } = useSignedIn().clinic;
  const day = dayOf(visit.startsAt, timeZone);
  const reasons = visit.notReady.map(notReadyText);
  const unasked = visit.notReady.some(({ code }) => code === 'notAsked');
  return (
    <tr>
      <td>
        {day === today ? 'Today' : dayText(day)}, {clockText(visit.startsAt, timeZone)}
        <span className="quiet">{day === today ? '' : fromToday(day, today)}</span>
      </td>
      <th scope="row">
        <Link to={`/visits/${visit.id}/ask`}>{visit.client.name}</Link>
        <span className="quiet">
          {areaText(visit)}, {visit.job === 'ink' ? 'tattoo' : 'hair'}
        </span>
      </th>
      <td>
        {reasons.map(({ why }) => (
          <span key={why} className="reason-line">
            {why}
          </span>
        ))}
      </td>
      <td>
        {reasons.map(({ why, remedy }) => (
          <span key={why} className="reason-line">
            {remedy}
          </span>
        ))}
      </td>
      <td>
        {unasked && !visit.begun ? (
          <Button size="small" onClick={onInvite}>
            Send questions<span className="visually-hidden"> to {visit.client.name}</span>
          </Button>
        ) : null}
        <Button size="small" onClick={onMove}>
          Move the visit<span className="visually-hidden"> of {visit.client.name}</span>…
        </Button>
      </td>
    </tr>
  );
}
