import { askedReadyFrom, isShortNotice } from '@tidy-quill/core/calendar';
import { refuseCancelling } from '@tidy-quill/core/workflow';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { useOnward } from '../../app/use-onward';
import { problemText, useClinicQuery } from '../../app/api';
import { countText } from '../../text';
import { useCancelVisitMutation } from '../../app/visit-api';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { MoveVisitForm } from '../calendar/MoveVisitForm';
import { useVisit } from './use-visit';

/** Moves or cancels the booking, the latter for a reason, as long as nothing was fired. */
export function CancelVisit() {
  const { visit, client, zones } = useVisit('visit', 'client', 'zones');
  const onward = useOnward();
  const [asking, setAsking] = useState(false);
  const [moving, setMoving] = useState(false);
  const [reason, setReason] = useState('');
  const [cancel, { isLoading, error }] = useCancelVisitMutation();
  const { data: clinic } = useClinicQuery();
  const noticeHours = clinic?.cancelNoticeHours ?? 0;
  const isShort = isShortNotice(visit.startsAt, new Date().toISOString(), noticeHours);
  const records = new Map(zones.map(({ area, record }) => [area.id, record]));
  if (visit.cancelled !== null || refuseCancelling(records) !== null) return null;
  const save = async () => {
    const result = await cancel({ visitId: visit.id, reason });
    // Somebody may wait for the time that became free.
    if (result.error === undefined) onward(`/clients/${client.id}?freed=${visit.id}`);
  };
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
      {asking ? (
        <Dialog
          open
          title="Cancel this visit"
          okText="Cancel it, on the record"
          cancelText="Keep it"
          okButtonProps={{ disabled: reason.trim() === '' }}
          confirmLoading={isLoading}
          onOk={() => void save()}
          onCancel={() => setAsking(false)}
        >
          {isShort ? (
            <p>
              <strong>Short notice:</strong> it begins within the {countText(noticeHours, 'hour')}{' '}
              that the clinic asks for.
            </p>
          ) : null}
          <p>
            What was asked so far is kept. Nothing more can be added to it, and a link to the
            questions ends; to treat {client.givenName}, book another visit.
          </p>
          <Field label="Reason">
            {(field) => (
              <Input
                {...field}
                maxLength={500}
                value={reason}
                onChange={({ target }) => setReason(target.value)}
              />
            )}
          </Field>
          <p className="field-error" role="alert">
            {error === undefined ? '' : problemText(error)}
          </p>
        </Dialog>
      ) : null}
    </>
  );
}
