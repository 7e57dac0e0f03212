import { staleLines } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useVisit } from '../visit/use-visit';

/** What has changed since the plan was accepted, where something has. */
export function Stale() {
  const { record } = useVisit('record');
  const lines = staleLines(record.stale);
  if (lines.length === 0) return null;
  return (
    <Notice kind="care" title="The accepted plan no longer fits: accept a new one">
      <ul>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </Notice>
  );
}
