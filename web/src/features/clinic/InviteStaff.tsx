import type { AccountLink } from '@tidy-quill/contract/accounts';
import { Invited } from '@tidy-quill/contract/accounts';
import { ROLES, type Role } from '@tidy-quill/contract/auth';
import { read } from '@tidy-quill/contract/problem';
import { Input } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemFields, problemText } from '../../app/api';
import { ROLE_WORDS } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { useInviteStaffMutation } from '../account/account-api';
import { LinkToGive } from './LinkToGive';

/** Invites somebody by a link; they set sign-in name and password themselves. */
export function InviteStaff({ onClose }: { onClose: () => void }) {
  const [fields, setFields] = useState({ id: v7(), name: '', role: 'technician' as Role });
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [link, setLink] = useState<AccountLink | null>(null);
  const [invite, { isLoading, error }] = useInviteStaffMutation();
  const save = async () => {
    const checked = read(Invited, fields);
    if (!checked.ok) {
      setWrong(Object.fromEntries(checked.fields.map(({ field, problem }) => [field, problem])));
      return;
    }
    const result = await invite(checked.value);
    if (result.data !== undefined) setLink(result.data);
    else setWrong(problemFields(result.error));
  };
  if (link !== null) return <LinkToGive link={link} name={fields.name} onClose={onClose} />;
  return (
    <Dialog
      open
      title="Invite member of staff"
      okText="Make the link"
      confirmLoading={isLoading}
      onOk={() => void save()}
      onCancel={onClose}
    >
      <Field label="Name" problem={wrong['name']}>
        {(field) => (
          <Input
            {...field}
            autoComplete="off"
            value={fields.name}
            onChange={({ target }) => setFields({ ...fields, name: target.value })}
          />
        )}
      </Field>
      <Choice
        label="Role"
        words={
          Object.fromEntries(ROLES.map((role) => [role, ROLE_WORDS[role]])) as Record<Role, string>
        }
        value={fields.role}
        onChange={(role) => setFields({ ...fields, role })}
      />
      <p className="quiet">They set sign-in name and password themselves.</p>
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </Dialog>
  );
}
