import { isSwapping } from '@tidy-quill/core/session';
import { openCauses } from '@tidy-quill/core/reaction';
import { useRef } from 'react';
import { KeyButton } from '../../widgets/KeyButton';
import { isSecondTap } from '../../widgets/second-tap';
import { useConsoleFaults } from '../console/room-console';
import { useVisit } from '../visit/use-visit';
import { ROOM_KEYS } from './keys';

/** Stop, the largest thing on the screen, and pause: always in sight. */
export function HaltKeys({
  cell,
}: {
  /** The cell to go on with. */
  cell: number | null;
}) {
  const { record, area, add } = useVisit('record', 'area', 'add');
  const { run } = record;
  const running = run.state === 'running';
  const halted = run.state === 'paused' || run.state === 'stopped';
  const pausedAt = useRef<number | null>(null);
  const faults = useConsoleFaults();
  const swapping = isSwapping(record);
  const causes = openCauses(run, area.job).length;
  return (
    <div className="halt-keys">
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
      <KeyButton
        letter={ROOM_KEYS.pause}
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
  );
}
