import type { TrialOpened } from '@tidy-quill/contract/trials';
import { TextArea } from '../../widgets/inputs';
import { useState } from 'react';
import { problemText } from '../../app/api';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { useCloseTrialMutation } from './trials-api';

/** Ends a trial: its seed is opened, its results are shown to whoever reads findings. */
export function CloseDialog({ trial, onClose }: { trial: TrialOpened; onClose: () => void }) {
  const [reason, setReason] = useState('');
  const [close, { error, isLoading }] = useCloseTrialMutation();
  const save = async () => {
    const result = await close({ trialId: trial.id, reason });
    if (result.error === undefined) onClose();
  };
  return (
    <Dialog
      open
      title="Close the trial"
      okText="Close it for good"
      okButtonProps={{ disabled: reason.trim() === '' }}
      confirmLoading={isLoading}
      onOk={() => void save()}
      onCancel={onClose}
    >
      <p>
        It cannot be opened again: nothing more is drawn, counted or told, and the seed is shown so
        that anybody can check the draws.
      </p>
      <Field label="Why it ends now">
        {(field) => (
          <TextArea
            {...field}
            autoSize={{ minRows: 2 }}
            maxLength={500}
            value={reason}
            onChange={({ target }) => setReason(target.value)}
          />
        )}
      </Field>
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
    </Dialog>
  );
}
