import './treat.css';
import { figure, fluenceText, INCIDENT_WORDS, pulseText, spotText } from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { ConsoleLine } from '../console/ConsoleLine';
import { useConsoleFaults } from '../console/room-console';
import { useVisit } from '../visit/use-visit';
import { ROOM_KEYS } from './keys';
import { RUN_STATE } from './run-state';
import { lazily } from '../../widgets/lazily';

const ChanceLine = lazily(async () => (await import('../plan/ChanceLine')).ChanceLine);

/** The state of the session and the setting in use, with what keeps it from going on. */
export function RunStateCard({ onChange }: { onChange: () => void }) {
  const { record } = useVisit('record');
  const { run } = record;
  const running = run.state === 'running';
  const halted = run.state === 'paused' || run.state === 'stopped';
  const faults = useConsoleFaults();
  return (
    <>
      <p className={`run-state is-${run.state}`} role="status">
        <span aria-hidden className="run-mark">
          {RUN_STATE[run.state].mark}
        </span>
        <span>
          <strong>{RUN_STATE[run.state].word}</strong>
          {run.setting === null ? null : (
            <span className="figures" data-testid="setting-in-use">
              {fluenceText(run.setting)}, {pulseText(run.setting.pulseMs)},{' '}
              {spotText(run.setting.spot)}, {figure(run.setting.rateHz)} Hz
            </span>
          )}
          <ConsoleLine />
        </span>
      </p>
      {run.setting === null ? null : <ChanceLine setting={run.setting} />}
      <KeyButton letter={ROOM_KEYS.setting} disabled={!running && !halted} onPress={onChange}>
        Change setting
      </KeyButton>
      {halted && faults.length > 0 ? (
        <p className="field-error">
          Go on once this is put right: {faults.map((each) => INCIDENT_WORDS[each]).join('; ')}.
        </p>
      ) : null}
    </>
  );
}
