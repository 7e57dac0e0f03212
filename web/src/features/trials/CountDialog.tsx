import { FOLLOW_UP_WORDS } from '@tidy-quill/contract/labels/trials';
import type { CountMonth, Participant } from '@tidy-quill/contract/trials';
import { TRIAL_SIDES } from '@tidy-quill/core/trial';
import { InputNumber } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { Choice } from '../../widgets/Choice';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { useCountInTrialMutation } from './trials-api';

const WORDS = {
  m0: FOLLOW_UP_WORDS[0],
  m1: FOLLOW_UP_WORDS[1],
  m6: FOLLOW_UP_WORDS[6],
  m12: FOLLOW_UP_WORDS[12],
} as const;

/** Hair counted on both sides by somebody who has not treated the client. */
export function CountDialog({
  trialId,
  who,
  onClose,
}: {
  trialId: string;
  who: Participant;
  onClose: () => void;
}) {
  const [ids] = useState(() => ({ left: v7(), right: v7() }));
  const [when, setWhen] = useState<keyof typeof WORDS>('m0');
  const [counts, setCounts] = useState<{ left: number | null; right: number | null }>({
    ...{ left: null, right: null },
  });
  const [count, { error, isLoading }] = useCountInTrialMutation();
  const month = Number(when.slice(1)) as CountMonth;
  const save = async () => {
    for (const side of TRIAL_SIDES) {
      const perCm2 = counts[side];
      if (perCm2 === null) continue;
      const { error: problem } = await count({
        ...{ trialId, how: 'secondPerson', id: ids[side], clientId: who.client.id },
        ...{ side, month, perCm2 },
      });
      if (problem !== undefined) return;
    }
    onClose();
  };
  return (
    <Dialog
      open
      title={`Hair counted: ${who.client.name}`}
      okText="Save the counts"
      okButtonProps={{ disabled: counts.left === null && counts.right === null }}
      confirmLoading={isLoading}
      onOk={() => void save()}
      onCancel={onClose}
    >
      <p>
        By somebody who has not treated this client, in the same window on both sides. Whoever
        treated counts pictures without their side instead.
      </p>
      <Choice label="When" words={WORDS} value={when} onChange={setWhen} />
      {TRIAL_SIDES.map((side) => (
        <Field key={side} label={`Hairs per cm², ${side} side`}>
          {(field) => (
            <InputNumber
              {...field}
              min={0}
              max={500}
              value={counts[side]}
              onChange={(value) => setCounts({ ...counts, [side]: value })}
            />
          )}
        </Field>
      ))}
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
    </Dialog>
  );
}
