import { ClientFields, type Client } from '@tidy-quill/contract/clients';
import { read } from '@tidy-quill/contract/problem';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import {
  problemFields,
  problemText,
  useAddClientMutation,
  useEditClientMutation,
} from '../../app/api';
import { useDraft } from '../../app/draft';
import { DayInput } from '../../widgets/DayInput';
import { Field } from '../../widgets/Field';
import { Dialog } from '../../widgets/Dialog';
import { Notice } from '../../widgets/Notice';

const EMPTY: ClientFields = { givenName: '', familyName: '', birthDate: '', phone: '', note: '' };

const LABELS: Readonly<Record<keyof ClientFields, string>> = {
  givenName: 'Given name',
  familyName: 'Family name',
  birthDate: 'Date of birth',
  phone: 'Telephone',
  note: 'Note',
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
  const [id] = useState(() => client?.id ?? v7());
  const [base, setBase] = useState(client);
  const [fields, setFields, clearDraft] = useDraft<ClientFields>(
    `client ${client?.id ?? 'new'}`,
    client === null ? EMPTY : fieldsOf(client),
  );
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [add, adding] = useAddClientMutation();
  const [edit, editing] = useEditClientMutation();
  const error = adding.error ?? editing.error;
  const other = conflictOf(editing.error);

  const save = async () => {
    const checked = read(ClientFields, fields);
    if (!checked.ok) {
      setWrong(Object.fromEntries(checked.fields.map(({ field, problem }) => [field, problem])));
      return;
    }
    const saved =
      base === null
        ? await add({ id, ...checked.value })
        : await edit({ id, version: base.version, ...checked.value });
    if (saved.error === undefined) {
      clearDraft();
      onSaved(saved.data);
      onClose();
    } else {
      setWrong(problemFields(saved.error));
    }
  };

  return (
    <Dialog
      open
      title={client === null ? 'Add client' : 'Edit client'}
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
      {(Object.keys(LABELS) as (keyof ClientFields)[]).map((name) => (
        <Field key={name} label={LABELS[name]} problem={wrong[name]}>
          {(field) =>
            name === 'birthDate' ? (
              <DayInput
                {...field}
                value={fields.birthDate}
                onChange={(birthDate) => setFields({ ...fields, birthDate })}
              />
            ) : name === 'note' ? (
              <Input.TextArea
                {...field}
                rows={3}
                value={fields.note}
                onChange={(event) => setFields({ ...fields, note: event.target.value })}
              />
            ) : (
              <Input
                {...field}
                value={fields[name]}
                onChange={(event) => setFields({ ...fields, [name]: event.target.value })}
              />
            )
          }
        </Field>
      ))}
      {other === null ? (
        <p className="field-error" role="alert">
          {error === undefined ? '' : problemText(error)}
        </p>
      ) : (
        <Conflict
          mine={fields}
          other={other}
          onMine={() => setBase(other)}
          onTheirs={() => {
            setFields(fieldsOf(other));
            setBase(other);
          }}
        />
      )}
    </Dialog>
  );
}

function Conflict({
  mine,
  other,
  onMine,
  onTheirs,
}: {
  mine: ClientFields;
  other: Client;
  onMine: () => void;
  onTheirs: () => void;
}) {
  const differing = (Object.keys(LABELS) as (keyof ClientFields)[]).filter(
    (name) => mine[name] !== other[name],
  );
  return (
    <Notice kind="care" title="Somebody else changed this client meanwhile">
      <table className="data-table">
        <thead>
          <tr>
            <th scope="col">Field</th>
            <th scope="col">Yours</th>
            <th scope="col">Theirs</th>
          </tr>
        </thead>
        <tbody>
          {differing.map((name) => (
            <tr key={name}>
              <th scope="row">{LABELS[name]}</th>
              <td>{mine[name]}</td>
              <td>{other[name]}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Button onClick={onMine}>Keep yours, then save</Button>{' '}
      <Button onClick={onTheirs}>Take theirs</Button>
    </Notice>
  );
}

const fieldsOf = ({ givenName, familyName, birthDate, phone, note }: Client): ClientFields => ({
  givenName,
  familyName,
  birthDate,
  phone,
  note,
});

function conflictOf(error: unknown): Client | null {
  const failed = error as { status?: unknown; data?: { current?: Client } } | undefined;
  return failed?.status === 409 ? (failed.data?.current ?? null) : null;
}
