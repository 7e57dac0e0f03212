import './practice.css';
import { inventedClient } from '@tidy-quill/core/practice';
import { Skeleton } from 'antd';
import { Link, useParams } from 'react-router';
import { problemText, useCatalogueQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, dayText } from '../../text';
import { PageProblem } from '../../widgets/PageProblem';
import { ClientCard } from './ClientCard';
import { JudgementVerdict } from './JudgementVerdict';
import { useJudgementQuery } from './practice-api';

/** A judgement that was kept, with what rules and model say of it today. */
export function JudgedPage() {
  const { judgementId = '' } = useParams();
  const { timeZone } = useSignedIn().clinic;
  const { data: opened, error, refetch } = useJudgementQuery(judgementId);
  const { data: catalogue } = useCatalogueQuery();
  if (error !== undefined) {
    return (
      <PageProblem
        title="The judgement cannot be shown"
        text={problemText(error)}
        onRetry={() => void refetch()}
      />
    );
  }
  if (opened === undefined) return <Skeleton active className="page" />;
  return (
    <div className="page practice-page">
      <header className="page-head">
        <div>
          <p>
            <Link to="/practice">Practice</Link>
          </p>
          <h1>Judgement</h1>
          <p>
            Number {opened.seed + 1}, made on {dayText(dayOf(opened.at, timeZone))}; by the rules of
            today.
          </p>
        </div>
      </header>
      <div className="judgement">
        <ClientCard client={inventedClient(opened.seed, opened.on)} />
        <JudgementVerdict opened={opened} handpieces={catalogue?.handpieces ?? []} />
      </div>
    </div>
  );
}
