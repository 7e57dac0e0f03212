import './setup.css';
import { Skeleton } from 'antd';
import { Link } from 'react-router';
import { problemText } from '../../app/api';
import { SETUP_STEP_WORDS } from '../../text';
import { PageProblem } from '../../widgets/PageProblem';
import { DemoBeside } from './DemoBeside';
import { useSetupStepsQuery } from './setup-api';

/** What is done and what is missing before a first client, and why; it can be left and taken up at any time. */
export function SetupStepsPage() {
  const { data, error, refetch } = useSetupStepsQuery(undefined, {
    refetchOnMountOrArgChange: true,
  });
  if (error !== undefined) {
    return (
      <PageProblem title="The list cannot be shown" text={problemText(error)} onRetry={refetch} />
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  const { steps, ready } = data;
  const missing = steps.filter(({ done, needed }) => needed && !done).length;
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>Before the first client</h1>
          <p>
            {ready
              ? 'All that a first client needs is there.'
              : `${missing === 1 ? '1 thing is' : `${missing} things are`} missing before anybody can be treated.`}
          </p>
        </div>
      </header>
      <ol className="setup-steps">
        {steps.map(({ id, done, needed }) => {
          const { title, why, to } = SETUP_STEP_WORDS[id];
          return (
            <li key={id} className={done ? 'is-done' : needed ? 'is-needed' : ''}>
              <h2>
                <span aria-hidden>{done ? '✓' : needed ? '■' : '○'}</span> {title}{' '}
                <span className="quiet-inline">
                  {done ? 'done' : needed ? 'missing' : 'advised'}
                </span>
              </h2>
              <p>{why}</p>
              {done ? null : (
                <p>
                  <Link to={to}>
                    Go there<span className="visually-hidden">: {title}</span>
                  </Link>
                </p>
              )}
            </li>
          );
        })}
      </ol>
      {data.demoBeside ? <DemoBeside /> : null}
    </div>
  );
}
