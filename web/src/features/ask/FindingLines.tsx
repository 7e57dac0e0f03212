import './ask.css';
import { isStop, type Assessment, type Finding } from '@tidy-quill/core/suitability';
import { countText, dayText, findingText, fromToday, OUTCOME_WORDS, WHOSE_WORDS } from '../../text';
import { Notice } from '../../widgets/Notice';

/** What the answers mean, the strictest first, with the arithmetic behind each date. */
export function FindingLines({
  assessment,
  today,
}: {
  assessment: Assessment | null;
  today: string;
}) {
  if (assessment === null) return null;
  const { outcome, clearOn, findings } = assessment;
  if (findings.length === 0) {
    return assessment.unanswered.length === 0 ? (
      <Notice kind="info" title={OUTCOME_WORDS.go}>
        <p>Nothing in the answers stands in the way.</p>
      </Notice>
    ) : null;
  }
  const until = clearOn === null ? '' : ` until ${dayText(clearOn)}, ${fromToday(clearOn, today)}`;
  return (
    <Notice kind={isStop(outcome) ? 'stop' : 'care'} title={`${OUTCOME_WORDS[outcome]}${until}`}>
      <ul className="finding-lines">
        {findings.map((finding) => (
          <li key={`${finding.rule.id} ${finding.medicine}`}>
            <strong>
              {OUTCOME_WORDS[finding.outcome]}: {findingText(finding)}.
            </strong>{' '}
            {finding.advice} <Arithmetic finding={finding} today={today} />{' '}
            <span className="quiet-inline">
              {WHOSE_WORDS[finding.rule.whose]}, rule “{finding.rule.id}”
              {finding.rule.override === 'never' ? ', no override' : ''}
            </span>
          </li>
        ))}
      </ul>
    </Notice>
  );
}

function Arithmetic({
  finding: { lastOn, wait, clearOn },
  today,
}: {
  finding: Finding;
  today: string;
}) {
  if (wait === null) return null;
  const words = 'days' in wait ? countText(wait.days, 'day') : countText(wait.months, 'month');
  if (lastOn === null || clearOn === null) return `Still taken: ${words} after the last day.`;
  return (
    <span className="figures">
      {dayText(lastOn)} + {words} = {dayText(clearOn)}
      {clearOn <= today ? ', passed' : ''}.
    </span>
  );
}
