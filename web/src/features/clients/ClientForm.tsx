import './clients.css';
import {
  ClientFields,
  type Client,
  type Guardian,
  type GivenClientFields,
} from '@tidy-quill/contract/clients';
import { dayOf } from '@tidy-quill/contract/labels/format';
import { CONTACT_WORDS, languageText } from '@tidy-quill/contract/labels/clients';
import { Button, Checkbox } from 'antd';
import { Input, TextArea } from '../../widgets/inputs';
import { useDeferredValue, useState } from 'react';
import { v7 } from 'uuid';
import { problemText, useAddClientMutation, useEditClientMutation } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { useDraft } from '../../app/draft';
import { useFormProblems } from '../../app/form-problems';
import { DayInput } from '../../widgets/DayInput';
import { Field } from '../../widgets/Field';
import { Dialog } from '../../widgets/Dialog';
import { AlikeClients } from './AlikeClients';
import { ClientConflict } from './ClientConflict';
import { ContactFields } from './ContactFields';

type Fields = Required<GivenClientFields>;

const EMPTY: Fields = {
  ...{ givenName: '', familyName: '', birthDate: '', phone: '', email: '', note: '', alert: '' },
  ...{ contactBy: null, language: null, doNotContact: false, guardian: null },
};

/** Adds a client, or edits one; where somebody else was quicker, shows both side by side. */
export function ClientForm({
  client,
  onClose,
  onSaved,
}: {
  client: Client | null;
  onClose: () => void;
  onSaved: (client: Client) => void;
}) {
  const { timeZone } = useSignedIn().clinic;
  const today = dayOf(new Date().toISOString(), timeZone);
  const [id] = useState(() => client?.id ?? v7());
  const [base, setBase] = useState(client);
  const [kept, setFields, clearDraft] = useDraft<Partial<Fields>>(
    `client ${client?.id ?? 'new'}`,
    client === null ? EMPTY : fieldsOf(client),
  );
  // A draft of an earlier release lacks what came later.
  const fields: Fields = { ...(client === null ? EMPTY : fieldsOf(client)), ...kept };
  const { wrong, check, refuse } = useFormProblems(ClientFields, fields);
  const [add, adding] = useAddClientMutation();
  const [edit, editing] = useEditClientMutation();
  const error = adding.error ?? editing.error;
  const other = conflictOf(editing.error);
  const identity = useDeferredValue(identityOf(fields));

  const save = async () => {
    const checked = check();
    if (checked === null) return;
    const saved =
      base === null
        ? await add({ id, ...checked })
        : await edit({ id, version: base.version, ...checked });
    if (saved.error === undefined) {
      clearDraft();
      onSaved(saved.data);
      onClose();
    } else {
      refuse(saved.error);
    }
  };
  const put = (more: Partial<Fields>) => setFields({ ...fields, ...more });
  const text = (name: 'givenName' | 'familyName' | 'alert') => (
    <Field label={LABELS[name]} problem={wrong[name]}>
      {(field) => (
        <Input
          {...field}
          value={fields[name]}
          onChange={({ target }) => put({ [name]: target.value })}
        />
      )}
    </Field>
  );
  const takeTheirs = (theirs: Client) => {
    setFields(fieldsOf(theirs));
    setBase(theirs);
  };

  return (
    <Dialog
      open
      title={client === null ? 'Add client' : 'Edit client'}
      width={720}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Close, keep as draft</Button>
          <Button
            type="primary"
            loading={adding.isLoading || editing.isLoading}
            onClick={() => void save()}
          >
            {client === null ? 'Add client' : 'Save changes'}
          </Button>
        </>
      }
    >
      <div className="client-fields">
        {text('givenName')}
        {text('familyName')}
        <Field label={LABELS.birthDate} problem={wrong['birthDate']}>
          {(field) => (
            <DayInput
              {...field}
              keepsText
              max={today}
              value={fields.birthDate}
              onChange={(birthDate) => put({ birthDate })}
            />
          )}
        </Field>
        <ContactFields fields={fields} wrong={wrong} onChange={put} />
      </div>
      <AlikeClients identity={identity} except={client?.id} />
      {text('alert')}
      <Field label={LABELS.note} problem={wrong['note']}>
        {(field) => (
          <TextArea
            {...field}
            rows={3}
            value={fields.note}
            onChange={({ target }) => put({ note: target.value })}
          />
        )}
      </Field>
      <Checkbox
        checked={fields.doNotContact}
        onChange={({ target }) => put({ doNotContact: target.checked })}
      >
        {LABELS.doNotContact}
      </Checkbox>
      {other === null ? (
        <p className="field-error" role="alert">
          {error === undefined ? '' : problemText(error)}
        </p>
      ) : (
        <ClientConflict
          rows={(Object.keys(LABELS) as (keyof Fields)[])
            .map((name) => ({
              label: LABELS[name],
              mine: shown(name, fields),
              theirs: shown(name, other),
            }))
            .filter(({ mine, theirs }) => mine !== theirs)}
          onMine={() => setBase(other)}
          onTheirs={() => takeTheirs(other)}
        />
      )}
    </Dialog>
  );
}

const identityOf = ({ givenName, familyName, birthDate, phone }: Fields) => ({
  ...{ givenName, familyName, birthDate, phone },
});

const LABELS: Readonly<Record<keyof Fields, string>> = {
  givenName: 'Given name',
  familyName: 'Family name',
  birthDate: 'Date of birth',
  phone: 'Telephone',
  email: 'E-mail',
  contactBy: 'Likes to be reached by',
  language: 'Language',
  guardian: 'Guardian',
  alert: 'To be seen first by whoever treats',
  note: 'Note',
  doNotContact: 'Not to be contacted: nothing is sent, whatever it is',
};

/** A field as both versions are laid side by side. */
function shown(name: keyof Fields, of: Fields | Client): string {
  if (name === 'guardian') return guardianText(of.guardian);
  if (name === 'doNotContact') return of.doNotContact ? 'yes' : 'no';
  if (name === 'contactBy') return of.contactBy === null ? '' : CONTACT_WORDS[of.contactBy];
  if (name === 'language') return of.language === null ? '' : languageText(of.language);
  return of[name];
}

const guardianText = (guardian: Guardian | null): string =>
  guardian === null
    ? ''
    : [guardian.name, guardian.relation, guardian.phone].filter(Boolean).join(', ');

const fieldsOf = ({
  id: _id,
  reference: _reference,
  version: _version,
  ...rest
}: Client): Fields => {
  const { wishes: _wishes, erasedAt: _erased, mergedInto: _merged, ...fields } = rest;
  return fields;
};

function conflictOf(error: unknown): Client | null {
  const failed = error as { status?: unknown; data?: { current?: Client } } | undefined;
  return failed?.status === 409 ? (failed.data?.current ?? null) : null;
}
