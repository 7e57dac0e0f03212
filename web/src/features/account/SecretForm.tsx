import { Button } from 'antd';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { problemFields, problemText } from '../../app/api';
import { Field } from '../../widgets/Field';

/** One thing that a form asks for. */
export interface Asked {
  readonly name: string;
  readonly label: string;
  readonly kind: 'password' | 'newPassword' | 'figures' | 'text';
  readonly value?: string;
}

/** A form that takes secrets: they are gone from the page once they were sent. */
export function SecretForm({
  asked,
  action,
  onSend,
}: {
  asked: readonly Asked[];
  action: string;
  /** Sends what was typed; gives what was refused. */
  onSend: (values: Readonly<Record<string, string>>) => Promise<{ error?: unknown }>;
}) {
  const empty = Object.fromEntries(asked.map(({ name, value = '' }) => [name, value]));
  const [values, setValues] = useState<Record<string, string>>(empty);
  const [error, setError] = useState<unknown>();
  const [busy, setBusy] = useState(false);
  const wrong = error === undefined ? {} : problemFields(error);
  const named = asked.some(({ name }) => wrong[name] !== undefined);
  const send = async () => {
    setBusy(true);
    const result = await onSend(values);
    setBusy(false);
    setError(result.error);
    if (result.error === undefined) setValues(empty);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      {asked.map(({ name, label, kind }) => (
        <Field key={name} label={label} problem={wrong[name]}>
          {(field) => (
            <Input
              {...field}
              type={kind.endsWith('assword') ? 'password' : 'text'}
              autoComplete={AUTO[kind]}
              inputMode={kind === 'figures' ? 'numeric' : 'text'}
              value={values[name] ?? ''}
              onChange={({ target }) => setValues({ ...values, [name]: target.value })}
            />
          )}
        </Field>
      ))}
      {error === undefined || named ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
      <Button
        htmlType="submit"
        loading={busy}
        disabled={asked.some(({ name }) => (values[name] ?? '').trim() === '')}
      >
        {action}
      </Button>
    </form>
  );
}

const AUTO: Readonly<Record<Asked['kind'], string>> = {
  password: 'current-password',
  newPassword: 'new-password',
  figures: 'one-time-code',
  text: 'off',
};
