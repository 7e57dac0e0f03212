import type { Consent } from '@tidy-quill/contract/consent';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText, useWithdrawConsentMutation } from '../../app/api';
import { CONSENT_KIND_WORDS, dayText } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';

/** Consents as they were signed, each with its PDF; any may be withdrawn at any moment. */
export function SignedConsents({
  consents,
  clientId,
}: {
  consents: readonly Consent[];
  clientId: string;
}) {
  const [withdrawing, setWithdrawing] = useState<string | null>(null);
  if (consents.length === 0) return <p className="quiet">Nothing has been signed yet.</p>;
  return (
    <>
      <table className="data-table is-still">
        <caption>Signed</caption>
        <thead>
          <tr>
            <th scope="col">Consent</th>
            <th scope="col">Signed</th>
            <th scope="col">Holds until</th>
            <th scope="col">On paper</th>
            <th scope="col">
              <span className="visually-hidden">Withdraw</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {consents.map((consent) => (
            <tr key={consent.id} className={consent.withdrawnOn === null ? undefined : 'is-past'}>
              <th scope="row">
                {CONSENT_KIND_WORDS[consent.kind]}
                {consent.content.uses.length === 0 ? null : (
                  <span className="quiet">{consent.uses.join(', ')}</span>
                )}
              </th>
              <td>
                {dayText(consent.signedOn)}
                <span className="quiet">
                  {consent.content.clientName}
                  {consent.content.guardian === null
                    ? ''
                    : `; ${consent.content.guardian.name}, ${consent.content.guardian.relation}`}
                </span>
              </td>
              <td>
                {consent.withdrawnOn === null
                  ? dayText(consent.validUntil)
                  : `withdrawn ${dayText(consent.withdrawnOn)}`}
              </td>
              <td>
                <a href={`/api/consents/${consent.id}/pdf`} target="_blank" rel="noreferrer">
                  PDF
                </a>
                <span className="quiet figures" title={consent.sha256}>
                  SHA-256 {consent.sha256.slice(0, 12)}…
                </span>
              </td>
              <td>
                {consent.withdrawnOn === null ? (
                  <Button size="small" onClick={() => setWithdrawing(consent.id)}>
                    Withdraw…
                  </Button>
                ) : null}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {withdrawing === null ? null : (
        <WithdrawForm
          consentId={withdrawing}
          clientId={clientId}
          onClose={() => setWithdrawing(null)}
        />
      )}
    </>
  );
}

function WithdrawForm({
  consentId,
  clientId,
  onClose,
}: {
  consentId: string;
  clientId: string;
  onClose: () => void;
}) {
  const [id] = useState(() => v7());
  const [reason, setReason] = useState('');
  const [withdraw, { isLoading, error }] = useWithdrawConsentMutation();
  const save = async () => {
    if ((await withdraw({ consentId, clientId, id, reason })).error === undefined) onClose();
  };
  return (
    <Dialog
      open
      title="Withdraw this consent"
      okText="Withdraw from now on"
      confirmLoading={isLoading}
      onOk={() => void save()}
      onCancel={onClose}
    >
      <p>It cannot be brought back; a new one may be signed. No reason need be given.</p>
      <Field label="Reason, if one was given">
        {(field) => (
          <Input
            {...field}
            maxLength={500}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        )}
      </Field>
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </Dialog>
  );
}
