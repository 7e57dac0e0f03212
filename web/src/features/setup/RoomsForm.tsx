import './setup.css';
import type { Clinic } from '@tidy-quill/contract/clinic';
import { Button } from 'antd';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemFields, problemText } from '../../app/api';
import { Field } from '../../widgets/Field';
import { useAddRoomMutation, useRenameRoomMutation } from './setup-api';

/** The rooms, as the owner adds and renames them. */
export function RoomsForm({ rooms }: { rooms: Clinic['rooms'] }) {
  const [id, setId] = useState(() => v7());
  const [name, setName] = useState('');
  const [add, { error, isLoading }] = useAddRoomMutation();
  const send = async () => {
    if ((await add({ id, name })).error !== undefined) return;
    setId(v7());
    setName('');
  };
  return (
    <>
      <ul className="rooms">
        {rooms.map((room) => (
          <Room key={`${room.id} ${room.name}`} room={room} />
        ))}
      </ul>
      <form
        className="one-line"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <Field label="New room" problem={error === undefined ? undefined : whyNot(error)}>
          {(field) => (
            <Input {...field} value={name} onChange={({ target }) => setName(target.value)} />
          )}
        </Field>
        <Button htmlType="submit" loading={isLoading} disabled={name.trim() === ''}>
          Add room
        </Button>
      </form>
    </>
  );
}

const whyNot = (error: unknown): string => problemFields(error)['name'] ?? problemText(error);

function Room({ room }: { room: Clinic['rooms'][number] }) {
  const [name, setName] = useState<string | null>(null);
  const [rename, { error, isLoading }] = useRenameRoomMutation();
  if (name === null) {
    return (
      <li>
        {room.name}{' '}
        <Button size="small" onClick={() => setName(room.name)}>
          Rename<span className="visually-hidden"> {room.name}</span>
        </Button>
        <span className="quiet-inline figures"> {room.id}, by which its console is set up</span>
      </li>
    );
  }
  const send = async () => {
    if ((await rename({ id: room.id, name })).error === undefined) setName(null);
  };
  return (
    <li>
      <form
        className="one-line"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <Field
          label={`Name of ${room.name}`}
          problem={error === undefined ? undefined : whyNot(error)}
        >
          {(field) => (
            <Input
              {...field}
              autoFocus
              value={name}
              onChange={({ target }) => setName(target.value)}
            />
          )}
        </Field>
        <Button htmlType="submit" loading={isLoading} disabled={name.trim() === ''}>
          Save name
        </Button>
        <Button onClick={() => setName(null)}>Leave it</Button>
      </form>
    </li>
  );
}
