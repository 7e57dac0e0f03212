import type { DiaryPage, DiaryRead, DiaryWorry } from '@tidy-quill/contract/diary';
import type { Message } from '@tidy-quill/contract/ahead';
import type { Day } from '@tidy-quill/contract/today';
import sharp from 'sharp';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { deskAt } from '../../testing/line';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let person: Person;
let client: Person;
let visitId: string;
let path: string;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  client = app.person();
  const { visits } = (await person.get('/api/today')).body as Day;
  visitId = defined(visits.find((each) => each.client.name.includes('Yewbarrow'))).id;
});
afterAll(() => app.close());

const entry = (more: object = {}) => ({
  id: v7(),
  trend: 'better',
  signs: [],
  note: '',
  photoIds: [],
  ...more,
});
const page = async () => (await client.get(path)).body as DiaryPage;
const worries = async () => (await person.get('/api/diary-worries')).body as DiaryWorry[];

/** Reports the reaction that an entry amounts to. */
async function reportFrom({ report, areaId, entry: told }: DiaryWorry): Promise<void> {
  const body = { kind: 'reactionReported', how: 'message', report, photoIds: [], note: '' };
  const event = { id: v7(), at: new Date().toISOString(), areaId };
  const sent = [{ ...event, body: { ...body, fromDiary: told.id } }];
  expect((await person.post(`/api/visits/${visitId}/events`, sent)).status).toBe(200);
}

