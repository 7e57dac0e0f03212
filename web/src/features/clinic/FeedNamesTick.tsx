import { Checkbox } from 'antd';
import { useFeedQuery, useSetFeedNamesMutation } from '../calendar/calendar-api';

/** Whether the calendars that staff take over name clients: they leave the clinic's own machines. */
export function FeedNamesTick() {
  const { data } = useFeedQuery();
  const [set] = useSetFeedNamesMutation();
  if (data === undefined) return null;
  return (
    <Checkbox checked={data.named} onChange={({ target }) => void set({ named: target.checked })}>
      Calendars that staff read on their own devices name clients
    </Checkbox>
  );
}
