import { Override } from '@tidy-quill/contract/visit';
import { read } from '@tidy-quill/contract/problem';
import { Input, Modal } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText, useOverrideMutation } from '../../app/api';
import { Field } from '../../widgets/Field';
import { useOpenVisit } from '../visit/use-visit';

const LABELS = {
  supervisorName: 'Supervisor’s sign-in name',
  supervisorPassword: 'Supervisor’s password',
  reason: 'Reason, kept on the record',
} as const;

/** A supervisor's word that sets a stop aside, at this very screen. */
export function OverrideForm({ onClose }: { onClose: () => void }) {
  const { visit } = useOpenVisit();
  const [fields, setFields] = useState({
    id: v7(),
    supervisorName: '',
    supervisorPassword: '',
    reason: '',
  });
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [override, { isLoading, error }] = useOverrideMutation();
  const save = async () => {
    const checked = read(Override, fields);
    setWrong(
      checked.ok
        ? {}
        : Object.fromEntries(checked.fields.map(({ field, problem }) => [field, problem])),
    );
    if (!checked.ok) return;
    const result = await override({ visitId: visit.id, ...checked.value });
    if (result.error === undefined) onClose();
  };
  return (
    <Modal
      open
      title="Set the stop aside"
      okText="Set aside, on the record"
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
    </Modal>
  );
}
