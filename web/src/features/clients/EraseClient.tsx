import type { Client } from '@tidy-quill/contract/clients';
import { ERASING_WORDS } from '@tidy-quill/contract/labels/clients';
import type { ErasingRefusal } from '@tidy-quill/core/clients';
import { Button } from 'antd';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { problemFields, problemText, useEraseClientMutation } from '../../app/api';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';

/** Takes away who a client was, once whoever owns the clinic has typed the reference. */
export function EraseClient({ client, onClose }: { client: Client; onClose: () => void }) {
  const [reference, setReference] = useState('');
  const [erase, { error, isLoading }] = useEraseClientMutation();
  const send = async () => {
    const result = await erase({ id: client.id, reference: reference.trim() });
    if (result.error === undefined) onClose();
  };
  const wrong = error === undefined ? {} : problemFields(error);
  return (
    <Dialog
      open
      title={`Erase ${client.givenName} ${client.familyName}?`}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Keep</Button>
          <Button type="primary" danger loading={isLoading} onClick={() => void send()}>
            Erase for good
          </Button>
        </>
      }
    >
      <p>
        Name, contacts, notes, pictures, signed papers, messages and every word that was typed about
        this client go, from the audit trail too. Settings, counts and responses stay under{' '}
        {client.reference}. Nobody can bring back what is erased; backups that were made before hold
        it until they are taken away themselves.
      </p>
      <p>
        The law may ask you to keep a record for some years: ask before you erase it. Export it
        first where the client wants a copy.
      </p>
      <Field
        label={`Type ${client.reference} to say that it is meant`}
        problem={wrong['reference']}
      >
        {(field) => (
          <Input
            {...field}
            autoComplete="off"
            value={reference}
            onChange={({ target }) => setReference(target.value)}
          />
        )}
      </Field>
      {error === undefined || wrong['reference'] !== undefined ? null : (
        <Notice kind="care" title="This client is not erased yet">
          <p role="alert">{refusalText(error)}</p>
        </Notice>
      )}
    </Dialog>
  );
}

function refusalText(error: unknown): string {
  const { data } = error as { data?: { detail?: string } };
  const words = ERASING_WORDS[data?.detail as ErasingRefusal] as string | undefined;
  return words ?? problemText(error);
}
