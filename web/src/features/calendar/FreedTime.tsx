import { Button } from 'antd';
import { Link } from 'react-router';
import { problemText } from '../../app/api';
import { countText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useRestoreVisitMutation, useWaitingListQuery } from './calendar-api';

/** Once a visit was cancelled: who waits and could take its time, and the way back. */
export function FreedTime({ visitId }: { visitId: string }) {
  const { data } = useWaitingListQuery({ freed: visitId }, { refetchOnMountOrArgChange: true });
  const [restore, { isLoading, error, isSuccess }] = useRestoreVisitMutation();
  const fitting = data?.entries.filter(({ couldTake }) => couldTake).length ?? 0;
  if (isSuccess) return <Notice kind="info" title="The visit stands again where it was" />;
  return (
    <Notice
      kind="info"
      title={
        fitting === 0
          ? 'The visit is cancelled'
          : `${countText(fitting, 'client')} could take the time that became free`
      }
    >
      <p>
        {fitting === 0 ? null : (
          <Link to={`/calendar?view=call&freed=${visitId}`}>See who waits</Link>
        )}{' '}
        <Button size="small" loading={isLoading} onClick={() => void restore(visitId)}>
          Take the cancellation back
        </Button>{' '}
        <span className="field-error" role="alert">
          {error === undefined ? '' : problemText(error)}
        </span>
      </p>
    </Notice>
  );
}
