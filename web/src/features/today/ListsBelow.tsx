import { DeviceDues } from '../devices/DeviceDues';
import { TrialFollowUpList } from '../trials/TrialFollowUpList';
import { FollowUpList } from './FollowUpList';
import { NotReadyList } from './NotReadyList';

/** What stands below the day's visits, in one piece: nothing of it comes later than the rest and moves it down. */
export function ListsBelow({ today }: { today: string }) {
  return (
    <>
      <FollowUpList />
      <TrialFollowUpList />
      <NotReadyList today={today} />
      <DeviceDues />
    </>
  );
}
