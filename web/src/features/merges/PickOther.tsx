import type { Client } from '@tidy-quill/contract/clients';
import './merges.css';
import { Button, Select } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useClientsQuery } from '../../app/api';
import { shortDay } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { AlikeClients } from '../clients/AlikeClients';

/** Which other record is this client’s too: those that are alike are named, any other is found by name or reference. */
export function PickOther({ client, onClose }: { client: Client; onClose: () => void }) {
  const navigate = useNavigate();
  const [text, setText] = useState('');
  const [other, setOther] = useState<string | null>(null);
  const { data, isFetching } = useClientsQuery({ text, page: 1 }, { skip: text.trim() === '' });
  const found = text.trim() === '' ? [] : (data?.clients ?? []);
  return (
    <Dialog
      open
      title={`Which record is ${client.givenName} ${client.familyName} too?`}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Leave</Button>
          <Button
            type="primary"
            disabled={other === null}
            onClick={() => void navigate(`/clients/${client.id}/merge/${other ?? ''}`)}
          >
            Compare
          </Button>
        </>
      }
    >
      <div className="merge-other">
        <AlikeClients
          identity={client}
          except={client.id}
          pathOf={(id) => `/clients/${client.id}/merge/${id}`}
        />
        <Field label="Name or reference of the other record">
          {(field) => (
            <Select
              {...field}
              className="merge-select"
              showSearch={{ filterOption: false, onSearch: setText }}
              loading={isFetching}
              value={other}
              placeholder="TQ-0012"
              notFoundContent={
                text.trim() === '' ? 'Type a name or a reference' : 'Nobody is found'
              }
              onChange={setOther}
              options={found
                .filter(({ id }) => id !== client.id)
                .map(({ id, reference, givenName, familyName, birthDate }) => ({
                  value: id,
                  label: `${givenName} ${familyName}, ${reference}, born ${shortDay(birthDate)}`,
                }))}
            />
          )}
        </Field>
      </div>
    </Dialog>
  );
}
