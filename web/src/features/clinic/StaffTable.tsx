import '../account/account.css';
import type { AccountLink } from '@tidy-quill/contract/accounts';
import { ROLES, type Role } from '@tidy-quill/contract/auth';
import type { StaffListed } from '@tidy-quill/contract/clinic';
import { Button, Checkbox, Select } from 'antd';
import { useState } from 'react';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { ROLE_WORDS } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import {
  useMakeAccountLinkMutation,
  useSetRoleMutation,
  useSetStaffActiveMutation,
} from '../account/account-api';
import { LinkToGive } from './LinkToGive';

/** Who works here; the owner gives roles, links to set a password, and closes accounts. */
export function StaffTable({ staff }: { staff: readonly StaffListed[] }) {
  const { staff: me } = useSignedIn();
  const owner = me.role === 'owner';
  const [setActive, closing] = useSetStaffActiveMutation();
  const [setRole, changing] = useSetRoleMutation();
  const [linking, setLinking] = useState<StaffListed | null>(null);
  const error = closing.error ?? changing.error;
  return (
    <>
      <table className="data-table is-still staff-table">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">Signs in as</th>
            <th scope="col">Role</th>
            <th scope="col">Account</th>
            {owner ? (
              <th scope="col">
                <span className="visually-hidden">Change it</span>
              </th>
            ) : null}
          </tr>
        </thead>
        <tbody>
          {staff.map((each) => (
            <tr key={each.id}>
              <th scope="row">{each.name}</th>
              <td>{each.signInName ?? '–'}</td>
              <td>
                {owner && each.id !== me.id ? (
                  <Select<Role>
                    aria-label={`Role of ${each.name}`}
                    value={each.role}
                    options={ROLES.map((value) => ({ value, label: ROLE_WORDS[value] }))}
                    onChange={(role) => void setRole({ id: each.id, role })}
                  />
                ) : (
                  ROLE_WORDS[each.role]
                )}
              </td>
              <td>
                {stateOf(each)}
                {each.secondFactor ? ', second factor' : ''}
              </td>
              {owner ? (
                <td>
                  {each.id === me.id ? null : (
                    <div className="staff-actions">
                      {each.active ? (
                        <Button size="small" onClick={() => setLinking(each)}>
                          {each.invited ? 'New invitation' : 'Reset password'}
                          <span className="visually-hidden"> of {each.name}</span>
                        </Button>
                      ) : null}
                      <Button
                        size="small"
                        onClick={() => void setActive({ id: each.id, active: !each.active })}
                      >
                        {each.active ? 'Close account' : 'Open it again'}
                        <span className="visually-hidden"> of {each.name}</span>
                      </Button>
                    </div>
                  )}
                </td>
              ) : null}
            </tr>
          ))}
        </tbody>
      </table>
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
      {linking === null ? null : <NewLink of={linking} onClose={() => setLinking(null)} />}
    </>
  );
}

const stateOf = ({ active, invited }: StaffListed): string =>
  active ? (invited ? 'invited' : 'open') : 'closed';

function NewLink({ of, onClose }: { of: StaffListed; onClose: () => void }) {
  const [make, { isLoading, error }] = useMakeAccountLinkMutation();
  const [secondFactorToo, setToo] = useState(false);
  const [link, setLink] = useState<AccountLink | null>(null);
  if (link !== null) return <LinkToGive link={link} name={of.name} onClose={onClose} />;
  return (
    <Dialog
      open
      title={of.invited ? `New invitation for ${of.name}` : `Reset the password of ${of.name}`}
      okText="Make the link"
      confirmLoading={isLoading}
      onOk={() =>
        void make({ id: of.id, secondFactorToo }).then(({ data }) => {
          if (data !== undefined) setLink(data);
        })
      }
      onCancel={onClose}
    >
      <p>A link made before for this account no longer works.</p>
      {of.secondFactor ? (
        <Checkbox checked={secondFactorToo} onChange={({ target }) => setToo(target.checked)}>
          Take the second factor away too: the telephone is lost
        </Checkbox>
      ) : null}
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </Dialog>
  );
}
