import './setup.css';
import { NewClinic } from '@tidy-quill/contract/setup';
import { read } from '@tidy-quill/contract/problem';
import { Button, Input, Select, Skeleton } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemFields, problemText, useSignInMutation } from '../../app/api';
import { ByLink } from '../../widgets/ByLink';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';
import { PageProblem } from '../../widgets/PageProblem';
import { CAUTION_SHORT } from '../auth/caution';
import { useSetUpClinicMutation, useSetupOpenQuery } from './setup-api';

/** A clinic's first start: what it is, and who owns it. The code on the machine's terminal proves who may. */
export function SetupPage() {
  return (
    <ByLink>
      <Opened />
    </ByLink>
  );
}

const LABELS = {
  code: 'Code from the terminal',
  name: 'Name of the clinic',
  timeZone: 'Time zone',
  phone: 'Telephone',
  emergencyPhone: 'Emergency number',
  'owner.name': 'Your name',
  'owner.signInName': 'You sign in as',
  'owner.password': 'Password',
} as const;

type FieldName = keyof typeof LABELS;

const ZONES = Intl.supportedValuesOf('timeZone').map((zone) => ({ value: zone, label: zone }));

function Opened() {
  const { data, error, refetch } = useSetupOpenQuery(undefined, {
    refetchOnMountOrArgChange: true,
  });
  if (error !== undefined) {
    return (
      <PageProblem title="Nothing can be set up" text={problemText(error)} onRetry={refetch} />
    );
  }
  if (data === undefined) return <Skeleton active className="shell-wait" />;
  return (
    <main className="sign-in">
      <div className="sign-in-page">
        <h1>Set up your clinic</h1>
        {data.open ? (
          <SetupForm />
        ) : (
          <Notice kind="info" title="No code is open">
            <p>
              Whoever runs the machine makes one: npm start -- --setup-code prints it on the
              terminal. <a href="/">Go to sign in</a>
            </p>
          </Notice>
        )}
        <p className="small">{CAUTION_SHORT}</p>
      </div>
    </main>
  );
}

function SetupForm() {
  const [id] = useState(() => v7());
  const [values, setValues] = useState<Readonly<Record<FieldName, string>>>({
    ...{ code: '', name: '', phone: '', emergencyPhone: '' },
    timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    ...{ 'owner.name': '', 'owner.signInName': '', 'owner.password': '' },
  });
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [setUp, made] = useSetUpClinicMutation();
  const [signIn, signing] = useSignInMutation();
  const send = async () => {
    const { 'owner.name': name, 'owner.signInName': signInName, ...rest } = values;
    const { 'owner.password': password, ...clinic } = rest;
    const asked = read(NewClinic, { id, ...clinic, owner: { name, signInName, password } });
    if (!asked.ok) {
      setWrong(Object.fromEntries(asked.fields.map(({ field, problem }) => [field, problem])));
      return;
    }
    setWrong({});
    const { error } = await setUp(asked.value);
    if (error !== undefined) {
      setWrong(problemFields(error));
      return;
    }
    // What is set up is seen to from the inside.
    const signed = await signIn({ name: asked.value.owner.signInName, password });
    if (signed.error === undefined) globalThis.location.assign('/clinic/setup');
  };
  const text = (name: FieldName, kind: 'text' | 'password' = 'text') => (
    <Field label={LABELS[name]} problem={wrong[name]}>
      {(field) => (
        <Input
          {...field}
          type={kind}
          autoComplete={kind === 'password' ? 'new-password' : 'off'}
          value={values[name]}
          onChange={({ target }) => setValues({ ...values, [name]: target.value })}
        />
      )}
    </Field>
  );
  const error = made.error ?? signing.error;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      {text('code')}
      {text('name')}
      <Field label={LABELS.timeZone} problem={wrong['timeZone']}>
        {({ id: fieldId, status }) => (
          <Select
            id={fieldId}
            status={status}
            showSearch
            className="whole-width"
            value={values.timeZone}
            options={ZONES}
            onChange={(timeZone: string) => setValues({ ...values, timeZone })}
          />
        )}
      </Field>
      {text('phone')}
      {text('emergencyPhone')}
      {text('owner.name')}
      {text('owner.signInName')}
      {text('owner.password', 'password')}
      {error === undefined || Object.keys(wrong).length > 0 ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
      <Button
        type="primary"
        htmlType="submit"
        size="large"
        block
        loading={made.isLoading || signing.isLoading}
      >
        Set it up
      </Button>
    </form>
  );
}
