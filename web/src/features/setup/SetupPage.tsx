import { LANGUAGES } from '@tidy-quill/contract/labels/clients';
import './setup.css';
import { NewClinic } from '@tidy-quill/contract/setup';
import { DAY_ORDER_WORDS } from '@tidy-quill/contract/labels/setup';
import type { DayOrder } from '@tidy-quill/core/units';
import { Button, Select, Skeleton } from 'antd';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText, useSignInMutation } from '../../app/api';
import { useDraft } from '../../app/draft';
import { useFormProblems } from '../../app/form-problems';
import { ByLink } from '../../widgets/ByLink';
import { Choice } from '../../widgets/Choice';
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

/** This browser's own language where it is one of those that are known. */
function usualLanguage(): string {
  const own = navigator.language.split('-')[0];
  return LANGUAGES.find(({ value }) => value === own)?.value ?? 'en';
}

/** Whether this browser's own language writes the month first. */
const usualOrder = (): DayOrder => {
  const parts = new Intl.DateTimeFormat(navigator.language).formatToParts();
  const first = parts.find(({ type }) => type === 'day' || type === 'month');
  return first?.type === 'month' ? 'monthFirst' : 'dayFirst';
};

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
  const [kept, keepDraft, clearDraft] = useDraft<Partial<Record<FieldName, string>>>(
    'set up',
    {},
    sessionStorage,
  );
  const [values, setNow] = useState<Readonly<Record<FieldName, string>>>({
    ...{ code: '', name: '', phone: '', emergencyPhone: '' },
    timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    ...{ 'owner.name': '', 'owner.signInName': '' },
    ...kept,
    'owner.password': '',
  });
  // Left and taken up again in this tab; a password is typed again.
  const setValues = (next: typeof values) => {
    const { 'owner.password': _password, ...rest } = next;
    setNow(next);
    keepDraft(rest);
  };
  const [dayOrder, setDayOrder] = useState<DayOrder>(usualOrder);
  const [language, setLanguage] = useState(usualLanguage);
  const [setUp, made] = useSetUpClinicMutation();
  const [signIn, signing] = useSignInMutation();
  const { 'owner.name': ownerName, 'owner.signInName': signInName, ...rest } = values;
  const { 'owner.password': password, ...clinic } = rest;
  const owner = { name: ownerName, signInName, password };
  const { wrong, check, refuse } = useFormProblems(NewClinic, values, {
    ...{ id, ...clinic, dayOrder, language, owner },
  });
  const send = async () => {
    const asked = check();
    if (asked === null) return;
    const { error } = await setUp(asked);
    if (error !== undefined) {
      refuse(error);
      return;
    }
    clearDraft();
    // What is set up is seen to from the inside.
    const signed = await signIn({ name: asked.owner.signInName, password });
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
      <Choice
        label="Dates typed in figures"
        words={DAY_ORDER_WORDS}
        value={dayOrder}
        onChange={setDayOrder}
      />
      <Field label="Clients read, and dates on their papers are written, in">
        {({ id: fieldId }) => (
          <Select
            id={fieldId}
            showSearch={{ optionFilterProp: 'label' }}
            className="whole-width"
            value={language}
            options={[...LANGUAGES]}
            onChange={setLanguage}
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
