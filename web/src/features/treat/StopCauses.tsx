import { openCauses, stopCausesFor, type StopCause } from '@tidy-quill/core/reaction';
import { defined } from '@tidy-quill/core/units';
import { CAUSE_WORDS } from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { Notice } from '../../widgets/Notice';
import { useVisit } from '../visit/use-visit';
import { CAUSE_KEYS } from './keys';

/** What has to be looked for after a stop that hurt, one press each; it goes on once all were, or one was found. */
export function StopCauses() {
  const { record, area, add } = useVisit('record', 'area', 'add');
  const { run } = record;
  const open = openCauses(run, area.job);
  const found = [...run.causesChecked.values()].includes(true);
  const last = [...run.causesChecked.keys()].at(-1);
  const look = (cause: StopCause, isThis: boolean) => {
    // A second press by accident says nothing new.
    if (run.causesChecked.get(cause) !== isThis)
      void add({ kind: 'causeChecked', cause, found: isThis });
  };
  return (
    <div className="stop-causes">
      <Notice kind="stop" title="Stopped: console to standby, cool the skin, find the cause">
        <p id="causes-label">
          {open.length > 0
            ? `Look for each, one press. It goes on once each was looked for: ${open.length} to go.`
            : found
              ? 'Found. Go on only once it is put right, with a lower setting; or end the treatment.'
              : 'None of these. Go on only with a lower setting, or end the treatment.'}
        </p>
        <div className="cause-keys" role="group" aria-labelledby="causes-label">
          {stopCausesFor(area.job).map((cause, index) => (
            <KeyButton
              key={cause}
              letter={defined(CAUSE_KEYS[index])}
              kind={run.causesChecked.get(cause) === true ? 'stop' : 'plain'}
              onPress={() => look(cause, false)}
            >
              {CAUSE_WORDS[cause]}
              <span className="cause-state">{stateOf(run.causesChecked.get(cause))}</span>
            </KeyButton>
          ))}
          <KeyButton
            letter="o"
            disabled={last === undefined || run.causesChecked.get(last) === true}
            onPress={() => {
              if (last !== undefined) look(last, true);
            }}
          >
            {last === undefined ? 'It was this' : `It was this: ${CAUSE_WORDS[last]}`}
          </KeyButton>
        </div>
      </Notice>
    </div>
  );
}

function stateOf(found: boolean | undefined): string {
  if (found === undefined) return '○ not looked at';
  return found ? '■ it was this' : '✓ not this';
}
