import type { DiaryPage, DiaryRead, DiaryWorry } from '@tidy-quill/contract/diary';
import type { Message } from '@tidy-quill/contract/ahead';
import type { Day } from '@tidy-quill/contract/today';
import sharp from 'sharp';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
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
  visitId = visits.find((each) => each.client.name.includes('Yewbarrow'))!.id;
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

describe('a healing diary', () => {
  it('is opened by a link that goes out as a message, and by nobody else', async () => {
    const opened = await person.post(`/api/visits/${visitId}/diary-link`, { id: v7() });
    expect(opened.status).toBe(201);
    const { url } = opened.body as { url: string };
    path = url.slice(url.indexOf('/diary/')).replace('/diary/', '/api/diary/');
    const sent = (await person.get('/api/messages')).body as Message[];
    expect(sent[0]!.text).toContain(url);
    expect((await client.post(`/api/visits/${visitId}/diary-link`, { id: v7() })).status).toBe(401);
    expect((await client.get('/api/diary/not-a-token')).status).toBe(404);
  });

  it('shows the advice and nothing of the record', async () => {
    const shown = await page();
    expect(shown).toMatchObject({ givenName: 'Corisande', job: 'hair', mayPhotograph: false });
    expect(shown.advice.map(({ code }) => code)).toContain('callIfWorse');
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

  it('is never changed, and closes after four weeks', async () => {
    const { pool } = app.connection;
    await expect(pool.query("update diary_entries set note = ''")).rejects.toThrow(/append-only/);
    await pool.query("update diary_links set expires_at = now() - interval '1 minute'");
    expect((await client.get(path)).status).toBe(404);
    expect((await client.post(path, entry())).status).toBe(404);
  });

  it('waits until the client was sent home', async () => {
    const { visits } = (await person.get('/api/today')).body as Day;
    const { id } = visits.find((each) => each.client.name.includes('Oxenstable'))!;
    expect((await person.post(`/api/visits/${id}/diary-link`, { id: v7() })).status).toBe(422);
  });
});
