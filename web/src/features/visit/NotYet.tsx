import { currentStage, STAGES, type Stage } from '@tidy-quill/core/record';
import { Link } from 'react-router';
import { STAGE_WORDS } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useOpenVisit } from './use-visit';

/** In place of a stage that cannot be opened yet: what it waits for. */
export function NotYet({ stage }: { stage: Stage }) {
  const { record, visit } = useOpenVisit();
  const next = currentStage(record);
  const stopped = next === 'ask' && record.answers !== null;
  const title = stopped
    ? 'The answers stop this visit'
    : `${STAGE_WORDS[stage]} waits for ${STAGE_WORDS[next]}`;
  return (
    <Notice kind={stopped ? 'stop' : 'info'} title={title}>
      <p>
        {stopped
          ? 'Ask shows which answers, until when, and what a supervisor may set aside.'
          : `The stages follow one another: ${STAGES.map((each) => STAGE_WORDS[each]).join(', ')}.`}{' '}
        <Link to={`/visits/${visit.id}/${next}`}>Go to {STAGE_WORDS[next]}</Link>
      </p>
    </Notice>
  );
}
