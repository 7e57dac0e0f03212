import './trials.css';
import { hasRight } from '@tidy-quill/core/access';
import { Skeleton } from 'antd';
import { useParams } from 'react-router';
import { problemText, useCatalogueQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { PageProblem } from '../../widgets/PageProblem';
import { DesignForm } from './DesignForm';
import { useTrialQuery } from './trials-api';

/** A new trial, or the draft of one. */
export function DesignPage() {
  const { trialId } = useParams();
  const { staff } = useSignedIn();
  const trial = useTrialQuery(trialId ?? '', { skip: trialId === undefined });
  const catalogue = useCatalogueQuery();
  if (!hasRight(staff.role, 'readFindings')) {
    return (
      <PageProblem
        title="Trials are designed by supervisor and owner"
        text="Tell one of them what you would like to settle."
      />
    );
  }
  const error = trial.error ?? catalogue.error;
  if (error !== undefined) {
    return (
      <PageProblem
        title="This trial cannot be shown"
        text={problemText(error)}
        onRetry={() => {
          void catalogue.refetch();
          if (trialId !== undefined) void trial.refetch();
        }}
      />
    );
  }
  if (catalogue.data === undefined || (trialId !== undefined && trial.data === undefined)) {
    return <Skeleton active className="page" />;
  }
  if (trial.data !== undefined && trial.data.state !== 'draft') {
    return (
      <PageProblem
        title="This trial is fixed"
        text="Its design stands: nobody names another outcome once something is known."
      />
    );
  }
  return <DesignForm handpieces={catalogue.data.handpieces} draft={trial.data ?? null} />;
}
