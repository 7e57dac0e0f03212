import './watch.css';
import { secondLookDue } from '@tidy-quill/core/session';
import { SECOND_LOOK_WORDS, spanText } from '../../text';
import { useNow } from '../../widgets/use-now';
import { useVisit } from '../visit/use-visit';

const MINUTE_MS = 60_000;

/** The clock from the last pulse to the second look, and on; it survives a reload, for the pulse is on the record. */
export function LookClock() {
  const { record } = useVisit('record');
  const now = useNow();
  const due = secondLookDue(record);
  if (due === null) return null;
  const { minutes, because } = due;
  const since = Math.max(0, now - Date.parse(due.at) + minutes * MINUTE_MS);
  const left = minutes * MINUTE_MS - since;
  const looked = record.postTreatmentCheck?.minutesAfter ?? null;
  return (
    <section
      className={`look-clock ${left <= 0 && looked === null ? 'is-due' : ''}`}
      aria-label="Second look"
    >
      <p className="figures">
        <span className="figure-large">
          {looked !== null ? `Looked at ${looked} min` : left > 0 ? spanText(left) : 'Look now'}
        </span>
      </p>
      <p>
        {looked === null ? `${spanText(since)} since the last pulse. ` : ''}The second look is at{' '}
        {minutes} minutes: {because.map((why) => SECOND_LOOK_WORDS[why]).join(', ')}.
      </p>
    </section>
  );
}
