import './practice.css';
import { Skeleton } from 'antd';
import { Link, useParams } from 'react-router';
import { problemText, useCatalogueQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, dayText, EXERCISE_WORDS } from '../../text';
import { PageProblem } from '../../widgets/PageProblem';
import { AfterRun } from './AfterRun';
import { usePracticeRunQuery } from './practice-api';

/** An exercise that was kept, looked at and played again. */
export function RunPage() {
  const { runId = '' } = useParams();
  const { timeZone } = useSignedIn().clinic;
  const { data: run, error, refetch } = usePracticeRunQuery(runId);
  const { data: catalogue, error: unread } = useCatalogueQuery();
  const problem = error ?? unread;
  if (problem !== undefined) {
    return (
      <PageProblem
        title="The exercise cannot be shown"
        text={problemText(problem)}
        onRetry={() => void refetch()}
      />
    );
  }
  if (run === undefined || catalogue === undefined) return <Skeleton active className="page" />;
  return (
    <div className="page practice-page">
      <header className="page-head">
        <div>
          <p>
            <Link to="/practice">Practice</Link>
          </p>
          <h1>{EXERCISE_WORDS[run.exercise].title}</h1>
          <p>Done on {dayText(dayOf(run.at, timeZone))}.</p>
        </div>
      </header>
      <AfterRun
        id={run.exercise}
        protocol={catalogue.protocol}
        strokes={run.strokes}
        isNew={false}
      />
    </div>
  );
}
