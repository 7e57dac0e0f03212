import { isSwapping, type RunState } from '@tidy-quill/core/record';
import { openCauses, stopCausesFor } from '@tidy-quill/core/reaction';
import { useRef } from 'react';
import { figure, INCIDENT_WORDS, pulseText, spotText } from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { isSecondTap } from '../../widgets/second-tap';
import { ConsoleLine } from '../console/ConsoleLine';
import { useConsoleFaults } from '../console/room-console';
import { useOpenVisit } from '../visit/use-visit';

const STATE: Readonly<Record<RunState, { mark: string; word: string }>> = {
  notStarted: { mark: '○', word: 'NOT BEGUN' },
  running: { mark: '▶', word: 'TREATING' },
  paused: { mark: '❚❚', word: 'PAUSED' },
  stopped: { mark: '■', word: 'STOPPED' },
  ended: { mark: '✓', word: 'ENDED' },
};

/** The state of the session, the setting in use, and the stop: the largest thing on the screen. */
export function RunStateCard({
  cell,
  onChange,
}: {
  /** The cell to go on with. */
  cell: number | null;
  onChange: () => void;
}) {
  const { record, area, add } = useOpenVisit();
  const { run } = record;
  const running = run.state === 'running';
  const halted = run.state === 'paused' || run.state === 'stopped';
  const pausedAt = useRef<number | null>(null);
  const faults = useConsoleFaults();
  const swapping = isSwapping(record);
  const causes = openCauses(run, area.job).length;
  return (
    <>
      <p className={`run-state is-${run.state}`} role="status">
        <span aria-hidden className="run-mark">
          {STATE[run.state].mark}
        </span>
        <span>
          <strong>{STATE[run.state].word}</strong>
          {run.setting === null ? null : (
            <span className="figures" data-testid="setting-in-use">
              {figure(run.setting.fluenceJcm2, 2)} J/cm², {pulseText(run.setting.pulseMs)},{' '}
              {spotText(run.setting.spot)}, {figure(run.setting.rateHz)} Hz
            </span>
          )}
          <ConsoleLine />
        </span>
      </p>
      <KeyButton
        letter="Escape"
        shown="Esc"
        kind="halt"
        disabled={!running && run.state !== 'paused'}
        onPress={() => void add({ kind: 'stopped' })}
        evenInFields
      >
        STOP
      </KeyButton>
      <div className="pair">
        <KeyButton letter="l" disabled={!running && !halted} onPress={onChange}>
          Change setting
        </KeyButton>
        <KeyButton
          letter="p"
          disabled={
            (!running && !halted) || (halted && (faults.length > 0 || swapping || causes > 0))
          }
          onPress={() => {
            // A double tap on “Pause” must not go on again. Pausing itself is never held back.
            const now = Date.now();
            if (run.state === 'paused' && isSecondTap(pausedAt.current, now)) return;
            pausedAt.current = running ? now : null;
            if (running) void add({ kind: 'paused' });
            // Another light begins with a cell of its own.
            else if (run.cell === null && cell !== null) {
              void add({ kind: 'resumed' }, { kind: 'cellChosen', cell });
            } else void add({ kind: 'resumed' });
          }}
        >
          {halted ? 'Go on' : 'Pause'}
        </KeyButton>
      </div>
      {halted && causes > 0 ? (
        <p className="field-error">
          Go on once the cause was looked for: {causes} of {stopCausesFor(area.job).length} to go.
        </p>
      ) : null}
      {halted && faults.length > 0 ? (
        <p className="field-error">
          Go on once this is put right: {faults.map((each) => INCIDENT_WORDS[each]).join('; ')}.
        </p>
      ) : null}
    </>
  );
}
