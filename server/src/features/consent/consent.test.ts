import type { ClientOpened } from '@tidy-quill/contract/clients';
import type { Consent, ConsentToRead } from '@tidy-quill/contract/consent';
import type { ComingVisit, Day } from '@tidy-quill/contract/today';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { STANDARD_CONSENTS } from '@tidy-quill/core/consent';
import { defined, addMonths } from '@tidy-quill/core/units';
import { createHash } from 'node:crypto';
import { v7 } from 'uuid';
import { rowsOf } from '@tidy-quill/contract/version-changes';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';
import { consentFor, signTreatment } from '../../testing/consent';
import { rowStore } from '../../files/row-store';
import { signConsent } from './store';

let app: Application;
let person: Person;
let supervisor: Person;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  supervisor = await app.signedIn('caspian');
});
afterAll(() => app.close());

async function visitOf(name: string): Promise<VisitOpened> {
  const { visits } = (await person.get('/api/today')).body as Day;
  const { id } = defined(visits.find(({ client }) => client.name.includes(name)));
  return (await person.get(`/api/visits/${id}`)).body as VisitOpened;
}

const sign = (visit: VisitOpened, body: object) =>
  person.post(`/api/clients/${visit.client.id}/consents`, body);

const toRead = async ({ client, area }: VisitOpened, kind = 'hair') =>
  (await person.get(`/api/clients/${client.id}/consent-to-read?areaId=${area.id}&kind=${kind}`))
    .body as ConsentToRead;

describe('the text that a client reads', () => {
  it('holds their own name, area and clinic, and the risks that are theirs', async () => {
    const text = await toRead(await visitOf('Candlewick'));
    expect(text.paragraphs[0]).toContain('Thisbe Candlewick');
    expect(text.paragraphs[0]).toContain('both underarms, at Lantern Yard Laser Rooms');
    // Type IV: blisters and pigment change are likelier; keloids she never had are not named.
    const raised = text.risks.filter((risk) => risk.raised).map((risk) => risk.text);
    expect(raised).toEqual([
      STANDARD_CONSENTS.risks.blister,
      STANDARD_CONSENTS.risks.darkening,
      STANDARD_CONSENTS.risks.lightening,
    ]);
    expect(text.risks.map((risk) => risk.text)).not.toContain(STANDARD_CONSENTS.risks.keloid);
  });

  it('of photographs names uses and no risks', async () => {
    const text = await toRead(await visitOf('Candlewick'), 'photographs');
    expect(text.risks).toEqual([]);
    expect(Object.keys(defined(text.uses))).toEqual(['record', 'teaching', 'publication']);
  });
});

describe('signing', () => {
  it('keeps what was read as a PDF with its hash, once, for a year', async () => {
    const visit = await visitOf('Oxenstable');
    const body = await consentFor(person, visit, { asked: 'Does it hurt? It stings.' });
    const first = await sign(visit, body);
    expect(first.status).toBe(201);
    const kept = first.body as Consent;
    expect(((await sign(visit, body)).body as Consent).id).toBe(kept.id);
    expect(kept).toMatchObject({
      kind: 'hair',
      signedOn: visit.today,
      validUntil: addMonths(visit.today, 12),
      withdrawnOn: null,
      content: { asked: 'Does it hurt? It stings.', clientName: 'Bram Oxenstable' },
    });
    const opened = await visitOf('Oxenstable');
    expect(opened.consents).toHaveLength(1);
    const file = await pdf(kept.id);
    expect(file.subarray(0, 5).toString()).toBe('%PDF-');
    expect(createHash('sha256').update(file).digest('hex')).toBe(kept.sha256);
  });

  it('counts its day by the clinic’s clock: in summer half past eleven in UTC is past midnight there', async () => {
    const visit = await visitOf('Bristlecombe');
    const body = await consentFor(person, visit);
    const { rows } = await app.connection.pool.query<{ clinic_id: string; id: string }>(
      "select clinic_id, id from staff where sign_in_name = 'idony'",
    );
    const { clinic_id: clinicId, id: staffId } = defined(rows[0]);
    const actor = { clinicId, staffId, role: 'technician' } as const;
    const at = new Date('2026-06-30T23:30:00Z');
    const { db } = app.connection;
    expect(await signConsent(db, rowStore, actor, visit.client.id, body, at)).toMatchObject({
      signedOn: '2026-07-01',
      validUntil: '2027-07-01',
    });
  });

  it('carries the server’s time, whatever a tablet says', async () => {
    const visit = await visitOf('Oxenstable');
    const body = await consentFor(person, visit);
    const before = Date.now();
    const kept = (await sign(visit, { ...body, at: '2020-01-01T10:00:00Z' } as typeof body))
      .body as Consent;
    expect(Date.parse(kept.signedAt)).toBeGreaterThanOrEqual(before);
    expect(Date.parse(kept.signedAt)).toBeLessThanOrEqual(Date.now());
  });

  it('takes a drawn signature', async () => {
    const visit = await visitOf('Sparrowdale');
    // One white pixel.
    const png =
      'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8/5+hHgAHggJ/PchI7wAAAABJRU5ErkJggg==';
    const body = await consentFor(person, visit, { client: { kind: 'drawn', png } });
    expect((await sign(visit, body)).status).toBe(201);
  });

  it('asks for reading again when the text has changed since', async () => {
    const visit = await visitOf('Saltmeadow');
    const body = await consentFor(person, visit);
    const stale = { ...body, digest: 'a'.repeat(64) };
    const { status, body: problem } = await sign(visit, stale);
    expect(status).toBe(409);
    expect(problem).toMatchObject({ current: { clientName: 'Peregrine Saltmeadow' } });
  });

  it.each<[string, object, string]>([
    ['an area of somebody else', { areaId: v7() }, 'areaId'],
    ['photographs for no use', { kind: 'photographs' }, 'uses'],
    ['treatment with a use of photographs', { uses: ['teaching'] }, 'uses'],
    ['no name', { client: { kind: 'typed', name: ' ' } }, 'client.name'],
    ['a picture that is none', { client: { kind: 'drawn', png: 'x' } }, 'client.png'],
  ])('refuses %s, and keeps nothing', async (_, more, field) => {
    const visit = await visitOf('Thistlewaite');
    const body = { ...(await consentFor(person, visit)), ...more };
    const { status, body: problem } = await sign(visit, body);
    expect(status).toBe(400);
    expect(problem).toMatchObject({ fields: [{ field }] });
    expect((await visitOf('Thistlewaite')).consents).toHaveLength(1);
  });

  it('of a minor needs the guardian', async () => {
    const coming = (await person.get('/api/today/not-ready')).body as ComingVisit[];
    const { id } = defined(coming.find(({ client }) => client.name.includes('Marrowby')));
    const visit = (await person.get(`/api/visits/${id}`)).body as VisitOpened;
    const alone = await consentFor(person, visit);
    expect((await sign(visit, alone)).status).toBe(422);
    const signature = { kind: 'typed', name: 'Averil Marrowby' } as const;
    const guardian = { name: 'Averil Marrowby', relation: 'aunt, guardian', signature };
    const kept = (await sign(visit, { ...alone, guardian })).body as Consent;
    expect(kept).toMatchObject({
      guardian: true,
      content: { guardian: { relation: 'aunt, guardian' } },
    });
  });
});

