import './devices.css';
import { deviceDueText } from '@tidy-quill/contract/labels/devices';
import { Link } from 'react-router';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, fromToday } from '../../text';
import { useDevices } from './use-devices';

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
