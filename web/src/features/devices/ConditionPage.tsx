import './devices.css';
import type { DeviceStanding } from '@tidy-quill/contract/devices';
import { deviceDueText, outOfUseText } from '@tidy-quill/contract/labels/devices';
import { Button, Skeleton } from 'antd';
import { Link } from 'react-router';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayText, figure, lightText, shortDay } from '../../text';
import { PageProblem } from '../../widgets/PageProblem';
import { DoorSheets } from './DoorSheets';
import { InTheWay } from './InTheWay';
import { useDevicesQuery } from './devices-api';

/** How each device stands: in use or not, what it gives, and what is due. */
export function ConditionPage() {
  const { data, error, refetch } = useDevicesQuery(undefined, { refetchOnMountOrArgChange: true });
  const { clinic } = useSignedIn();
  if (error !== undefined) {
    return (
      <PageProblem title="Devices cannot be shown" text={problemText(error)} onRetry={refetch} />
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>Condition of devices</h1>
          <p>
            <Link to="/devices">Devices</Link> · Checked every day before the first client, measured
            with the meter. The device’s manual and your laser safety adviser decide.
          </p>
        </div>
        <nav className="page-actions" aria-label="Incidents">
          <Link className="tab-link" to="/incidents/new">
            Report an incident
          </Link>
        </nav>
      </header>
      {data.length === 0 ? (
        <section className="empty">
          <h2>No device listed yet</h2>
          <p>
            Once a supervisor has approved this clinic’s handpieces, each of them has its log here.
          </p>
          <Link to="/devices/handpieces">Go to Handpieces</Link>
        </section>
      ) : (
        <table className="data-table is-still">
          <thead>
            <tr>
              <th scope="col">Device</th>
              <th scope="col">Stands</th>
              <th scope="col">Gives, of what it shows</th>
              <th scope="col">Due</th>
              <th scope="col">
                <span className="visually-hidden">Check</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {data.map((each) => (
              <DeviceRow key={each.handpiece.id} standing={each} />
            ))}
          </tbody>
        </table>
      )}
      <DoorSheets handpieces={data.map(({ handpiece }) => handpiece)} clinicName={clinic.name} />
    </div>
  );
}

function DeviceRow({ standing }: { standing: DeviceStanding }) {
  const { handpiece, state, dues, inTheWay } = standing;
  const { measured, outOfUse } = state;
  const log = `/handpieces/${handpiece.id}/log`;
  return (
    <tr>
      <th scope="row">
        <Link to={log}>{handpiece.name}</Link>
        <span className="quiet">{lightText(handpiece.light)}</span>
      </th>
      <td>
        {outOfUse !== null ? (
          <>
            <span className="tag tag-stop">out of use</span>
            <span className="reason-line">{outOfUseText(outOfUse)}</span>
            <InTheWay visits={inTheWay} />
          </>
        ) : handpiece.inService ? (
          'in use'
        ) : (
          <span className="quiet">out of service in the list</span>
        )}
      </td>
      <td>
        {measured === null ? (
          <span className="quiet">never</span>
        ) : (
          <>
            <span className={state.output === null ? '' : 'tag tag-care'}>
              {figure(measured.ratio * 100, 0)} %
            </span>
            <span className="quiet">{shortDay(measured.on)}</span>
          </>
        )}
      </td>
      <td>
        {dues.map((due) => (
          <span key={`${due.what} ${'name' in due ? due.name : ''}`} className="reason-line">
            {deviceDueText(due)}
            {due.what === 'drift' || due.what === 'service' || due.what === 'part'
              ? `, ${dayText(due.by)}`
              : ''}
          </span>
        ))}
      </td>
      <td>
        {handpiece.inService ? (
          <Link to={`/handpieces/${handpiece.id}/check`}>
            <Button size="small" tabIndex={-1}>
              Check<span className="visually-hidden"> {handpiece.name}</span>
            </Button>
          </Link>
        ) : null}
      </td>
    </tr>
  );
}
