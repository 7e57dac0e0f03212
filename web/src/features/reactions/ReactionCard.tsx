import './reactions.css';
import { isOverdue, type Reaction } from '@tidy-quill/core/session';
import { Button } from 'antd';
import { useState } from 'react';
import { useSignedIn } from '../../app/clinic-context';
import {
  CLOSED_WORDS,
  entryText,
  LEVEL_WORDS,
  momentText,
  PATH_WORDS,
  REACTION_WORDS,
  triageLines,
} from '../../text';
import { useNow } from '../../widgets/use-now';
import { Photo } from '../photos/Photo';
import { useVisit } from '../visit/use-visit';
import { FollowForm } from './FollowForm';

/** A reaction with every step that was kept, oldest first; open until somebody closes it. */
export function ReactionCard({
  reaction,
  toUpdate,
}: {
  reaction: Reaction;
  /** Whether somebody came to update it. */
  toUpdate: boolean;
}) {
  const { staffNames } = useVisit('staffNames');
  const { timeZone } = useSignedIn().clinic;
  const now = new Date(useNow()).toISOString();
  const [following, setFollowing] = useState(toUpdate);
  const { report, closed, triage, againAt, entries } = reaction;
  const level = triage?.level ?? 'advice';
  const path = PATH_WORDS[report.what];
  return (
    <article className="reaction-card" aria-label={REACTION_WORDS[report.what]}>
      <header>
        <h3>{REACTION_WORDS[report.what]}</h3>
        {closed === null ? (
          <>
            <span className={`tag ${level === 'clinicianNow' ? 'tag-stop' : 'tag-care'}`}>
              {LEVEL_WORDS[level]}
            </span>
            {againAt === null ? null : (
              <span className={isOverdue(reaction, now) ? 'tag tag-stop' : 'quiet-inline'}>
                {isOverdue(reaction, now) ? 'overdue since' : 'again by'}{' '}
                {momentText(againAt, timeZone)}
              </span>
            )}
          </>
        ) : (
          <span className="tag">closed: {CLOSED_WORDS[closed.outcome]}</span>
        )}
      </header>
      <p className="small">{triageLines(reaction).join(' · ')}</p>
      {path === undefined ? null : <p className="reaction-path">{path}</p>}
      <ol className="reaction-steps">
        {entries.map((entry) => (
          <li key={entry.id}>
            <span className="figures">{momentText(entry.at, timeZone)}</span>{' '}
            {entryText(entry, report.what)}{' '}
            <span className="quiet-inline">{staffNames[entry.staffId]}</span>
            {'photoIds' in entry.body && entry.body.photoIds.length > 0 ? (
              <span className="photo-row">
                {entry.body.photoIds.map((id) => (
                  <Photo key={id} id={id} about={REACTION_WORDS[report.what]} />
                ))}
              </span>
            ) : null}
          </li>
        ))}
      </ol>
      {closed === null && !following ? (
        <Button onClick={() => setFollowing(true)}>Update or close</Button>
      ) : null}
      {closed === null && following ? (
        <FollowForm reaction={reaction} onDone={() => setFollowing(false)} />
      ) : null}
    </article>
  );
}
