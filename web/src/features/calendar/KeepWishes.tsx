import type { Client } from '@tidy-quill/contract/clients';
import type { Day } from '@tidy-quill/core/units';
import { Button } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { dayText, wishesText } from '../../text';
import { DayInput } from '../../widgets/DayInput';
import { Field } from '../../widgets/Field';
import { useAddWaitingMutation, useSetWishesMutation } from './calendar-api';
import type { Wished } from './FindTimes';

/** Keeps the days and hours that are wished for with the client, so that they stand there next time. */
export function KeepWishes({
  clientId,
  kept,
  wishes: { weekdays, part },
}: {
  clientId: string;
  kept: Client['wishes'];
  wishes: Wished;
}) {
  const [set, { isLoading, error }] = useSetWishesMutation();
  const isNone = weekdays.length === 0 && part === 'any';
  const isKept =
    (kept === null && isNone) || (kept?.part === part && kept.weekdays.join() === weekdays.join());
  if (isKept)
    return kept === null ? null : (
      <p className="quiet">These are the client’s usual wishes: {wishesText(kept)}.</p>
    );
  return (
    <p>
      <Button
        size="small"
        loading={isLoading}
        onClick={() =>
          void set({ clientId, wishes: isNone ? null : { weekdays: [...weekdays], part } })
        }
      >
        {isNone ? 'Forget the client’s usual wishes' : 'Keep these wishes for the client'}
      </Button>{' '}
      <span className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </span>
    </p>
  );
}

/** Puts the client on the waiting list with what is wished for: whatever becomes free is offered to them. */
export function JoinWaiting({
  clientId,
  visitId,
  areaIds,
  from,
  staffId,
  wishes: { weekdays, part },
}: {
  clientId: string;
  /** The visit that is booked for them meanwhile. */
  visitId: string | undefined;
  areaIds: readonly string[];
  from: Day;
  staffId: string | null;
  wishes: Wished;
}) {
  const [id, setId] = useState(() => v7());
  const [until, setUntil] = useState('');
  const [asking, setAsking] = useState(false);
  const [add, { isLoading, error, isSuccess, reset }] = useAddWaitingMutation();
  const save = async () => {
    const result = await add({
      ...{ clientId, id, areaIds: [...areaIds], visitId: visitId ?? null, from },
      ...{ until: until === '' ? null : until, weekdays: [...weekdays], part, staffId },
    });
    if (result.error !== undefined) return;
    setId(v7());
    setAsking(false);
  };
  if (!asking)
    return (
      <p>
        <Button
          size="small"
          onClick={() => {
            reset();
            setAsking(true);
          }}
        >
          None of these: wait for one…
        </Button>{' '}
        <span role="status">
          {isSuccess ? 'On the waiting list, in the calendar under “calls”.' : ''}
        </span>
      </p>
    );
  return (
    <div className="join-waiting">
      <p>
        Waits for a time from {dayText(from)}
        {wishesText({ weekdays, part }) === '' ? '' : `, ${wishesText({ weekdays, part })}`}
        {visitId === undefined ? '' : ', earlier than the visit that is booked'}.
      </p>
      <Field label="No later than">
        {(field) => <DayInput {...field} value={until} onChange={setUntil} />}
      </Field>
      <Button loading={isLoading} onClick={() => void save()}>
        Put on the waiting list
      </Button>{' '}
      <Button onClick={() => setAsking(false)}>Leave it</Button>
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </div>
  );
}
