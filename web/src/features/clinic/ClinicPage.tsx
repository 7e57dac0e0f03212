import { EditOutlined, PlusOutlined } from '@ant-design/icons';
import { Button, Checkbox, Skeleton } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { DAY_ORDER_WORDS } from '@tidy-quill/contract/labels/setup';
import {
  problemText,
  useClinicQuery,
  useSetClockMutation,
  useSetDayOrderMutation,
} from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { Choice } from '../../widgets/Choice';
import { PageProblem } from '../../widgets/PageProblem';
import { useDemandSecondFactorMutation } from '../account/account-api';
import { CAUTION_FULL } from '../auth/caution';
import { AboutForm } from '../setup/AboutForm';
import { NotSetUp } from '../setup/NotSetUp';
import { RoomsForm } from '../setup/RoomsForm';
import { SignOffTable } from '../sign-offs/SignOffTable';
import { BackupPanel } from './BackupPanel';
import { CancelNotice } from './CancelNotice';
import { FeedNamesTick } from './FeedNamesTick';
import { HoursForm } from './HoursForm';
import { InviteStaff } from './InviteStaff';
import { MessageTexts } from './MessageTexts';
import { Outbox } from './Outbox';
import { RemindingForm } from './RemindingForm';
import { RightsTable } from './RightsTable';
import { StaffTable } from './StaffTable';

/** The clinic: its staff, rooms, and the caution that all have read. */
export function ClinicPage() {
  const { clinic, staff: me } = useSignedIn();
  const { data, error, refetch } = useClinicQuery(undefined, { refetchOnMountOrArgChange: true });
  const [demand] = useDemandSecondFactorMutation();
  const [setClock] = useSetClockMutation();
  const [setDayOrder] = useSetDayOrderMutation();
  const [adding, setAdding] = useState(false);
  const [editing, setEditing] = useState(false);
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
          <div className="page-actions">
            <Button icon={<EditOutlined />} onClick={() => setEditing(true)}>
              About the clinic
            </Button>
            <Button type="primary" icon={<PlusOutlined />} onClick={() => setAdding(true)}>
              Invite member of staff
            </Button>
          </div>
        ) : null}
      </header>
      <NotSetUp />
      <p>
        <Link to="/clinic/languages">Languages in which clients read</Link>
      </p>
      {me.role === 'technician' ? null : (
        <p>
          <Link to="/clinic/audit">Audit trail: who did and looked at what</Link>
          {owner ? (
            <>
              {' · '}
              <Link to="/clinic/retention">How long records are kept, and which fall due</Link>
            </>
          ) : null}
        </p>
      )}
      <h2>Opening hours</h2>
      <HoursForm owner={owner} />
      {owner ? <FeedNamesTick /> : null}
      <h2>Messages to clients</h2>
      <RemindingForm now={data} owner={owner} />
      <MessageTexts owner={owner} />
      <CancelNotice hours={data.cancelNoticeHours} owner={owner} />
      <h2>Staff</h2>
      {owner ? null : <p className="quiet">The owner invites staff and closes accounts.</p>}
      <StaffTable staff={data.staff} />
      {owner ? (
        <Checkbox
          className="staff-demand"
          checked={data.demandsSecondFactor}
          onChange={({ target }) => void demand(target.checked)}
        >
          Supervisors and owners sign in with a second factor
        </Checkbox>
      ) : null}
      <h2>Who may do what</h2>
      <RightsTable />
      <h2>Techniques signed off</h2>
      <SignOffTable />
      {owner ? (
        <Choice
          label="Clock times"
          words={{ h24: '24-hour, 14:30', h12: '12-hour, 2:30 pm' }}
          value={clinic.clock}
          onChange={(clock) => void setClock(clock)}
        />
      ) : null}
      {owner ? (
        <Choice
          label="Dates typed in figures"
          words={DAY_ORDER_WORDS}
          value={clinic.dayOrder}
          onChange={(dayOrder) => void setDayOrder(dayOrder)}
          hint={
            clinic.dayOrder === null ? 'Until it is said, each such date is asked after' : undefined
          }
        />
      ) : null}
      <h2>Rooms</h2>
      {data.rooms.length === 0 ? <p>No rooms yet.</p> : null}
      {owner ? (
        <RoomsForm rooms={data.rooms} />
      ) : (
        <ul>
          {data.rooms.map(({ id, name }) => (
            <li key={id}>{name}</li>
          ))}
        </ul>
      )}
      <h2>Backup</h2>
      <BackupPanel owner={owner} />
      <h2>Outbox</h2>
      <Outbox />
      <h2>The caution</h2>
      <ul className="caution-list">
        {CAUTION_FULL.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {adding ? <InviteStaff onClose={() => setAdding(false)} /> : null}
      {editing ? <AboutForm onClose={() => setEditing(false)} /> : null}
    </div>
  );
}
