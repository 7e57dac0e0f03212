import { useSignedIn } from '../app/clinic-context';
import { agoText, clockText } from '../text';
import { Notice } from './Notice';
import { useNow } from './use-now';

/** Says how old what is shown is, where it could not be read again; nothing while it can. */
export function AsOf({
  query,
}: {
  query: { readonly error?: unknown; readonly fulfilledTimeStamp?: number | undefined };
}) {
  const { timeZone } = useSignedIn().clinic;
  const now = useNow();
  const { error, fulfilledTimeStamp } = query;
  if (error === undefined || fulfilledTimeStamp === undefined) return null;
  const at = new Date(fulfilledTimeStamp).toISOString();
  return (
    <Notice kind="care" title={`As it was at ${clockText(at, timeZone)}, ${agoText(at, now)}`}>
      <p>
        It cannot be read again just now. What others have booked, moved or cancelled since is
        missing.
      </p>
    </Notice>
  );
}
