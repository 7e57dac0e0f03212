import { roomOf } from '@tidy-quill/core/console';
import './console.css';
import { asShown, mismatches } from '@tidy-quill/core/prepare';
import { figure, pulseText, READ_BACK_WORDS, spotText } from '../../text';
import { useVisit } from '../visit/use-visit';
import { CONSOLE_STATE_WORDS, useConsole, useConsoleFaults } from './room-console';
import { lazily } from '../../widgets/lazily';

const SimulatedControls = lazily(
  async () => (await import('./SimulatedControls')).SimulatedControls,
);

/** The room's console as it says of itself: state, settings against the plan, tip, door, counter. */
export function ConsoleCard() {
  const live = useConsole();
  const { record } = useVisit('record');
  const faults = useConsoleFaults();
  const room = roomOf(record);
  if (live === undefined) {
    return <p className="small">No console is linked in this room: all is logged by hand.</p>;
  }
  const { status, link, hello } = live;
  if (link === 'opening') return <p className="small">Looking for the console…</p>;
  if (status === null || link === 'down') {
    return (
      <div className="console-card is-fault" role="alert">
        <strong>✕ NO LINK to the console</strong>
        <span>Go on by hand, or stop: look at the console itself.</span>
        {hello?.simulated === true ? <SimulatedControls cut /> : null}
      </div>
    );
  }
  const { plan, run } = record;
  const setting = run.setting ?? plan?.setting;
  const differing =
    setting === undefined || plan === null
      ? []
      : mismatches(setting, plan.wavelengthNm, status.setting);
  const { mark, word } = CONSOLE_STATE_WORDS[status.state];
  return (
    <div className={`console-card is-${faults.length > 0 ? 'fault' : status.state}`}>
      <strong data-testid="console-state">
        <span aria-hidden>{mark} </span>
        Console {word}
        {status.fault === null ? '' : `: ${status.fault}`}
      </strong>
      {status.state === 'off' ? null : (
        <span className="figures">
          {differing.length === 0
            ? 'agrees: '
            : `differs in ${differing.map((field) => READ_BACK_WORDS[field]).join(', ')}: `}
          {figure(status.setting.fluenceJcm2, 2)} J/cm², {pulseText(status.setting.pulseMs)},{' '}
          {spotText(status.setting.spot)}, {figure(status.setting.rateHz)} Hz
        </span>
      )}
      <span className="figures">
        {status.tipC === null || room?.plateC == null
          ? ''
          : `tip ${figure(status.tipC)} °C${faults.includes('warmTip') ? ', warm ■' : ''} · `}
        door {status.interlock} · {figure(status.pulsesSinceOn, 0)} pulses since on,{' '}
        {figure(status.pulses, 0)} in its life
      </span>
      {hello?.simulated === true && setting !== undefined && plan !== null ? (
        <SimulatedControls planned={asShown(setting, plan.wavelengthNm)} />
      ) : null}
    </div>
  );
}
