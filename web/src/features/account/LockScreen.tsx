import './account.css';
import type { Locked } from '@tidy-quill/contract/auth';
import { Button, type InputRef } from 'antd';
import { Input } from '../../widgets/inputs';
import { useEffect, useRef, useState } from 'react';
import { defined } from '@tidy-quill/core/units';
import { problemText, useSignOutMutation } from '../../app/api';
import { engine } from '../../app/engine';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { useUnlockMutation } from './account-api';
import { lockedRunPlace } from './locked-run-place';

/**
 * Over everything while the tablet is locked: how the run goes, and what stops it; a PIN or password goes on. It is a
 * dialog, so that no letter of the page behind does anything.
 */
export function LockScreen({ locked }: { locked: Locked }) {
  const [staffId, setStaffId] = useState(defined(locked.people[0]).id);
  const [secret, setSecret] = useState('');
  const [unlock, { error, isLoading }] = useUnlockMutation();
  const [signOut] = useSignOutMutation();
  const field = useRef<InputRef>(null);
  useEffect(() => field.current?.focus(), [staffId]);
  const chosen = locked.people.find(({ id }) => id === staffId) ?? defined(locked.people[0]);
  const byPin = chosen.byPin;
  const tryIt = async () => {
    const result = await unlock({ staffId, ...(byPin ? { pin: secret } : { password: secret }) });
    setSecret('');
    if (result.error === undefined) void engine.send();
    else field.current?.focus();
  };
  const names = Object.fromEntries(locked.people.map(({ id, name }) => [id, name]));
  return (
    <div className="lock-screen" role="dialog" aria-modal aria-label="This tablet is locked">
      <div ref={(place) => place?.append(lockedRunPlace)} />
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void tryIt();
        }}
      >
        <h1>Locked</h1>
        {locked.people.length > 1 ? (
          <Choice
            label="Who goes on?"
            words={names}
            value={staffId}
            onChange={(id) => {
              setStaffId(id);
              setSecret('');
            }}
          />
        ) : (
          <p>{chosen.name}</p>
        )}
        <Field label={byPin ? 'PIN, six figures' : 'Password'}>
          {(each) => (
            <Input
              {...each}
              ref={field}
              className={byPin ? 'pin-field figures' : ''}
              type="password"
              inputMode={byPin ? 'numeric' : 'text'}
              autoComplete={byPin ? 'off' : 'current-password'}
              maxLength={byPin ? 6 : 200}
              value={secret}
              onChange={({ target }) => setSecret(target.value)}
            />
          )}
        </Field>
        <p className="field-error" role="alert">
          {error === undefined ? '' : problemText(error)}
        </p>
        <Button type="primary" size="large" htmlType="submit" loading={isLoading} block>
          Unlock
        </Button>
        <p className="small">
          <Button
            type="link"
            onClick={() => void signOut().then(() => globalThis.location.assign('/'))}
          >
            Sign in as somebody else
          </Button>
        </p>
      </form>
    </div>
  );
}
