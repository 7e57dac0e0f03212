import type { ClientOpened, ClientPage } from '@tidy-quill/contract/clients';
import type { Day } from '@tidy-quill/contract/today';
import { SITES } from '@tidy-quill/core/sites';
import { visitReport } from '@tidy-quill/core/report';
import { Fhir } from 'fhir/fhir.js';
import type { Bundle, FhirResource } from 'fhir/r4';
import Papa from 'papaparse';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application, type Person } from '../../testing/application';
import type { ClientRecord } from './store';

let app: Application;
let person: Person;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
});
afterAll(() => app.close());

const clientId = async (name: string): Promise<string> => {
  const { clients } = (await person.get(`/api/clients?text=${name}`)).body as ClientPage;
  expect(clients).toHaveLength(1);
  return defined(clients[0]).id;
};
const whole = async (name: string) =>
  (await person.get(`/api/clients/${await clientId(name)}/record.json`)).body as ClientRecord;
const table = async (name: string) => {
  const csv = (await person.bytes(`/api/clients/${await clientId(name)}/sessions.csv`)).toString();
  return Papa.parse<Record<string, string>>(csv, { header: true, skipEmptyLines: true }).data;
};

describe('the whole record of a client', () => {
  it('comes as a file under their reference, its format and version said', async () => {
    const id = await clientId('Larkspur');
    const { body, status, type } = await person.get(`/api/clients/${id}/record.json`);
    expect([status, type]).toEqual([200, 'application/json; charset=utf-8']);
    const record = body as ClientRecord;
    expect(record).toMatchObject({ format: 'tidy-quill-client', version: 1 });
    expect(record.client.familyName).toBe('Larkspur-Bell');
    expect(Date.parse(record.exportedAt)).toBeLessThanOrEqual(Date.now());
  });

  it('holds every visit, oldest first, and every event of each in its order', async () => {
    const record = await whole('Larkspur');
    const starts = record.visits.map(({ visit }) => visit.startsAt);
    expect(starts).toHaveLength(4);
    expect([...starts].sort()).toEqual(starts);
    for (const { visit, events } of record.visits) {
      const { rows } = await app.connection.pool.query<{ id: string }>(
        'select id from visit_events where visit_id = $1 order by seq',
        [visit.id],
      );
      expect(events.map(({ id }) => id)).toEqual(rows.map(({ id }) => id));
    }
  });

  it('names everybody and every device that its events speak of', async () => {
    const record = await whole('Larkspur');
    const events = record.visits.flatMap((each) => each.events);
    for (const { staffId } of events) expect(record.staffNames[staffId]).toMatch(/\w+ \w+/);
    const used = events.flatMap(({ body }) =>
      body.kind === 'planAccepted' ? [body.plan.setting.handpieceId] : [],
    );
    expect(used.length).toBeGreaterThan(0);
    for (const id of used) expect(record.handpieceNames[id]).toMatch(/nanosecond/i);
  });

  it('is made of the same areas and consents as the client’s page', async () => {
    const record = await whole('Oddfellow');
    const page = (await person.get(`/api/clients/${record.client.id}`)).body as ClientOpened;
    expect(record.areas).toEqual(page.areas);
    expect(record.client).toEqual(page.client);
    expect(record.consents.length).toBeGreaterThan(0);
  });

  it('names photographs by their digest, without the pictures themselves', async () => {
    const record = await whole('Oddfellow');
    const { rows } = await app.connection.pool.query<{ sha256: string }>(
      `select p.sha256 from photos p join visits v on v.id = p.visit_id where v.client_id = $1`,
      [record.client.id],
    );
    expect(record.photos.map(({ sha256 }) => sha256).sort()).toEqual(
      rows.map(({ sha256 }) => sha256).sort(),
    );
    for (const photo of record.photos) {
      expect(photo.sha256).toMatch(/^[0-9a-f]{64}$/);
      expect(Object.keys(photo).sort()).toEqual(
        ['areaId', 'height', 'id', 'sha256', 'type', 'visitId', 'width'].sort(),
      );
    }
  });

  it('holds what was sent to them, and nothing that was sent to others', async () => {
    const { visits } = (await person.get('/api/today')).body as Day;
    const { id } = defined(visits.find(({ client }) => client.name.includes('Yewbarrow')));
    const sent = await person.post(`/api/visits/${id}/aftercare-message`, { id: v7() });
    expect(sent.status).toBe(201);
    const { messages } = await whole('Yewbarrow');
    expect(defined(messages.at(-1)).text).toContain('After your laser hair removal');
    const others = await whole('Larkspur');
    expect(others.messages.filter(({ text }) => text.includes('hair removal'))).toEqual([]);
  });
});

