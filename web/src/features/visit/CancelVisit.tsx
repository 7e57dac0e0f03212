import { askedReadyFrom } from '@tidy-quill/core/calendar';
import { refuseCancelling } from '@tidy-quill/core/workflow';
import { Button } from 'antd';
import { useState } from 'react';
import { lazily } from '../../widgets/lazily';
import { useVisit } from './use-visit';

const MoveVisitForm = lazily(async () => (await import('../calendar/MoveVisitForm')).MoveVisitForm);
const CancelDialog = lazily(async () => (await import('./CancelDialog')).CancelDialog);

/** Moves or cancels the booking, the latter for a reason, as long as nothing was fired. */
export function CancelVisit() {
  const { visit, client, zones } = useVisit('visit', 'client', 'zones');
  const [asking, setAsking] = useState(false);
  const [moving, setMoving] = useState(false);
  const records = new Map(zones.map(({ area, record }) => [area.id, record]));
  if (visit.cancelled !== null || refuseCancelling(records) !== null) return null;
  return (
    <>
      <p className="no-print">
        <Button size="small" onClick={() => setMoving(true)}>
          Move this visit…
        </Button>{' '}
        <Button size="small" onClick={() => setAsking(true)}>
          Cancel this visit…
        </Button>
      </p>
      {moving ? (
        <MoveVisitForm
          visit={visit}
          clientName={`${client.givenName} ${client.familyName}`}
          from={askedReadyFrom([...records.values()])}
          onClose={() => setMoving(false)}
        />
      ) : null}
      {asking ? <CancelDialog onClose={() => setAsking(false)} /> : null}
    </>
  );
}
