import './trials.css';
import { outcomeText, TRIAL_STATE_WORDS } from '@tidy-quill/contract/labels/trials';
import { hasRight } from '@tidy-quill/core/access';
import { Button, Skeleton } from 'antd';
import { Link } from 'react-router';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { SITE_WORDS } from '../../text';
import { PageProblem } from '../../widgets/PageProblem';
import { FindingsTabs } from '../findings/FindingsTabs';
import { useTrialsQuery } from './trials-api';

/** Trials of this clinic, the newest first. */
export function TrialsPage() {
  const { staff } = useSignedIn();
  const { data, error, refetch } = useTrialsQuery(undefined, { refetchOnMountOrArgChange: true });
  if (error !== undefined) {
    return (
      <PageProblem title="Trials cannot be shown" text={problemText(error)} onRetry={refetch} />
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  return (
    <div className="page findings">
      <header className="page-head">
        <div>
          <h1>Trials</h1>
          <p>Two ways of working on the two sides of the same clients, the sides drawn by lot.</p>
        </div>
        {hasRight(staff.role, 'readFindings') ? (
          <div className="page-actions">
            <Link to="/findings/trials/new">
              <Button type="primary" tabIndex={-1}>
                Design a trial
              </Button>
            </Link>
          </div>
        ) : null}
      </header>
      <FindingsTabs />
      {data.length === 0 ? (
        <section className="empty">
          <h2>No trial yet</h2>
          <p>
            When two ways of working are argued about, treat one side of the same clients each way.
            A supervisor or the owner designs it.
          </p>
        </section>
      ) : (
        <table className="data-table is-still">
          <thead>
            <tr>
              <th scope="col">Trial</th>
              <th scope="col">Ways</th>
              <th scope="col">Decided by</th>
              <th scope="col" className="is-figure">
                Sides drawn
              </th>
              <th scope="col">State</th>
            </tr>
          </thead>
          <tbody>
            {data.map(({ id, design, state, enrolled, drawn }) => (
              <tr key={id}>
                <th scope="row">
                  <Link to={`/findings/trials/${id}`}>{design.title}</Link>
                  <span className="quiet">
                    {design.sites.map((site) => SITE_WORDS[site]).join(', ')}
                  </span>
                </th>
                <td>
                  {design.arms.a.name} against {design.arms.b.name}
                </td>
                <td>{outcomeText(design.outcome, design.decidedAt)}</td>
                <td className="is-figure figures">
                  {drawn} of {design.clients}
                  <span className="quiet">{enrolled} consented</span>
                </td>
                <td>
                  <span className={state === 'running' ? 'tag tag-care' : ''}>
                    {TRIAL_STATE_WORDS[state]}
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}
