import './trials.css';
import {
  outcomeText,
  SETTINGS_RULE_WORDS,
  TRIAL_STATE_WORDS,
} from '@tidy-quill/contract/labels/trials';
import type { TrialOpened } from '@tidy-quill/contract/trials';
import { hasRight } from '@tidy-quill/core/access';
import { Button, Skeleton } from 'antd';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { countText, dayOf, figure, sentence, shortDay, SITE_WORDS } from '../../text';
import { Fact } from '../../widgets/Fact';
import { lazily } from '../../widgets/lazily';
import { PageProblem } from '../../widgets/PageProblem';
import { ParticipantTable } from './ParticipantTable';
import { Results } from './Results';
import { useFixTrialMutation, useTrialQuery } from './trials-api';

const EnrolDialog = lazily(async () => (await import('./EnrolDialog')).EnrolDialog);
const CloseDialog = lazily(async () => (await import('./CloseDialog')).CloseDialog);

/** A trial: how it was designed, who takes part, what waits to be counted, and what it shows. */
export function TrialPage() {
  const { trialId = '' } = useParams();
  const { data, error, refetch } = useTrialQuery(trialId, { refetchOnMountOrArgChange: true });
  if (error !== undefined) {
    return (
      <PageProblem
        title="This trial cannot be shown"
        text={problemText(error)}
        onRetry={() => void refetch()}
      />
    );
  }
  return data === undefined ? <Skeleton active className="page" /> : <Shown trial={data} />;
}

function Shown({ trial }: { trial: TrialOpened }) {
  const { id, design, state, participants } = trial;
  const { staff } = useSignedIn();
  const [dialog, setDialog] = useState<'enrol' | 'close' | null>(null);
  return (
    <div className="page findings">
      <header className="page-head">
        <div>
          <h1>{design.title}</h1>
          <p>
            {design.question} <Link to="/findings/trials">All trials</Link>
          </p>
        </div>
        <div className="page-actions">
          {state === 'draft' ? <DraftActions trial={trial} /> : null}
          {state === 'running' ? (
            <>
              <Link to={`/findings/trials/${id}/count`}>
                <Button tabIndex={-1}>Count pictures</Button>
              </Link>
              {hasRight(staff.role, 'approve') ? (
                <Button onClick={() => setDialog('close')}>Close the trial…</Button>
              ) : null}
              <Button type="primary" onClick={() => setDialog('enrol')}>
                Take a client in
              </Button>
            </>
          ) : null}
        </div>
      </header>
      <Design trial={trial} />
      {state === 'draft' ? null : (
        <>
          <h2>
            {countText(participants.length, 'client')} of {design.clients} planned
          </h2>
          <ParticipantTable trial={trial} />
          {hasRight(staff.role, 'readFindings') ? <Results trial={trial} /> : null}
        </>
      )}
      {dialog === 'enrol' ? <EnrolDialog trial={trial} onClose={() => setDialog(null)} /> : null}
      {dialog === 'close' ? <CloseDialog trial={trial} onClose={() => setDialog(null)} /> : null}
    </div>
  );
}

function DraftActions({ trial: { id } }: { trial: TrialOpened }) {
  const { staff } = useSignedIn();
  const [fix, { error, isLoading }] = useFixTrialMutation();
  return (
    <>
      {hasRight(staff.role, 'readFindings') ? (
        <Link to={`/findings/trials/${id}/design`}>
          <Button tabIndex={-1}>Change the design</Button>
        </Link>
      ) : null}
      {hasRight(staff.role, 'approve') ? (
        <Button type="primary" loading={isLoading} onClick={() => void fix(id)}>
          Fix the design and begin
        </Button>
      ) : (
        <p className="quiet">A supervisor fixes it.</p>
      )}
      {error === undefined ? null : <p className="field-error">{problemText(error)}</p>}
    </>
  );
}

function Design({ trial: { design, fixed, closed, state, createdBy } }: { trial: TrialOpened }) {
  const { timeZone } = useSignedIn().clinic;
  const day = (at: string) => shortDay(dayOf(at, timeZone));
  return (
    <section className="facts trial-facts">
      <dl>
        <Fact word="State">
          {sentence(TRIAL_STATE_WORDS[state])}
          {closed === null ? '' : ` ${day(closed.at)} by ${closed.by}: ${closed.reason}`}
        </Fact>
        <Fact word="Ways">
          A {design.arms.a.name}, B {design.arms.b.name}. {SETTINGS_RULE_WORDS[design.settings]}.
        </Fact>
        <Fact word="Where">
          {design.sites.map((site) => SITE_WORDS[site]).join(', ')};{' '}
          {countText(design.visits, 'visit')}, both sides the same day
        </Fact>
        <Fact word="Decided by">
          {outcomeText(design.outcome, design.decidedAt)}; {design.clients} clients for a difference
          of {figure(design.difference)} (standard deviation {figure(design.deviation)})
        </Fact>
        <Fact word="Designed">
          {createdBy}
          {fixed === null ? '' : `; fixed ${day(fixed.at)} by ${fixed.by}`}
        </Fact>
        {fixed === null ? null : (
          <Fact word="Seed">
            {closed === null ? 'sealed' : <span className="trial-hash">{closed.seed}</span>}
            <span className="quiet trial-hash">SHA-256 {fixed.seedHash}</span>
          </Fact>
        )}
      </dl>
    </section>
  );
}
