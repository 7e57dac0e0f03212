import { isStop, type Assessment, type Rule } from '@tidy-quill/core/suitability';
import { dayText, fromToday, OUTCOME_WORDS, QUESTION_WORDS } from '../../text';
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
          <li key={finding.rule.question}>
            <strong>
              {OUTCOME_WORDS[finding.outcome]}: {QUESTION_WORDS[finding.rule.question].ask}.
            </strong>{' '}
            {QUESTION_WORDS[finding.rule.question].why}{' '}
            {finding.lastOn !== null && finding.clearOn !== null ? (
              <span className="figures">
                {dayText(finding.lastOn)} + {waitWords(finding.rule)} = {dayText(finding.clearOn)}
                {finding.clearOn <= today ? ', passed' : ''}.
              </span>
            ) : null}{' '}
            <span className="quiet-inline">
              {finding.rule.whose === 'law' ? 'Law' : 'Clinic protocol'}
              {finding.rule.override === 'never' ? ', never set aside' : ''}
            </span>
          </li>
        ))}
      </ul>
    </Notice>
  );
}

function waitWords({ wait }: Rule): string {
  if (wait === undefined) return '';
  return 'days' in wait ? `${wait.days} days` : `${wait.months} months`;
}
