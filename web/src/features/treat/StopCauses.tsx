import { openCauses, stopCausesFor, type StopCause } from '@tidy-quill/core/reaction';
import { CAUSE_WORDS } from '../../text';
import { KeyButton } from '../../widgets/KeyButton';
import { Notice } from '../../widgets/Notice';
import { useOpenVisit } from '../visit/use-visit';
import { CAUSE_KEYS } from './keys';

/** What has to be looked for after a stop that hurt, one press each; it goes on once all were, or one was found. */
export function StopCauses() {
  const { record, area, add } = useOpenVisit();
  const { run } = record;
  const open = openCauses(run, area.job);
  const found = [...run.looked.values()].includes(true);
  const press = (cause: StopCause) =>
    // Once: it was not this. Again: it was.
    void add({ kind: 'causeLooked', cause, found: run.looked.get(cause) === false });
  return (
    <Notice kind="stop" title="Stopped: console to standby, cool the skin, find the cause">
      <p id="causes-label">
        {open.length > 0
          ? `Look for each: press once for “not this”, twice for “it was this”. ${open.length} to go.`
          : found
            ? 'Found. Go on only once it is put right, with a lower setting; or end the treatment.'
            : 'None of these. Go on only with a lower setting, or end the treatment.'}
      </p>
      <div className="cause-keys" role="group" aria-labelledby="causes-label">
        {stopCausesFor(area.job).map((cause, index) => (
          <KeyButton
            key={cause}
            letter={CAUSE_KEYS[index]!}
            kind={run.looked.get(cause) === true ? 'stop' : 'plain'}
            onPress={() => press(cause)}
          >
            {CAUSE_WORDS[cause]}
            <span className="cause-state">{stateOf(run.looked.get(cause))}</span>
          </KeyButton>
        ))}
      </div>
    </Notice>
  );
}

function stateOf(found: boolean | undefined): string {
  if (found === undefined) return '○ not looked at';
  return found ? '■ it was this' : '✓ not this';
}
