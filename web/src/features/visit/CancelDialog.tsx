import { isShortNotice } from '@tidy-quill/core/calendar';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { useOnward } from '../../app/use-onward';
import { problemText, useClinicQuery } from '../../app/api';
import { useCancelVisitMutation } from '../../app/visit-api';
import { countText } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { useVisit } from './use-visit';

/** Cancels the open visit for a reason. */
export function CancelDialog({ onClose }: { onClose: () => void }) {
  const { visit, client } = useVisit('visit', 'client');
  const onward = useOnward();
  const [reason, setReason] = useState('');
  const [cancel, { isLoading, error }] = useCancelVisitMutation();
  const { data: clinic } = useClinicQuery();
  const noticeHours = clinic?.cancelNoticeHours ?? 0;
  const isShort = isShortNotice(visit.startsAt, new Date().toISOString(), noticeHours);
  const save = async () => {
    const result = await cancel({ visitId: visit.id, reason });
    // Somebody may wait for the time that became free.
    if (result.error === undefined) onward(`/clients/${client.id}?freed=${visit.id}`);
  };
  return (
    <Dialog
      open
      title="Cancel this visit"
      okText="Cancel it, on the record"
      cancelText="Keep it"
      okButtonProps={{ disabled: reason.trim() === '' }}
      confirmLoading={isLoading}
      onOk={() => void save()}
      onCancel={onClose}
    >
      {isShort ? (
        <p>
          <strong>Short notice:</strong> it begins within the {countText(noticeHours, 'hour')} that
          the clinic asks for.
        </p>
      ) : null}
      <p>
        What was asked so far is kept. Nothing more can be added to it, and a link to the questions
        ends; to treat {client.givenName}, book another visit.
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
  );
}
