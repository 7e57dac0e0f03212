import { TRIAL_SIDES, type TrialSide } from '@tidy-quill/core/trial';
import { TextArea } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { Choice } from '../../widgets/Choice';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { useNoteInTrialMutation } from './trials-api';

const KINDS = { deviated: 'a side is treated otherwise', left: 'leaves the trial' } as const;
const SIDES = Object.fromEntries(TRIAL_SIDES.map((side) => [side, side])) as Record<
  TrialSide,
  string
>;

/** What is told of a client in a trial: a deviation with its reason, or that nothing more is to come. */
export function NoteDialog({
  trialId,
  clientId,
  name,
  visitId,
  side: ofSide = null,
  onClose,
}: {
  trialId: string;
  clientId: string;
  name: string;
  /** The visit in which it happens; null where it is told of later. */
  visitId: string | null;
  /** The side that is open, where it can be no other. */
  side?: TrialSide | null;
  onClose: () => void;
}) {
  const [id] = useState(() => v7());
  const [kind, setKind] = useState<keyof typeof KINDS>('deviated');
  const [side, setSide] = useState<TrialSide>(ofSide ?? 'left');
  const [reason, setReason] = useState('');
  const [tell, { error, isLoading }] = useNoteInTrialMutation();
  const save = async () => {
    const about = { trialId, id, clientId, reason };
    const result = await tell(
      kind === 'left' ? { kind, ...about } : { kind, ...about, side, visitId },
    );
    if (result.error === undefined) onClose();
  };
  return (
    <Dialog
      open
      title={ofSide === null ? name : `Deviation on the ${ofSide} side`}
      okText={kind === 'left' ? 'Record that they leave' : 'Record the deviation'}
      okButtonProps={{ disabled: reason.trim() === '' }}
      confirmLoading={isLoading}
      onOk={() => void save()}
      onCancel={onClose}
    >
      {ofSide === null ? (
        <>
          <Choice label="What" words={KINDS} value={kind} onChange={setKind} />
          {kind === 'left' ? null : (
            <Choice label="Side" words={SIDES} value={side} onChange={setSide} />
          )}
        </>
      ) : (
        <p>
          The side keeps the way that was drawn for it in what the trial shows: it counts as drawn,
          whatever is done today.
        </p>
      )}
      <Field label="Reason">
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
