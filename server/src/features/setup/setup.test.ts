import type { SetupOpen, SetupShown } from '@tidy-quill/contract/setup';
import type { Clinic } from '@tidy-quill/contract/clinic';
import type { AuditPage } from '@tidy-quill/contract/audit';
import type { CatalogueVersion } from '@tidy-quill/contract/catalogue';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  signedInAt,
  startApplication,
  type Application,
  type Person,
} from '../../testing/application';
import { makeSetupCode } from './codes';

let app: Application;
let owner: Person;
const clinicId = v7();
const PASSWORD = 'wet pebble orbit thimble';

beforeAll(async () => {
  app = await startApplication();
});
afterAll(() => app.close());

const clinic = (code: string, more: object = {}) => ({
  ...{ id: clinicId, code, name: 'Heron Lane Laser', timeZone: 'Europe/Berlin' },
  ...{ phone: '01632 960 700', emergencyPhone: '' },
  owner: { name: 'Perpetua Greengage', signInName: 'perpetua', password: PASSWORD },
  ...more,
});
const fieldsOf = (body: unknown) =>
  (body as { fields: { field: string; problem: string }[] }).fields.map(
    ({ field, problem }) => `${field} ${problem}`,
  );

describe('a first start', () => {
  it('is closed until somebody at the machine makes a code', async () => {
    const anybody = app.person();
    expect((await anybody.get('/api/setup')).body as SetupOpen).toEqual({
      open: false,
      demo: true,
    });
    const { status, body } = await anybody.post('/api/setup', clinic('ABCD-EFGH-JKMN'));
    expect([status, body]).toMatchObject([404, { title: 'This code opens nothing' }]);
  });

  it('takes the newest code alone, and guesses are counted', async () => {
    const older = await makeSetupCode(app.connection.db);
    const newer = await makeSetupCode(app.connection.db);
    expect(newer).toMatch(/^[A-Z2-9]{4}-[A-Z2-9]{4}-[A-Z2-9]{4}$/);
    expect(((await app.person().get('/api/setup')).body as SetupOpen).open).toBe(true);
    expect((await app.person().post('/api/setup', clinic(older))).status).toBe(404);
    const run = await makeSetupCode(app.connection.db, new Date(Date.now() - 25 * 3_600_000));
    expect((await app.person().post('/api/setup', clinic(run))).status).toBe(404);
  });

  it('names what cannot be taken, and uses no code up for it', async () => {
    const code = await makeSetupCode(app.connection.db);
    const refused = await app.person().post('/api/setup', {
      ...clinic(code, { timeZone: 'Europe/Atlantis', phone: 'none' }),
      owner: { name: 'P', signInName: 'Perpetua', password: 'short' },
    });
    expect([refused.status, fieldsOf(refused.body)]).toEqual([
      400,
      [
        'timeZone is not a time zone: take one such as Europe/London',
        'phone must be a telephone number: figures, blanks, + at the front',
        'owner.signInName may hold small letters, figures, . and - only',
        'owner.password must be 10 characters at least',
      ],
    ]);
    const weak = await app.person().post('/api/setup', {
      ...clinic(code),
      owner: { name: 'Perpetua', signInName: 'perpetua', password: 'heron lane laser' },
    });
    expect(fieldsOf(weak.body)[0]).toMatch(/^owner\.password is too easy to guess/);
    const taken = await app.person().post('/api/setup', {
      ...clinic(code),
      owner: { name: 'Perpetua', signInName: 'idony', password: PASSWORD },
    });
    expect(fieldsOf(taken.body)).toEqual(['owner.signInName is taken by somebody else']);
    // Read aloud and typed: small letters and no dashes do.
    const typed = code.toLowerCase().replaceAll('-', ' ');
    // Pressed twice at once, it is made once.
    const twice = [1, 2].map(() => app.person().post('/api/setup', clinic(typed)));
    for (const { status, body } of await Promise.all(twice)) {
      expect([status, body]).toEqual([201, { id: clinicId }]);
    }
    // Sent twice, it is made once; the code opens nothing else.
    expect((await app.person().post('/api/setup', clinic(typed))).status).toBe(201);
    expect((await app.person().post('/api/setup', clinic(code, { id: v7() }))).status).toBe(404);
  });

  it('gives an owner, an empty clinic, and the textbook as a draft', async () => {
    owner = await signedInAt(app.url, 'perpetua', PASSWORD);
    const { rooms, staff } = (await owner.get('/api/clinic')).body as Clinic;
    expect([rooms, staff.map(({ name, role }) => `${name}, ${role}`)]).toEqual([
      [],
      ['Perpetua Greengage, owner'],
    ]);
    const versions = (await owner.get('/api/catalogue/versions?kind=protocol'))
      .body as CatalogueVersion[];
    expect(versions).toMatchObject([{ number: 1, approvedBy: null }]);
    const { steps, ready } = (await owner.get('/api/clinic/setup')).body as SetupShown;
    expect([ready, steps.filter(({ done }) => done)]).toEqual([false, []]);
    // Nothing of the demo's is seen from there.
    const page = (await owner.get('/api/clients')).body as { total: number };
    expect(page.total).toBe(0);
    for (const path of ['/api/today', '/api/reactions', '/api/today/follow-ups', '/api/messages']) {
      expect((await owner.get(path)).status, path).toBe(200);
    }
  });
});