describe('a healing diary', () => {
  it('is opened by a link that goes out as a message, and by nobody else', async () => {
    const opened = await person.post(`/api/visits/${visitId}/diary-link`, { id: v7() });
    expect(opened.status).toBe(201);
    const { url } = opened.body as { url: string };
    path = url.slice(url.indexOf('/diary/')).replace('/diary/', '/api/diary/');
    const sent = (await person.get('/api/messages')).body as Message[];
    // Whoever reads the outbox, or the database, cannot open it.
    expect(defined(sent[0]).text).toContain('/diary/…');
    const token = defined(url.split('/').at(-1));
    const { rows } = await app.connection.pool.query('select text from messages');
    expect(JSON.stringify([sent, rows])).not.toContain(token);
    expect((await client.post(`/api/visits/${visitId}/diary-link`, { id: v7() })).status).toBe(401);
    expect((await client.get('/api/diary/not-a-token')).status).toBe(404);
  });

  it('is sent once, however often it is asked for with one id', async () => {
    const id = { id: v7() };
    const ask = () => person.post(`/api/visits/${visitId}/diary-link`, id);
    const sent = async () => ((await person.get('/api/messages')).body as Message[]).length;
    const before = await sent();
    const made = await Promise.all([ask(), ask()]);
    expect(made.map(({ status }) => status).sort()).toEqual([201, 409]);
    expect(await sent()).toBe(before + 1);
  });

  it('shows the advice and nothing of the record', async () => {
    const shown = await page();
    expect(shown).toMatchObject({ givenName: 'Corisande', job: 'hair', mayPhotograph: false });
    expect(shown.advice).toContain(
      'Call us about a blister or a crust, skin that turns darker or paler, or pain that grows.',
    );
    expect(JSON.stringify(shown)).not.toMatch(/fluence|TQ-|Yewbarrow/);
  });

  it('keeps an entry once, and tells the desk of one that is worse or has a sign', async () => {
    const calm = entry();
    expect((await client.post(path, calm)).status).toBe(204);
    expect((await client.post(path, calm)).status).toBe(204);
    expect(await worries()).toEqual([]);
    const grave = entry({ trend: 'worse', signs: ['fever'], note: 'Hot and sore' });
    expect((await client.post(path, grave)).status).toBe(204);
    expect(await worries()).toMatchObject([
      { visitId, client: { name: 'Corisande Yewbarrow' }, entry: { signs: ['fever'] } },
    ]);
    const read = (await person.get(`/api/visits/${visitId}/diary`)).body as DiaryRead[];
    expect(read.map(({ trend }) => trend)).toEqual(['worse', 'better']);
  });

  it('triages what came from home, gravest first, and tells the desk at once', async () => {
    const desk = await deskAt(app.url, person.cookie());
    expect((await client.post(path, entry({ seen: ['blister'] }))).status).toBe(204);
    expect(await desk.told('desk')).toEqual({ tell: 'desk' });
    desk.end();
    expect(await worries()).toMatchObject([
      { triage: { level: 'clinicianNow' }, report: { what: 'infection', signs: ['fever'] } },
      { triage: { level: 'seeToday' }, report: { what: 'blister' } },
    ]);
  });

  it('is corrected on the same day only, and what was urgent stays until it is reported', async () => {
    const [urgent] = await worries();
    const corrected = entry({ trend: 'same', replaces: defined(urgent).entry.id });
    expect((await client.post(path, corrected)).status).toBe(204);
    expect((await worries()).map(({ entry: { id } }) => id)).toContain(defined(urgent).entry.id);
    const stray = await client.post(path, entry({ replaces: v7() }));
    expect(stray.status).toBe(422);
    expect((await page()).entries[0]).toMatchObject({ replaces: defined(urgent).entry.id });
  });

  it('leaves the desk once it was read, or a reaction was reported from it', async () => {
    expect((await client.post(path, entry({ trend: 'worse' }))).status).toBe(204);
    const [urgent, blister, worse] = await worries();
    expect([urgent, blister, worse].map((each) => defined(defined(each).triage).level)).toEqual([
      ...['clinicianNow', 'seeToday', 'advice'],
    ]);
    const read = (id: string) => person.post(`/api/diary-entries/${id}/read`);
    // What somebody has to look at is followed, not read away.
    expect((await read(defined(urgent).entry.id)).status).toBe(422);
    expect((await read(defined(blister).entry.id)).status).toBe(422);
    expect((await read(v7())).status).toBe(404);
    expect((await read(defined(worse).entry.id)).status).toBe(204);
    await reportFrom(defined(blister));
    await reportFrom(defined(urgent));
    expect(await worries()).toEqual([]);
  });

  it('names what it cannot take, and takes no picture that was not agreed to', async () => {
    const wrong = await client.post(path, entry({ trend: 'sideways' }));
    expect(wrong.status).toBe(400);
    expect(wrong.body).toMatchObject({ fields: [{ field: 'trend' }] });
    const picture = await sharp({
      create: { width: 20, height: 20, channels: 3, background: '#ecccb2' },
    })
      .jpeg()
      .toBuffer();
    const refused = await client.send(`${path}/photos?id=${v7()}`, picture, 'image/jpeg');
    expect(refused.status).toBe(422);
  });

  it('names no picture but those that came in by its own link', async () => {
    const { rows } = await app.connection.pool.query<{ id: string }>('select id from photos');
    expect(rows.length).toBeGreaterThan(0);
    const { status, body } = await client.post(path, entry({ photoIds: [defined(rows[0]).id] }));
    expect([status, body]).toMatchObject([
      400,
      { fields: [{ field: 'photoIds.0', problem: 'is no picture of this diary' }] },
    ]);
  });

  it('holds sixty entries, and ends at once when the clinic ends it', async () => {
    const before = (await page()).entries.length;
    for (let written = before; written < 60; written++) {
      expect((await client.post(path, entry())).status).toBe(204);
    }
    const full = await client.post(path, entry());
    expect([full.status, full.body]).toMatchObject([422, { title: 'This diary is full' }]);
    const made = await person.post(`/api/visits/${visitId}/diary-link`, { id: v7() });
    const another = `/api/diary/${(made.body as { url: string }).url.split('/').at(-1)}`;
    expect((await client.get(another)).status).toBe(200);
    expect((await person.remove(`/api/visits/${visitId}/diary-link`)).status).toBe(204);
    expect((await client.get(another)).status).toBe(404);
    await app.connection.pool.query("update diary_links set expires_at = now() + interval '1 day'");
  });

  it('is never changed, and closes after four weeks', async () => {
    const { pool } = app.connection;
    await expect(pool.query("update diary_entries set note = ''")).rejects.toThrow(/append-only/);
    await pool.query("update diary_links set expires_at = now() - interval '1 minute'");
    expect((await client.get(path)).status).toBe(404);
    expect((await client.post(path, entry())).status).toBe(404);
  });

  it('waits until the client was sent home', async () => {
    const { visits } = (await person.get('/api/today')).body as Day;
    const { id } = defined(visits.find((each) => each.client.name.includes('Oxenstable')));
    expect((await person.post(`/api/visits/${id}/diary-link`, { id: v7() })).status).toBe(422);
  });
});
