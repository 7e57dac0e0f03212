import './devices.css';
import { outOfUseText, ratioText } from '@tidy-quill/contract/labels/devices';
import { dialledJcm2, type Setting } from '@tidy-quill/core/plan';
import { Link } from 'react-router';
import { figure, shortDay } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useDevicesQuery } from './devices-api';

const EVERY_MS = 30_000;

/** What has to be known of the device that a setting is for: out of use, measured since, corrected, or not checked today. */
export function DeviceNotice({ setting }: { setting: Setting }) {
  const { data } = useDevicesQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: EVERY_MS,
  });
  const standing = data?.find(({ handpiece }) => handpiece.id === setting.handpieceId);
  if (standing === undefined) return null;
  const { handpiece, state, dues } = standing;
  if (state.outOfUse !== null) {
    return (
      <Notice kind="stop" title={`${handpiece.name} is out of use`}>
        <p>
          {outOfUseText(state.outOfUse)} <Link to={`/handpieces/${handpiece.id}/log`}>Its log</Link>
        </p>
      </Notice>
    );
  }
  const share = state.output?.share ?? 1;
  if ((setting.output?.share ?? 1) !== share) {
    return (
      <Notice kind="stop" title={`What ${handpiece.name} gives was measured since`}>
        <p>
          It {ratioText(share)}. Go back to Plan and accept a setting for it as it is now: this one
          is not read back any more.
        </p>
      </Notice>
    );
  }
  const isUnchecked = dues.some(({ what }) => what === 'check');
  if (setting.output === undefined && !isUnchecked) return null;
  return (
    <Notice
      kind="care"
      title={
        setting.output === undefined
          ? `${handpiece.name} was not checked today`
          : `${handpiece.name} ${ratioText(share)}`
      }
    >
      {setting.output === undefined ? null : (
        <p>
          Measured {shortDay(setting.output.on)}. {figure(setting.fluenceJcm2, 2)} J/cm² reach skin
          while the console shows{' '}
          <strong className="figures">{figure(dialledJcm2(setting), 2)} J/cm²</strong>: dial that.
          Have it serviced.
        </p>
      )}
      {isUnchecked ? (
        <p>
          The daily check comes before the first client:{' '}
          <Link to={`/handpieces/${handpiece.id}/check`}>check it now</Link>.
        </p>
      ) : null}
    </Notice>
  );
}
