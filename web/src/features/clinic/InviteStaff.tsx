import type { AccountLink } from '@tidy-quill/contract/accounts';
import { Invited } from '@tidy-quill/contract/accounts';
import { ROLES, type Role } from '@tidy-quill/contract/auth';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useFormProblems } from '../../app/form-problems';
import { ROLE_WORDS } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { useInviteStaffMutation } from '../account/account-api';
import { LinkToGive } from './LinkToGive';

/** Invites somebody by a link; they set sign-in name and password themselves. */
export function InviteStaff({ onClose }: { onClose: () => void }) {
  const [fields, setFields] = useState({ id: v7(), name: '', role: 'technician' as Role });
  const { wrong, check, refuse } = useFormProblems(Invited, fields);
  const [link, setLink] = useState<AccountLink | null>(null);
  const [invite, { isLoading, error }] = useInviteStaffMutation();
  const save = async () => {
    const checked = check();
    if (checked === null) return;
    const result = await invite(checked);
    if (result.data !== undefined) setLink(result.data);
    else refuse(result.error);
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