describe('the table of sessions', () => {
  it('has a line for each light of each session, with the sums of its presses', async () => {
    const record = await whole('Larkspur');
    const lines = await table('Larkspur');
    const fired = record.visits.flatMap(({ visit, events }) =>
      visitReport(events, visit.areaId).zones.flatMap(({ lights }) =>
        lights.map(({ pulses, setting, plan }) => [visit.id, plan.wavelengthNm, setting, pulses]),
      ),
    );
    expect(fired).toHaveLength(3);
    const shown = lines.filter(({ pulses }) => Number(pulses) > 0);
    expect(shown.map((line) => [line['visitId'], Number(line['wavelengthNm'])])).toEqual(
      fired.map(([visit, nm]) => [visit, nm]),
    );
    expect(shown.map(({ pulses }) => Number(pulses))).toEqual(fired.map(([, , , count]) => count));
  });

  it('gives the energy that pulses, spot and fluence make', async () => {
    for (const line of (await table('Larkspur')).filter(({ pulses }) => Number(pulses) > 0)) {
      const diameterCm = Number(defined(/^[\d.]+/.exec(defined(line['spot'])))[0]) / 10;
      const each = Number(line['fluenceJcm2']) * Math.PI * (diameterCm / 2) ** 2;
      expect(Number(line['energyJ'])).toBeCloseTo(Number(line['pulses']) * each, 1);
    }
  });

  it('has a line with nothing fired for a visit that has not come to it', async () => {
    const { visits } = (await person.get('/api/today')).body as Day;
    const today = defined(visits.find(({ client }) => client.name.includes('Larkspur')));
    const line = defined((await table('Larkspur')).find(({ visitId }) => visitId === today.id));
    expect(line).toMatchObject({ pulses: '0', job: 'ink', area: 'left forearm', skinType: '2' });
    expect(line['wavelengthNm']).toBe('');
  });

  it('lists each zone of a visit by itself', async () => {
    const lines = await table('Fiddlewood');
    expect(lines.map(({ area }) => area).sort()).toEqual(['both forearms', 'upper lip']);
    expect(Number(defined(lines.find(({ area }) => area === 'both forearms'))['areaCm2'])).toBe(
      2 * SITES.forearm.typicalAreaCm2,
    );
  });

  it('gives a spreadsheet no formula to run', async () => {
    const staffId = v7();
    const { rows } = await app.connection.pool.query<{ clinic_id: string; id: string }>(
      `select v.clinic_id, v.id from visits v join clients c on c.id = v.client_id
       where c.family_name = 'Larkspur-Bell' order by v.starts_at limit 1`,
    );
    await app.connection.pool.query(
      `insert into staff (clinic_id, id, name, sign_in_name, password_hash, role, active)
       values ($1, $2, '=HYPERLINK("x")', 'formula', 'x', 'technician', false)`,
      [defined(rows[0]).clinic_id, staffId],
    );
    await app.connection.pool.query('update visits set staff_id = $2 where id = $1', [
      defined(rows[0]).id,
      staffId,
    ]);
    const id = await clientId('Larkspur');
    const csv = (await person.bytes(`/api/clients/${id}/sessions.csv`)).toString();
    expect(csv).toContain(`'=HYPERLINK`);
    expect(csv).not.toMatch(/(^|,|")=HYPERLINK/m);
  });

  it('ends its lines as RFC 4180 has it, and names its columns once', async () => {
    const id = await clientId('Yewbarrow');
    const csv = (await person.bytes(`/api/clients/${id}/sessions.csv`)).toString();
    const [head, ...rest] = csv.split('\r\n');
    expect(head).toBe(
      'visitId,startsAt,staff,area,job,areaCm2,skinType,handpiece,wavelengthNm,technique,' +
        'fluenceJcm2,pulseMs,spot,rateHz,pulses,energyJ,painMax,endpoint,adverse,nextVisitOn,consoleFluenceJcm2',
    );
    expect(rest.length).toBeGreaterThan(1);
    expect(csv.replaceAll('\r\n', '')).not.toContain('\n');
  });
});

describe('the record for another system', () => {
  const bundleOf = async (name: string) =>
    (await person.get(`/api/clients/${await clientId(name)}/record.fhir.json`))
      .body as unknown as Bundle;
  const ofKind = <K extends FhirResource['resourceType']>(bundle: Bundle, kind: K) =>
    (bundle.entry ?? []).flatMap(({ resource }) =>
      resource?.resourceType === kind
        ? [resource as Extract<FhirResource, { resourceType: K }>]
        : [],
    );

  it('is valid HL7 FHIR R4, that of every client, with resources of every kind among them', async () => {
    const kinds = new Set<string>();
    for (const page of [1, 2]) {
      const { clients } = (await person.get(`/api/clients?page=${page}`)).body as ClientPage;
      for (const { id, familyName } of clients) {
        const { body } = await person.get(`/api/clients/${id}/record.fhir.json`);
        const { messages } = new Fhir().validate(body);
        expect(
          messages.filter(({ severity }) => severity === 'error'),
          familyName,
        ).toEqual([]);
        const { entry = [] } = body as unknown as Bundle;
        for (const { resource } of entry) kinds.add(defined(resource).resourceType);
      }
    }
    expect([...kinds].sort()).toEqual([
      ...['AdverseEvent', 'Consent', 'Device', 'DocumentReference', 'Encounter'],
      ...['Observation', 'Patient', 'Procedure'],
    ]);
  });

  it('is said to be wrong by the same validator where it is', async () => {
    const bundle = await bundleOf('Larkspur');
    const [encounter] = ofKind(bundle, 'Encounter');
    (defined(encounter) as { status: string }).status = 'somewhere';
    expect(new Fhir().validate(bundle).valid).toBe(false);
  });

  it('has every setting with its units, tied to what was done with which device', async () => {
    const bundle = await bundleOf('Larkspur');
    const lines = await table('Larkspur');
    const given = lines.filter(({ pulses }) => pulses !== '0');
    const settings = ofKind(bundle, 'Observation').filter(
      ({ code }) => code.text === 'Laser setting as given',
    );
    expect(settings).toHaveLength(given.length);
    const of = (index: number, text: string) =>
      settings[index]?.component?.find(({ code }) => code.text === text)?.valueQuantity;
    const first = defined(given[0]);
    expect(of(0, 'Fluence')).toEqual({
      ...{ value: Number(first['fluenceJcm2']), unit: 'J/cm2', code: 'J/cm2' },
      system: 'http://unitsofmeasure.org',
    });
    expect(of(0, 'Pulses')?.value).toBe(Number(first['pulses']));
    const procedures = ofKind(bundle, 'Procedure').map(({ id }) => `urn:uuid:${id ?? ''}`);
    for (const { partOf, device } of settings) {
      expect(procedures).toContain(partOf?.[0]?.reference);
      expect(ofKind(bundle, 'Device').map(({ id }) => `urn:uuid:${id ?? ''}`)).toContain(
        device?.reference,
      );
    }
  });

  it('names every resource once, and refers to none that is not there', async () => {
    const bundle = await bundleOf('Candlewick');
    const names = (bundle.entry ?? []).map(({ fullUrl }) => defined(fullUrl));
    expect(new Set(names).size).toBe(names.length);
    const referred = [...JSON.stringify(bundle).matchAll(/"reference":"([^"]+)"/g)].map(
      ([, reference]) => defined(reference),
    );
    expect(referred.length).toBeGreaterThan(10);
    expect(referred.filter((reference) => !names.includes(reference))).toEqual([]);
  });

  it('holds the whole record in our own format as one of its documents', async () => {
    const bundle = await bundleOf('Candlewick');
    const own = ofKind(bundle, 'DocumentReference').at(-1)?.content[0]?.attachment.data;
    const record = JSON.parse(Buffer.from(own ?? '', 'base64').toString()) as ClientRecord;
    const { exportedAt: _, looked: _looked, ...inside } = record;
    const { exportedAt: _at, looked, ...asFile } = await whole('Candlewick');
    expect(inside).toEqual(asFile);
    expect(looked.map(({ what, by }) => [what, by])).toContainEqual([
      'exported',
      'Idony Brackwater',
    ]);
  });
});

describe('the whole record on paper', () => {
  it.each(['Larkspur', 'Emberlight', 'Candlewick'])(
    'of %s has a page for who it is and one or more for each visit that was not cancelled',
    async (name) => {
      const id = await clientId(name);
      const record = (await person.get(`/api/clients/${id}/record.json`)).body as ClientRecord;
      const text = (await person.bytes(`/api/clients/${id}/record.pdf`)).toString('latin1');
      expect(text.startsWith('%PDF-')).toBe(true);
      expect(text).toContain(`Whole record of ${record.client.reference}`);
      const standing = record.visits.filter(({ visit }) => visit.cancelled === null);
      const pages = text.match(/\/Type \/Page\b/g)?.length ?? 0;
      expect(pages).toBeGreaterThan(standing.length);
      expect(pages).toBeLessThanOrEqual(1 + 4 * standing.length);
    },
  );
});
