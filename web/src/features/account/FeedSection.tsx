import { Button } from 'antd';
import { Input } from '../../widgets/inputs';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { momentText } from '../../text';
import { useEndFeedMutation, useFeedQuery, useMakeFeedMutation } from '../calendar/calendar-api';

/** The address at which one's own calendar program reads one's visits: made, told once, and ended. */
export function FeedSection() {
  const { timeZone } = useSignedIn().clinic;
  const { data } = useFeedQuery();
  const [make, made] = useMakeFeedMutation();
  const [end, ending] = useEndFeedMutation();
  if (data === undefined) return null;
  const url = data.since === null ? undefined : made.data?.url;
  const error = made.error ?? ending.error;
  return (
    <section aria-label="Your visits in another calendar">
      <h2>Your visits in another calendar</h2>
      <p>
        A calendar program that reads this address shows your visits
        {data.named ? ', with the clients’ names' : ', by room and without names'}. Whoever has the
        address reads them too: keep it as you keep a password.
      </p>
      {url === undefined ? null : (
        <>
          <Input readOnly aria-label="Calendar address" value={url} />
          <p className="quiet">It is shown this once. Copy it now.</p>
        </>
      )}
      <p className="quiet" role="status">
        {data.since === null
          ? 'There is no address.'
          : `There is an address since ${momentText(data.since, timeZone)}.`}
      </p>
      <Button loading={made.isLoading} onClick={() => void make({ id: v7() })}>
        {data.since === null ? 'Make an address' : 'Make a new one, end the old'}
      </Button>{' '}
      {data.since === null ? null : (
        <Button loading={ending.isLoading} onClick={() => void end()}>
          End it
        </Button>
      )}
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </section>
  );
}
