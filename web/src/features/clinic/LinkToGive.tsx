import type { AccountLink } from '@tidy-quill/contract/accounts';
import { Button } from 'antd';
import { useState } from 'react';
import { useSignedIn } from '../../app/clinic-context';
import { momentText } from '../../text';
import { Dialog } from '../../widgets/Dialog';

/** A link to an account, shown this once. */
export function LinkToGive({
  link,
  name,
  onClose,
}: {
  link: AccountLink;
  name: string;
  onClose: () => void;
}) {
  const { clinic } = useSignedIn();
  const [copied, setCopied] = useState(false);
  return (
    <Dialog open title={`Give this link to ${name}`} footer={null} onCancel={onClose}>
      <p>
        <code className="account-link">{link.url}</code>
      </p>
      <p>
        It works once, until {momentText(link.expiresAt, clinic.timeZone)}, and is not shown again.
        Whoever has it can sign in as {name}: give it to nobody else.
      </p>
      <Button
        onClick={() =>
          void navigator.clipboard.writeText(link.url).then(
            () => setCopied(true),
            () => {},
          )
        }
      >
        {copied ? 'Copied' : 'Copy it'}
      </Button>{' '}
      <Button type="primary" onClick={onClose}>
        Done
      </Button>
    </Dialog>
  );
}
