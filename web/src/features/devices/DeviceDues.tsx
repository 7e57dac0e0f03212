import './devices.css';
import type { DeviceStanding } from '@tidy-quill/contract/devices';
import { deviceDueText } from '@tidy-quill/contract/labels/devices';
import { Link } from 'react-router';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, fromToday } from '../../text';
import { Notice } from '../../widgets/Notice';
import { InTheWay } from './InTheWay';
import { useDevicesQuery } from './devices-api';

const EVERY_MS = 5 * 60_000;

const useDevices = (): readonly DeviceStanding[] => {
  const { data = [] } = useDevicesQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: EVERY_MS,
  });
  return data;
};

/** What stands before the first client: devices that are out of use, and those that nobody has checked today. */
export function DevicesFirst() {
  const data = useDevices();
  const out = data.filter(({ state }) => state.outOfUse !== null);
  const unchecked = data.filter(({ dues }) => dues.some(({ what }) => what === 'check'));
  return (
    <>
      {out.length === 0 ? null : (
        <Notice
          kind="stop"
          title={out.length === 1 ? 'A device is out of use' : 'Devices are out of use'}
        >
          {out.map(({ handpiece, inTheWay }) => (
            <p key={handpiece.id}>
              <Link to={`/handpieces/${handpiece.id}/log`}>{handpiece.name}</Link>.{' '}
              <InTheWay visits={inTheWay} />
            </p>
          ))}
        </Notice>
      )}
      {unchecked.length === 0 ? null : (
        <Notice kind="care" title="Daily check not made yet">
          <p>
            {unchecked.map(({ handpiece }, index) => (
              <span key={handpiece.id}>
                {index > 0 ? ', ' : ''}
                <Link to={`/handpieces/${handpiece.id}/check`}>{handpiece.name}</Link>
              </span>
            ))}
          </p>
        </Notice>
      )}
    </>
  );
}

/** What is due of devices in the coming weeks. */
export function DeviceDues() {
  const { timeZone } = useSignedIn().clinic;
  const today = dayOf(new Date().toISOString(), timeZone);
  const dues = useDevices().flatMap(({ handpiece, dues: all }) =>
    all.flatMap((due) => (due.what === 'check' ? [] : [{ handpiece, due }])),
  );
  if (dues.length === 0) return null;
  return (
    <section className="not-ready">
      <h2>
        Due of devices <Link to="/devices/condition">condition</Link>
      </h2>
      <ul className="device-dues">
        {dues.map(({ handpiece, due }) => (
          <li key={`${handpiece.id} ${due.what} ${'name' in due ? due.name : ''}`}>
            <Link to={`/handpieces/${handpiece.id}/log`}>{handpiece.name}</Link>:{' '}
            {deviceDueText(due)}
            {due.by > today ? `, ${fromToday(due.by, today)}` : ''}
          </li>
        ))}
      </ul>
    </section>
  );
}
