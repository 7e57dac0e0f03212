import { AboutClinic } from '@tidy-quill/contract/setup';
import { Button } from 'antd';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { useFormProblems } from '../../app/form-problems';
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
  const { wrong, check, refuse } = useFormProblems(AboutClinic, values);
  const [save, { error, isLoading }] = useSetAboutMutation();
  const send = async () => {
    const asked = check();
    if (asked === null) return;
    const { error: refused } = await save(asked);
    if (refused === undefined) onClose();
    else refuse(refused);
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
