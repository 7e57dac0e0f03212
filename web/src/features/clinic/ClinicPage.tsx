import { ROLES, type Role } from '@tidy-quill/contract/auth';
import { NewStaff } from '@tidy-quill/contract/clinic';
import { read } from '@tidy-quill/contract/problem';
import { PlusOutlined } from '@ant-design/icons';
import { Button, Input, Skeleton } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 } from 'uuid';
import {
  problemFields,
  problemText,
  useAddStaffMutation,
  useClinicQuery,
  useSetClockMutation,
  useSetStaffActiveMutation,
} from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { ROLE_WORDS } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { PageProblem } from '../../widgets/PageProblem';
import { Outbox } from './Outbox';
import { Dialog } from '../../widgets/Dialog';
import { CAUTION_FULL } from '../auth/caution';

/** The clinic: its staff, rooms, and the caution that all have read. */
export function ClinicPage() {
  const { clinic, staff: me } = useSignedIn();
  const { data, error, refetch } = useClinicQuery(undefined, { refetchOnMountOrArgChange: true });
  const [setActive, changing] = useSetStaffActiveMutation();
  const [setClock] = useSetClockMutation();
  const [adding, setAdding] = useState(false);
  const owner = me.role === 'owner';
  if (error !== undefined) {
    return (
      <PageProblem title="The clinic cannot be shown" text={problemText(error)} onRetry={refetch} />
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>{clinic.name}</h1>
          <p>
            {[
              clinic.phone,
              clinic.emergencyPhone === '' ? '' : `emergencies ${clinic.emergencyPhone}`,
              `times in ${clinic.timeZone}`,
            ]
              .filter(Boolean)
              .join(' · ')}
          </p>
        </div>
        {owner ? (
          <Button type="primary" icon={<PlusOutlined />} onClick={() => setAdding(true)}>
            Add member of staff
          </Button>
        ) : null}
      </header>
      {me.role === 'technician' ? null : (
        <p>
          <Link to="/clinic/audit">Audit trail: who did and looked at what</Link>
        </p>
      )}
      <h2>Staff</h2>
      {owner ? null : <p className="quiet">The owner adds staff and closes accounts.</p>}
      <table className="data-table is-still">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">Signs in as</th>
            <th scope="col">Role</th>
            <th scope="col">Account</th>
          </tr>
        </thead>
        <tbody>
          {data.staff.map((each) => (
            <tr key={each.id}>
              <th scope="row">{each.name}</th>
              <td>{each.signInName}</td>
              <td>{ROLE_WORDS[each.role]}</td>
              <td>
                {each.active ? 'open' : 'closed'}{' '}
                {owner && each.id !== me.id ? (
                  <Button
                    size="small"
                    onClick={() => void setActive({ id: each.id, active: !each.active })}
                  >
                    {each.active ? `Close account of ${each.name}` : `Open it again`}
                  </Button>
                ) : null}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {changing.error === undefined ? null : (
        <p className="field-error">{problemText(changing.error)}</p>
      )}
      {owner ? (
        <Choice
          label="Clock times"
          words={{ h24: '24-hour, 14:30', h12: '12-hour, 2:30 pm' }}
          value={clinic.clock}
          onChange={(clock) => void setClock(clock)}
        />
      ) : null}
      <h2>Rooms</h2>
      {data.rooms.length === 0 ? <p>No rooms yet.</p> : null}
      <ul>
        {data.rooms.map(({ id, name }) => (
          <li key={id}>
            {name}
            {owner ? (
              <span className="quiet-inline figures"> · {id}, by which its console is set up</span>
            ) : null}
          </li>
        ))}
      </ul>
      <h2>Outbox</h2>
      <Outbox />
      <h2>The caution</h2>
      <ul className="caution-list">
        {CAUTION_FULL.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {adding ? <AddStaffForm onClose={() => setAdding(false)} /> : null}
    </div>
  );
}

function AddStaffForm({ onClose }: { onClose: () => void }) {
  const [fields, setFields] = useState({
    id: v7(),
    name: '',
    signInName: '',
    password: '',
    role: 'technician' as Role,
  });
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [add, { isLoading, error }] = useAddStaffMutation();
  const save = async () => {
    const checked = read(NewStaff, fields);
    if (!checked.ok) {
      setWrong(Object.fromEntries(checked.fields.map(({ field, problem }) => [field, problem])));
      return;
    }
    const result = await add(checked.value);
    if (result.error === undefined) onClose();
    else setWrong(problemFields(result.error));
  };
  const text = (name: 'name' | 'signInName' | 'password', label: string) => (
    <Field label={label} problem={wrong[name]}>
      {(field) => (
        <Input
          {...field}
          type={name === 'password' ? 'password' : 'text'}
          autoComplete={name === 'password' ? 'new-password' : 'off'}
          value={fields[name]}
          onChange={(event) => setFields({ ...fields, [name]: event.target.value })}
        />
      )}
    </Field>
  );
  return (
    <Dialog
      open
      title="Add member of staff"
      okText="Add"
      confirmLoading={isLoading}
      onOk={() => void save()}
      onCancel={onClose}
    >
      {text('name', 'Name')}
      {text('signInName', 'Signs in as')}
      {text('password', 'First password')}
      <Choice
        label="Role"
        words={
          Object.fromEntries(ROLES.map((role) => [role, ROLE_WORDS[role]])) as Record<Role, string>
        }
        value={fields.role}
        onChange={(role) => setFields({ ...fields, role })}
      />
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </Dialog>
  );
}
