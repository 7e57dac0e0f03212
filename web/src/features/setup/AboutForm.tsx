import { AboutClinic } from '@tidy-quill/contract/setup';
import { read } from '@tidy-quill/contract/problem';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { problemFields, problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { useSetAboutMutation } from './setup-api';

const LABELS = {
  name: 'Name of the clinic',
  timeZone: 'Time zone',
  phone: 'Telephone',
  emergencyPhone: 'Emergency number',
} as const;

type Name = keyof typeof LABELS;

/** Name, time zone and telephones of the clinic, as its owner changes them. */
export function AboutForm({ onClose }: { onClose: () => void }) {
  const { name, timeZone, phone, emergencyPhone } = useSignedIn().clinic;
  const [values, setValues] = useState<AboutClinic>({ name, timeZone, phone, emergencyPhone });
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [save, { error, isLoading }] = useSetAboutMutation();
  const send = async () => {
    const asked = read(AboutClinic, values);
    if (!asked.ok) {
      setWrong(Object.fromEntries(asked.fields.map(({ field, problem }) => [field, problem])));
      return;
    }
    setWrong({});
    const { error: refused } = await save(asked.value);
    if (refused === undefined) onClose();
    else setWrong(problemFields(refused));
  };
  return (
    <Dialog
      open
      title="About the clinic"
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" loading={isLoading} onClick={() => void send()}>
            Save
          </Button>
        </>
      }
    >
      {(Object.keys(LABELS) as Name[]).map((each) => (
        <Field key={each} label={LABELS[each]} problem={wrong[each]}>
          {(field) => (
            <Input
              {...field}
              value={values[each]}
              onChange={({ target }) => setValues({ ...values, [each]: target.value })}
            />
          )}
        </Field>
      ))}
      {error === undefined || Object.keys(wrong).length > 0 ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
    </Dialog>
  );
}
