import { Override } from '@tidy-quill/contract/visit';
import { read } from '@tidy-quill/contract/problem';
import { Input } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useAgreeMutation, useOverrideMutation, useWaiveSpotMutation } from '../../app/visit-api';
import { Field } from '../../widgets/Field';
import { Dialog } from '../../widgets/Dialog';
import { useOpenVisit } from './use-visit';

const LABELS = {
  supervisorName: 'Supervisor’s sign-in name',
  supervisorPassword: 'Supervisor’s password',
  reason: 'Reason, kept on the record',
} as const;

const WORDS = {
  stop: { title: 'Set the stop aside', ok: 'Set aside, on the record' },
  reaction: { title: 'It reacted last time', ok: 'Agree, on the record' },
  spot: { title: 'Leave the test spot out', ok: 'Leave out, on the record' },
} as const;

/** A supervisor's word at this very screen: a stop set aside, treating again after a reaction, or no test spot. */
export function SupervisorWord({
  about,
  onClose,
}: {
  about: keyof typeof WORDS;
  onClose: () => void;
}) {
  const { visit, area } = useOpenVisit();
  const [fields, setFields] = useState({
    id: v7(),
    supervisorName: '',
    supervisorPassword: '',
    reason: '',
  });
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [override, overriding] = useOverrideMutation();
  const [agree, agreeing] = useAgreeMutation();
  const [waive, waiving] = useWaiveSpotMutation();
  const ways = {
    stop: { give: override, state: overriding },
    reaction: { give: agree, state: agreeing },
    spot: { give: waive, state: waiving },
  } as const;
  const { isLoading, error } = ways[about].state;
  const save = async () => {
    const checked = read(Override, fields);
    setWrong(
      checked.ok
        ? {}
        : Object.fromEntries(checked.fields.map(({ field, problem }) => [field, problem])),
    );
    if (!checked.ok) return;
    const word = { visitId: visit.id, areaId: area.id, ...checked.value };
    const result = await ways[about].give(word);
    if (result.error === undefined) onClose();
  };
  return (
    <Dialog
      open
      title={WORDS[about].title}
      okText={WORDS[about].ok}
      confirmLoading={isLoading}
      onOk={() => void save()}
      onCancel={onClose}
    >
      {(Object.keys(LABELS) as (keyof typeof LABELS)[]).map((name) => (
        <Field key={name} label={LABELS[name]} problem={wrong[name]}>
          {(field) => (
            <Input
              {...field}
              type={name === 'supervisorPassword' ? 'password' : 'text'}
              autoComplete="off"
              value={fields[name]}
              onChange={(event) => setFields({ ...fields, [name]: event.target.value })}
            />
          )}
        </Field>
      ))}
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </Dialog>
  );
}
