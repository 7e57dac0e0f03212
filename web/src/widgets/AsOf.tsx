import type { AsKept } from '../app/base-query';
import { useSignedIn } from '../app/clinic-context';
import { agoText, clockText } from '../text';
import { Notice } from './Notice';
import { useNow } from './use-now';

/** Says how old what is shown is, where it could not be read again; nothing while it can. */
export function AsOf({
  query,
}: {
  query: {
    readonly data?: AsKept | undefined;
    readonly error?: unknown;
    readonly fulfilledTimeStamp?: number | undefined;
  };
}) {
  const { timeZone } = useSignedIn().clinic;
  const now = useNow();
  const { data, error, fulfilledTimeStamp } = query;
  const read = fulfilledTimeStamp === undefined ? undefined : new Date(fulfilledTimeStamp);
  const at = data?.keptAt ?? (error === undefined ? undefined : read?.toISOString());
  if (at === undefined) return null;
  return (
    <Notice kind="care" title={`As it was at ${clockText(at, timeZone)}, ${agoText(at, now)}`}>
      <p>
        It cannot be read again just now. What others have booked, moved or cancelled since is
        missing.
      </p>
    </Notice>
  );
}
