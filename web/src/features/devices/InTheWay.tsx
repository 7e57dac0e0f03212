import type { DeviceStanding } from '@tidy-quill/contract/devices';
import { Link } from 'react-router';
import { useSignedIn } from '../../app/clinic-context';
import { momentText } from '../../text';

/** Visits that are booked with a device that is out of use: each has to be moved, or to do without it. */
export function InTheWay({ visits }: { visits: DeviceStanding['inTheWay'] }) {
  const { timeZone } = useSignedIn().clinic;
  if (visits.length === 0) return null;
  return (
    <span className="reason-line">
      Booked with it:{' '}
      {visits.map(({ id, startsAt, client }, index) => (
        <span key={id}>
          {index > 0 ? '; ' : ''}
          <Link to={`/calendar?day=${startsAt.slice(0, 10)}&visit=${id}`}>
            {client}, {momentText(startsAt, timeZone)}
          </Link>
        </span>
      ))}
      . Move them, or free the device from them.
    </span>
  );
}
