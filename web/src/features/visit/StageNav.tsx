import './visit.css';
import { STAGES, stageStates, type Stage, type StageState } from '@tidy-quill/core/workflow';
import { Link } from 'react-router';
import { STAGE_STATE_WORDS, STAGE_WORDS } from '../../text';
import { useVisit } from './use-visit';

/** A mark of its own for each state, so that nothing rests on colour. */
const MARKS: Readonly<Record<StageState | 'here', string>> = {
  done: '✓',
  open: '◐',
  toCome: '○',
  stopped: '■',
  here: '✎',
};

/** The stages of the visit in working order; any may be opened, and each says how far it is. None is here after it. */
export function StageNav({ stage: here }: { stage: Stage | null }) {
  const { record, pathOf, consented } = useVisit('record', 'pathOf', 'consented');
  const states = stageStates(record, consented);
  return (
    <nav className="stage-nav" aria-label="Stages of the visit">
      <ol>
        {STAGES.map((stage) => (
          <li key={stage}>
            <Link
              to={pathOf(stage)}
              className={`is-${states[stage]}`}
              aria-current={stage === here ? 'step' : undefined}
            >
              <span aria-hidden className="stage-nav-mark">
                {stage === here && states[stage] !== 'stopped' ? MARKS.here : MARKS[states[stage]]}
              </span>
              {STAGE_WORDS[stage]}
              <span className="visually-hidden">, {STAGE_STATE_WORDS[states[stage]]}</span>
            </Link>
          </li>
        ))}
      </ol>
    </nav>
  );
}
