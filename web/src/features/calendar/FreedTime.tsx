import { Link } from 'react-router';
import { countText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useWaitingListQuery } from './calendar-api';

/** Once a visit was cancelled: who waits and could take its time. Nothing where nobody could. */
export function FreedTime({ visitId }: { visitId: string }) {
  const { data } = useWaitingListQuery({ freed: visitId }, { refetchOnMountOrArgChange: true });
  const fitting = data?.entries.filter(({ couldTake }) => couldTake).length ?? 0;
  if (fitting === 0) return null;
  return (
    <Notice
      kind="info"
      title={`${countText(fitting, 'client')} could take the time that became free`}
    >
      <p>
        <Link to={`/calendar?view=call&freed=${visitId}`}>See who waits</Link>
      </p>
    </Notice>
  );
}