describe('withdrawing', () => {
  it('ends a consent at once and for good, and the record keeps both', async () => {
    const visit = await visitOf('Penhallurick');
    const [given] = visit.consents;
    const withdraw = { id: v7(), reason: '' };
    expect(
      (await person.post(`/api/consents/${defined(given).id}/withdraw`, withdraw)).status,
    ).toBe(204);
    expect(
      (await person.post(`/api/consents/${defined(given).id}/withdraw`, withdraw)).status,
    ).toBe(204);
    const after = await visitOf('Penhallurick');
    expect(after.consents[0]).toMatchObject({ id: defined(given).id, withdrawnOn: visit.today });
    const { consents } = (await person.get(`/api/clients/${visit.client.id}`)).body as ClientOpened;
    expect(consents).toHaveLength(1);
    const again = await signTreatment(person, after);
    expect(again.withdrawnOn).toBeNull();
  });

  it('of a consent that is none gives 404', async () => {
    const { status } = await person.post(`/api/consents/${v7()}/withdraw`, {
      id: v7(),
      reason: '',
    });
    expect(status).toBe(404);
  });
});

describe('the clinic’s own texts', () => {
  it('hold once a supervisor has approved them; what was signed before stays as it was', async () => {
    const visit = await visitOf('Quickthorn');
    const before = defined(visit.consents[0]);
    const id = v7();
    const content = {
      ...STANDARD_CONSENTS,
      validMonths: 6,
      texts: {
        ...STANDARD_CONSENTS.texts,
        hair: { title: 'Our consent', body: 'I, {client}, agree.' },
      },
    };
    const draft = { id, kind: 'consents', content, note: 'Our adviser’s wording', basedOn: 0 };
    expect((await person.post('/api/catalogue/versions', draft)).status).toBe(403);
    expect((await supervisor.post('/api/catalogue/versions', draft)).status).toBe(201);
    expect((await toRead(visit)).title).toBe(STANDARD_CONSENTS.texts.hair.title);
    const read = rowsOf('consents', content).map(({ key }) => key);
    await supervisor.post(`/api/catalogue/versions/${id}/approve`, { read });
    const text = await toRead(visit);
    expect(text).toMatchObject({ title: 'Our consent', textsNumber: 1, validMonths: 6 });
    expect(text.paragraphs).toEqual(['I, Fennimore Quickthorn, agree.']);
    const kept = await signTreatment(person, visit);
    expect(kept.validUntil).toBe(addMonths(visit.today, 6));
    const after = await visitOf('Quickthorn');
    expect(after.consents.at(-1)).toEqual(before);
  });
});

async function pdf(id: string): Promise<Buffer> {
  const { rows } = await app.connection.pool.query(
    'select bytes as pdf from consents join files using (clinic_id, sha256) where id = $1',
    [id],
  );
  const { status, type } = await person.get(`/api/consents/${id}/pdf`);
  expect([status, type]).toEqual([200, 'application/pdf']);
  return rows[0].pdf as Buffer;
}
