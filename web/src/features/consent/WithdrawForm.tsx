import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText, useWithdrawConsentMutation } from '../../app/api';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';

/** Takes a consent back from now on, with the reason where one was given. */
export function WithdrawForm({
  consentId,
  clientId,
  onClose,
}: {
  consentId: string;
  clientId: string;
  onClose: () => void;
}) {
  const [id] = useState(() => v7());
  const [reason, setReason] = useState('');
  const [withdraw, { isLoading, error }] = useWithdrawConsentMutation();
  const save = async () => {
    if ((await withdraw({ consentId, clientId, id, reason })).error === undefined) onClose();
  };
  return (
    <Dialog
      open
      title="Withdraw this consent"
      okText="Withdraw from now on"
      confirmLoading={isLoading}
      onOk={() => void save()}
      onCancel={onClose}
    >
      <p>It cannot be brought back; a new one may be signed. No reason need be given.</p>
      <Field label="Reason, if one was given">
        {(field) => (
          <Input
            {...field}
            maxLength={500}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        )}
      </Field>
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </Dialog>
  );
}
