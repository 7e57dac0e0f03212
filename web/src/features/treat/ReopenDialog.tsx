import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';

/** Reopens a treatment that was ended too soon, with the reason on the record. */
export function ReopenDialog({
  onReopen,
  onClose,
}: {
  onReopen: (reason: string) => void;
  onClose: () => void;
}) {
  const [reason, setReason] = useState('');
  return (
    <Dialog
      open
      title="Reopen treatment"
      okText="Reopen, paused"
      okButtonProps={{ disabled: reason.trim() === '' }}
      cancelText="Go back"
      onOk={() => onReopen(reason.trim())}
      onCancel={onClose}
    >
      <Field label="Why it goes on">
        {(field) => (
          <Input
            {...field}
            maxLength={500}
            value={reason}
            onChange={({ target }) => setReason(target.value)}
          />
        )}
      </Field>
    </Dialog>
  );
}
