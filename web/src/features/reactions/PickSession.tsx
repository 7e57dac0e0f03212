import './reactions.css';
import type { ClientVisit } from '@tidy-quill/contract/clients';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { Link } from 'react-router';
import { defined } from '@tidy-quill/core/units';
import { useClientQuery, useClientsQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { focusFirst } from '../../widgets/focus-first';
import { Dialog } from '../../widgets/Dialog';
import { areaText, dayOf, dayText, settingResponseText, shortDay } from '../../text';

/** Whose reaction it is, and which session it belongs to; leads to the page where it is reported. */
export function PickSession({
  clientId: known = null,
  onClose,
}: {
  clientId?: string | null;
  onClose: () => void;
}) {
  const [chosen, setChosen] = useState(known);
  return (
    <Dialog open title="Report a reaction" footer={null} onCancel={onClose}>
      {chosen === null ? (
        <PickClient onPick={setChosen} />
      ) : (
        <Sessions clientId={chosen} takesFocus />
      )}
    </Dialog>
  );
}

function PickClient({ onPick }: { onPick: (clientId: string) => void }) {
  const [text, setText] = useState('');
  const { data } = useClientsQuery({ text, page: 1 }, { skip: text.trim().length < 2 });
  const clients = data?.clients ?? [];
  // One alone need not be pressed.
  const only = clients.length === 1 && data?.total === 1 ? defined(clients[0]) : null;
  return (
    <>
      <label htmlFor="reaction-client">Who calls?</label>
      <Input
        id="reaction-client"
        placeholder="Name, reference, phone, birth date"
        value={text}
        onChange={({ target }) => setText(target.value)}
      />
      {text.trim().length < 2 ? null : data?.total === 0 ? (
        <p>Nobody is found by that.</p>
      ) : only !== null ? (
        <>
          <p>
            <strong>
              {only.givenName} {only.familyName}
            </strong>
            , {only.reference}, born {shortDay(only.birthDate)}
          </p>
          <Sessions clientId={only.id} />
        </>
      ) : (
        <ul className="pick-list">
          {clients.map((client) => (
            <li key={client.id}>
              <button type="button" onClick={() => onPick(client.id)}>
                {client.givenName} {client.familyName}
                <span className="quiet">
                  {client.reference}, born {shortDay(client.birthDate)}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function Sessions({
  clientId,
  takesFocus = false,
}: {
  clientId: string;
  /** Whether the name that was pressed is gone by now: the focus goes on to the sessions instead of being lost. */
  takesFocus?: boolean;
}) {
  const { data } = useClientQuery(clientId);
  const { timeZone } = useSignedIn().clinic;
  if (data === undefined) return null;
  const fired = data.visits.filter(({ lights }) => lights.length > 0);
  if (fired.length === 0) return <p>Nothing was fired on this client yet.</p>;
  const area = ({ areaId }: ClientVisit) => {
    const own = data.areas.find(({ id }) => id === areaId);
    return own === undefined ? '' : areaText(own);
  };
  return (
    <>
      <p>Which session does it belong to?</p>
      <ul className="pick-list" ref={takesFocus ? focusFirst : null}>
        {fired.map((visit) => (
          <li key={`${visit.id} ${visit.areaId}`}>
            <Link to={`/visits/${visit.id}/reactions?zone=${visit.areaId}`}>
              {dayText(dayOf(visit.startsAt, timeZone))}, {area(visit)}
              <span className="quiet">{visit.lights.map(settingResponseText).join('; ')}</span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}
