import type { Signature } from '@tidy-quill/contract/consent';
import type { RecordOpened } from '@tidy-quill/contract/record';
import { zoneRecords } from '@tidy-quill/core/session';
import { Button } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { useSignRecordMutation } from '../../app/after-api';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { SignaturePad } from '../consent/SignaturePad';

/** A signature under the record as it stands: technician or supervisor, drawn or typed. */
export function SignRecord({ opened }: { opened: RecordOpened }) {
  const { visit, events, digest } = opened;
  const { staff } = useSignedIn();
  const [id, setId] = useState(() => v7());
  const [signature, setSignature] = useState<Signature | null>(null);
  const [sign, { isLoading, error }] = useSignRecordMutation();
  const open = [...zoneRecords(events, visit.areaId).values()].some(
    ({ sentHome, run }) => sentHome === null && run.state !== 'ended',
  );
  const mine = events.some(
    ({ body, staffId }) =>
      body.kind === 'recordSigned' && staffId === staff.id && body.digest === digest,
  );
  if (open) return <p className="small">The record is signed once the treatment has ended.</p>;
  if (mine) return <p role="status">Signed by you, {staff.name}, as it stands.</p>;
  const keep = async () => {
    if (signature === null) return;
    const kept = await sign({ visitId: visit.id, id, digest, signature });
    if (kept.error === undefined) setId(v7());
  };
  return (
    <section aria-label="Sign the record">
      <h2>Sign the record</h2>
      <SignaturePad label={staff.name} onChange={setSignature} />
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
      <Button
        type="primary"
        disabled={signature === null}
        loading={isLoading}
        onClick={() => void keep()}
      >
        Sign what stands here
      </Button>
    </section>
  );
}
