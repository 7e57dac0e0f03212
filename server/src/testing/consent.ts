import type { Consent, ConsentToRead, NewConsent } from '@tidy-quill/contract/consent';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { v7 } from 'uuid';
import type { Person } from './application';

/** A consent ready to be sent: the text as it reads now, signatures typed. */
export async function consentFor(
  person: Person,
  { client, area }: Pick<VisitOpened, 'client' | 'area'>,
  more: Partial<NewConsent> = {},
): Promise<NewConsent> {
  const kind = more.kind ?? area.job;
  const asked = `areaId=${area.id}&kind=${kind}`;
  const text = (await person.get(`/api/clients/${client.id}/consent-to-read?${asked}`))
    .body as ConsentToRead;
  return {
    id: v7(),
    areaId: area.id,
    kind,
    digest: text.digest,
    uses: [],
    asked: '',
    client: { kind: 'typed', name: text.clientName },
    guardian: null,
    technician: { kind: 'typed', name: 'Idony Brackwater' },
    ...more,
  };
}

/** Signs the consent to a visit's treatment. */
export async function signTreatment(person: Person, visit: VisitOpened): Promise<Consent> {
  const signed = await consentFor(person, visit);
  return (await person.post(`/api/clients/${visit.client.id}/consents`, signed)).body as Consent;
}
