import type { Consent } from '@tidy-quill/contract/consent';
import { Button } from 'antd';
import { useState } from 'react';
import { CONSENT_KIND_WORDS, dayText } from '../../text';
import { lazily } from '../../widgets/lazily';

const WithdrawForm = lazily(async () => (await import('./WithdrawForm')).WithdrawForm);

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
