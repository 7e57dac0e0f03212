import './devices.css';
import { Link } from 'react-router';
import { Notice } from '../../widgets/Notice';
import { InTheWay } from './InTheWay';
import { useDevices } from './use-devices';

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
