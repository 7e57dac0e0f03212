import { createPortal } from 'react-dom';
import { useSignedIn } from '../../app/clinic-context';
import { useParams } from 'react-router';
import { figure } from '../../text';
import { useKeys } from '../../widgets/use-keys';
import { RUN_STATE } from '../treat/run-state';
import { lockedRunPlace } from './locked-run-place';
import { useVisit } from '../visit/use-visit';

/** The run of the open visit on the lock screen, with the one thing that may be done to it: stop. */
export function LockedRun() {
  const { locked } = useSignedIn();
  const { record, add, area, zones } = useVisit('record', 'add', 'area', 'zones');
  const { run } = record;
  const { stage } = useParams();
  const mayStop = run.state === 'running' || run.state === 'paused';
  const stop = () => void add({ kind: 'stopped' });
  // Behind the lock Treat goes on answering Escape itself.
  useKeys(locked !== null && mayStop && stage !== 'treat' ? { Escape: stop } : {}, ['Escape']);
  if (locked === null || run.startedAt === null) return null;
  return createPortal(
    <div className="locked-run">
      <p className={`run-state is-${run.state}`} role="status">
        <span aria-hidden>{RUN_STATE[run.state].mark} </span>
        <strong>{RUN_STATE[run.state].word}</strong>
      </p>
      <p className="count">
        <span className="figure-huge">{figure(run.pulses, 0)}</span> pulses
        {zones.length > 1
          ? `, zone ${zones.findIndex((each) => each.area.id === area.id) + 1}`
          : ''}
      </p>
      <button
        type="button"
        className="key-button is-halt"
        aria-keyshortcuts="Escape"
        disabled={!mayStop}
        onClick={stop}
      >
        STOP<kbd>Esc</kbd>
      </button>
    </div>,
    lockedRunPlace,
  );
}
