import './ask.css';
import { Button, Skeleton } from 'antd';
import QRCode from 'qrcode';
import { useEffect, useState } from 'react';
import { v7 } from 'uuid';
import { problemText, useInviteMutation } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { Dialog } from '../../widgets/Dialog';
import { EndLinks } from '../../widgets/EndLinks';
import { clockText, dayOf, dayText } from '../../text';

/** A link for the client's own phone: sent by the outbox, and shown as a code to be scanned here. */
export function InviteForm({ visitId, onClose }: { visitId: string; onClose: () => void }) {
  const [id] = useState(() => v7());
  const [invite, { data, error, isLoading }] = useInviteMutation();
  const [code, setCode] = useState<string | null>(null);
  const { timeZone } = useSignedIn().clinic;
  const url = data?.url;
  useEffect(() => {
    if (url !== undefined) void QRCode.toDataURL(url, { margin: 1, width: 220 }).then(setCode);
  }, [url]);
  return (
    <Dialog open title="Answer on a phone" footer={null} onCancel={onClose}>
      <p>
        The client gets a link that works once, until the visit begins. It opens the questions and
        nothing else; the answers wait here to be confirmed.
      </p>
      {data === undefined ? (
        <>
          <Button type="primary" loading={isLoading} onClick={() => void invite({ visitId, id })}>
            Send the link
          </Button>
          <EndLinks visitId={visitId} to="invitation" />
        </>
      ) : (
        <>
          {code === null ? (
            <Skeleton.Image active />
          ) : (
            <img src={code} alt="Code that opens the questions" width={220} height={220} />
          )}
          <p className="invite-link">
            <a href={data.url}>{data.url}</a>
          </p>
          <p className="small">
            Sent by the outbox; runs out {dayText(dayOf(data.expiresAt, timeZone))} at{' '}
            {clockText(data.expiresAt, timeZone)}.
          </p>
        </>
      )}
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </Dialog>
  );
}
