import { Button } from 'antd';
import { useEndLinksMutation } from '../app/after-api';
import { problemText } from '../app/api';

/** Ends every link of a kind that was sent for a visit, as where it went to the wrong person. */
export function EndLinks({ visitId, to }: { visitId: string; to: 'diary-link' | 'invitation' }) {
  const [end, { isSuccess, isLoading, error }] = useEndLinksMutation();
  return (
    <p className="small" role="status">
      {isSuccess ? (
        'No link that was sent opens any more. '
      ) : (
        <Button
          type="link"
          size="small"
          loading={isLoading}
          onClick={() => void end({ visitId, to })}
        >
          End links sent before
        </Button>
      )}
      {error === undefined ? null : <span className="field-error">{problemText(error)}</span>}
    </p>
  );
}