describe('a clinic of one’s own', () => {
  it('adds rooms and renames them, each name once, and the trail tells of it', async () => {
    const id = v7();
    for (let times = 0; times < 2; times++) {
      expect((await owner.post('/api/clinic/rooms', { id, name: 'Front room' })).status).toBe(201);
    }
    const twice = await owner.post('/api/clinic/rooms', { id: v7(), name: 'front ROOM' });
    expect(fieldsOf(twice.body)).toEqual(['name is the name of another room']);
    expect((await owner.put(`/api/clinic/rooms/${id}`, { name: 'Blue room' })).status).toBe(204);
    expect((await owner.put(`/api/clinic/rooms/${v7()}`, { name: 'X' })).status).toBe(404);
    const { rooms } = (await owner.get('/api/clinic')).body as Clinic;
    expect(rooms).toEqual([{ id, name: 'Blue room' }]);
    const { entries } = (await owner.get('/api/audit')).body as AuditPage;
    const told = entries.filter(({ kind }) => kind.startsWith('room'));
    expect(told.map(({ kind }) => kind)).toEqual(['roomRenamed', 'roomAdded']);
    expect(defined(told[0]).staff).toBe('Perpetua Greengage');
  });

  it('changes what is said of it, by its owner alone', async () => {
    const about = {
      ...{ name: 'Heron Lane', timeZone: 'Europe/Berlin' },
      ...{ phone: '01632 960 700', emergencyPhone: '112' },
    };
    expect((await owner.put('/api/clinic/about', about)).status).toBe(204);
    const steps = ((await owner.get('/api/clinic/setup')).body as SetupShown).steps;
    expect(steps.filter(({ done }) => done).map(({ id }) => id)).toEqual([
      'emergencyPhone',
      'rooms',
    ]);
    const technician = await app.signedIn('idony');
    expect((await technician.put('/api/clinic/about', about)).status).toBe(403);
  });

  it('takes no handpiece whose figures do not fit each other', async () => {
    const handpiece = {
      ...{ id: 'diode', name: 'Diode', laserClass: 'diode', light: { wavelengthNm: 810 } },
      ...{ spots: [{ widthMm: 12, heightMm: 12 }], pulsesMs: [5, 30] },
      ...{ train: { count: 1, gapMs: 0 }, fluenceJcm2: { min: 2, max: 40, step: 1 } },
      ...{ maxEnergyJ: 6, maxAveragePowerW: 160, maxRateHz: 10 },
      cooling: { kind: 'contact', plateC: 5, preSeconds: 0.5 },
      ...{ gel: true, techniques: ['stamping'], inService: true },
    };
    const send = (content: object[]) =>
      owner.post('/api/catalogue/versions', {
        ...{ kind: 'devices', id: v7(), note: 'From the manual', basedOn: 0, content },
      });
    const refused = await send([handpiece]);
    // 6 J on 1.44 cm² are 4.17 J/cm².
    expect(fieldsOf(refused.body).map((each) => each.replaceAll('\u00a0', ' '))).toEqual([
      'content.0.fluenceMaxJcm2 is out of reach: this energy gives 4.2 J/cm² at the smallest spot',
    ]);
    expect((await send([{ ...handpiece, maxEnergyJ: 60 }])).status).toBe(201);
  });
});

describe('the demo beside a clinic of one’s own', () => {
  it('is not removed from within, nor by whoever owns nothing', async () => {
    const demoOwner = await app.signedIn('morwenna');
    expect((await demoOwner.remove('/api/demo')).status).toBe(409);
    const technician = await app.signedIn('idony');
    expect((await technician.remove('/api/demo')).status).toBe(403);
    const { demoBeside } = (await demoOwner.get('/api/clinic/setup')).body as SetupShown;
    expect(demoBeside).toBe(false);
  });

  it('goes with all that is its own, twice as once, and nothing of the other clinic', async () => {
    const idony = await app.signedIn('idony');
    const shown = async () => (await owner.get('/api/clinic/setup')).body as SetupShown;
    expect((await shown()).demoBeside).toBe(true);
    const { rooms } = (await owner.get('/api/clinic')).body as Clinic;
    expect((await owner.remove('/api/demo')).status).toBe(204);
    expect((await owner.remove('/api/demo')).status).toBe(204);
    expect((await shown()).demoBeside).toBe(false);
    expect(((await owner.get('/api/clinic')).body as Clinic).rooms).toEqual(rooms);
    expect((await idony.get('/api/today')).status).toBe(401);
    const { rows } = await app.connection.pool.query<{ clinics: number; events: number }>(
      `select (select count(*)::int from clinics) as clinics,
        (select count(*)::int from visit_events) as events`,
    );
    expect(rows).toEqual([{ clinics: 1, events: 0 }]);
    // What is append-only is so still.
    await expect(app.connection.pool.query('delete from audit_entries')).rejects.toThrow(
      /append-only/,
    );
    const { entries } = (await owner.get('/api/audit?kind=clinicChanged')).body as AuditPage;
    expect(entries[0]?.what).toEqual({ demo: 'removed' });
  });
});
