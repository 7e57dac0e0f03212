import { currentStage, STAGES, type Stage } from '@tidy-quill/core/workflow';
import { isStopped } from '@tidy-quill/core/session';
import { Link } from 'react-router';
import { CONSENT_STATE_WORDS, STAGE_WORDS } from '../../text';
import { Notice } from '../../widgets/Notice';
import { consentPath, useVisit } from './use-visit';

/** In place of a stage that cannot be opened yet: what it waits for. */
export function NotYet({ stage }: { stage: Stage }) {
  const { record, consented, consent, pathOf } = useVisit(
    'record',
    'consented',
    'consent',
    'pathOf',
  );
  const next = currentStage(record, consented);
  if (!isStopped(record) && record.history !== null && next === 'ask') {
    return (
      <Notice kind="stop" title={`No consent, no treatment: ${CONSENT_STATE_WORDS[consent.state]}`}>
        <p>
          It is read, asked about and signed under Ask.{' '}
          <Link to={consentPath(pathOf)}>Go to Consent</Link>
        </p>
      </Notice>
    );
  }
  const stopped = next === 'ask' && isStopped(record);
  const title = stopped
    ? 'The answers stop this visit'
    : `${STAGE_WORDS[stage]} waits for ${STAGE_WORDS[next]}`;
  return (
    <Notice kind={stopped ? 'stop' : 'info'} title={title}>
      <p>
        {stopped
          ? 'Ask shows which answers, until when, and what a supervisor may override.'
          : `The stages follow one another: ${STAGES.map((each) => STAGE_WORDS[each]).join(', ')}.`}{' '}
        <Link to={pathOf(next)}>Go to {STAGE_WORDS[next]}</Link>
      </p>
    </Notice>
  );
}
