import type { Reminded } from '@tidy-quill/contract/calendar';
import { mayRecall } from '@tidy-quill/core/calendar';
import { Button } from 'antd';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, shortDay } from '../../text';

/** Asks somebody to come by a message, once in a fortnight. */
export function AskButton({
  name,
  askedAt,
  state: { data, error, isLoading },
  onAsk,
}: {
  name: string;
  /** ISO 8601; null for who was not asked. */
  askedAt: string | null;
  state: {
    readonly data?: Reminded | undefined;
    readonly error?: unknown;
    readonly isLoading: boolean;
  };
  onAsk: () => void;
}) {
  const { timeZone } = useSignedIn().clinic;
  if (askedAt !== null && !mayRecall(askedAt, new Date().toISOString()))
    return <>asked on {shortDay(dayOf(askedAt, timeZone))}</>;
  return (
    <>
      <Button
        size="small"
        loading={isLoading}
        aria-label={`Send a message to ${name}`}
        onClick={onAsk}
      >
        Send a message
      </Button>
      <span role="status" className="quiet">
        {data !== undefined && data.failed > 0 ? 'It could not be sent: see the outbox.' : ''}
        {error === undefined ? '' : problemText(error)}
      </span>
    </>
  );
}
