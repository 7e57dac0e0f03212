import type { AheadPage } from '@tidy-quill/contract/ahead';
import type { ClientOpened, ClientPage } from '@tidy-quill/contract/clients';
import type { Consent, ConsentToRead } from '@tidy-quill/contract/consent';
import type { Message } from '@tidy-quill/contract/ahead';
import type { ComingVisit, Day } from '@tidy-quill/contract/today';
import type { LanguagesListed, TranslationOpened } from '@tidy-quill/contract/translations';
import { rowsOf } from '@tidy-quill/contract/version-changes';
import type { SourceText } from '@tidy-quill/core/client-texts';
import { addDays, defined } from '@tidy-quill/core/units';
import { extractText } from 'unpdf';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let person: Person;
let supervisor: Person;
let owner: Person;
let clientId: string;
let areaId: string;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  supervisor = await app.signedIn('caspian');
  owner = await app.signedIn('morwenna');
  [clientId, areaId] = [v7(), v7()];
  await person.post('/api/clients', client('de'));
  const area = { id: areaId, site: 'underarm', side: 'left', areaCm2: 60 };
  expect((await person.post(`/api/clients/${clientId}/areas`, area)).status).toBe(201);
});
afterAll(() => app.close());

const client = (language: string) => ({
  ...{ id: clientId, givenName: 'Hesper', familyName: 'Dandelock', birthDate: '1994-02-01' },
  ...{ phone: '01632 960 777', note: '', language },
});

const set = async (language: string) => {
  const { client: now } = (await person.get(`/api/clients/${clientId}`)).body as ClientOpened;
  const edited = { ...client(language), version: now.version };
  expect((await person.put(`/api/clients/${clientId}`, edited)).status).toBe(200);
};

const toRead = async (more = '') =>
  (await person.get(`/api/clients/${clientId}/consent-to-read?areaId=${areaId}&kind=hair${more}`))
    .body as ConsentToRead;

const typed = (name: string) => ({ kind: 'typed', name });
const sign = (digest: string, more: object = {}) =>
  person.post(`/api/clients/${clientId}/consents`, {
    ...{ id: v7(), areaId, kind: 'hair', digest, uses: [], asked: '', guardian: null },
    ...{ client: typed('Hesper Dandelock'), technician: typed('Idony Brackwater'), ...more },
  });

const opened = async (language: string, part: string) =>
  (await supervisor.get(`/api/clinic/languages/${language}/${part}`)).body as TranslationOpened;

/** Every text with a mark of the language: the placeholders stay where they are. */
const marked = (language: string, sources: readonly SourceText[]) =>
  Object.fromEntries(
    sources.map(({ key, text }) => [key, { of: text, text: `${language}: ${text}` }]),
  );

const draft = async (language: string, part: string, mark = language) => {
  const { sources, newestNumber } = await opened(language, part);
  const content = { language, part, texts: marked(mark, sources) };
  const id = v7();
  const kept = await supervisor.post('/api/catalogue/versions', {
    ...{ id, kind: 'translation', content, note: '', basedOn: newestNumber },
  });
  return { id, content, kept };
};

const approve = async ({ id, content }: Awaited<ReturnType<typeof draft>>) => {
  const read = rowsOf('translation', content as never).map(({ key }) => key);
  return supervisor.post(`/api/catalogue/versions/${id}/approve`, { read });
};

describe('a client who reads another language', () => {
  it('reads and signs in it, and the paper keeps it', async () => {
    const text = await toRead();
    expect(text).toMatchObject({ language: 'de', languages: ['de', 'en'], lacking: null });
    expect(text.title).toBe('Einwilligung in die Haarentfernung mit Laser oder Licht');
    expect(text.paragraphs[0]).toContain('an dieser Stelle ein: Achsel (links), bei Lantern Yard');
    expect(text.expectations?.[0]).toMatch(/^Haare dieser Stelle \(Achsel\) wachsen etwa 16 Woch/);
    const { status, body } = await sign(text.digest);
    expect(status).toBe(201);
    const kept = body as Consent;
    expect(kept.content.language).toBe('de');
    const { rows } = await app.connection.pool.query<{ bytes: Buffer }>(
      'select bytes from files where sha256 = $1',
      [kept.sha256],
    );
    const pdf = await extractText(new Uint8Array(defined(rows[0]).bytes), { mergePages: true });
    expect(pdf.text).toContain('Was schiefgehen kann');
    expect(pdf.text).toContain('Hesper Dandelock, geboren am 1. Februar 1994');
  });

  it('may read the clinic’s own instead, and what is signed is what was read', async () => {
    const english = await toRead('&language=en');
    expect(english.title).toBe('Consent to laser or light hair removal');
    expect(english.language).toBeUndefined();
    expect((await sign(english.digest)).status).toBe(409);
    expect((await sign(english.digest, { language: 'en' })).status).toBe(201);
  });

  it('answers at home in it, and is invited in it', async () => {
    const { rooms, staff } = (await person.get('/api/clinic')).body as {
      rooms: { id: string }[];
      staff: { id: string }[];
    };
    const day = ((await person.get('/api/today')).body as Day).day;
    const id = v7();
    const booked = await person.post(`/api/clients/${clientId}/visits`, {
      ...{ id, areaId, roomId: defined(rooms[1]).id, staffId: defined(staff[0]).id },
      ...{ startsAt: `${addDays(day, 9)}T13:00:00Z`, plannedMinutes: 15 },
    });
    expect(booked.status).toBe(201);
    const { url } = (await person.post(`/api/visits/${id}/invitation`, { id: v7() })).body as {
      url: string;
    };
    const page = (await app.person().get(`/api/ahead/${defined(url.split('/').at(-1))}`))
      .body as AheadPage;
    expect(page.language.code).toBe('de');
    expect(page.language.texts?.['question.diabetes.ask']).toBe('Diabetes');
    expect(page.language.texts?.['site.underarm']).toBe('Achsel');
    const [newest] = (await person.get('/api/messages')).body as Message[];
    expect(newest?.text).toContain('bitte beantworten Sie vor Ihrem Termin einige Fragen');
    // The demo has no German healing diary: said before the visit, with what is still needed of it.
    const coming = (await person.get('/api/today/not-ready')).body as ComingVisit[];
    expect(coming.find((visit) => visit.id === id)?.notReady).toEqual([
      { code: 'notAsked' },
      { code: 'language', language: 'de', parts: ['diary'] },
    ]);
  });

  it('is read to by an interpreter where the clinic has nothing in their language', async () => {
    await set('pl');
    const text = await toRead();
    expect(text).toMatchObject({ languages: ['en'], lacking: 'pl' });
    expect(await sign(text.digest)).toMatchObject({
      status: 422,
      body: { title: 'Somebody has to interpret' },
    });
    const { status, body } = await sign(text.digest, { interpreter: 'Zofia Lampart' });
    expect(status).toBe(201);
    expect((body as Consent).content.interpreter).toBe('Zofia Lampart');
    const { languageGap } = (await person.get(`/api/clients/${clientId}`)).body as ClientOpened;
    expect(languageGap).toEqual({
      language: 'pl',
      parts: ['questions', 'consents', 'aftercare', 'messages', 'diary'],
    });
  });
});

describe('a clinic that writes another language itself', () => {
  it('is told that what ships is not in it, for clients who have said nothing too', async () => {
    await owner.put('/api/clinic/language', { language: 'cy' });
    const { body } = await person.get('/api/clients?text=Marrowby');
    const [marrowby] = (body as ClientPage).clients;
    const { languageGap } = (await person.get(`/api/clients/${defined(marrowby).id}`))
      .body as ClientOpened;
    expect(languageGap).toEqual({
      language: 'cy',
      parts: ['questions', 'consents', 'aftercare', 'messages', 'diary'],
    });
    const { languages } = (await person.get('/api/clinic/languages')).body as LanguagesListed;
    expect(languages.map(({ code }) => code)).toContain('cy');
    await set('cy');
    // It is in English that this one is read.
    expect(await toRead()).toMatchObject({ languages: ['en'], lacking: 'cy' });
    await owner.put('/api/clinic/language', { language: 'en' });
    await set('pl');
  });
});

describe('a translation', () => {
  it('holds once it is approved, and with places on the body beside it', async () => {
    const made = await draft('pl', 'consents');
    expect(made.kept.status).toBe(201);
    expect((await toRead()).lacking).toBe('pl');
    expect((await approve(made)).status).toBe(204);
    // A sentence of it names a place: half of it in Polish is none of it.
    expect((await toRead()).lacking).toBe('pl');
    expect((await approve(await draft('pl', 'places'))).status).toBe(204);
    const text = await toRead();
    expect(text).toMatchObject({ language: 'pl', lacking: null });
    expect(text.title).toBe('pl: Consent to laser or light hair removal');
    expect(text.paragraphs[0]).toContain('pl: underarm (pl: left)');
  });

  it('is outdated by other words of the clinic, until it says those', async () => {
    expect((await approve(await draft('pl', 'messages'))).status).toBe(204);
    const state = async () =>
      ((await person.get('/api/clinic/languages')).body as LanguagesListed).languages
        .find(({ code }) => code === 'pl')
        ?.parts.find(({ part }) => part === 'messages');
    expect(await state()).toMatchObject({ inForce: 1, missing: [], changed: [] });
    const changed = await owner.post('/api/message-texts', {
      ...{ id: v7(), kind: 'recall', version: 0, text: '{clinic}: come again. {phone}' },
    });
    expect(changed.status).toBe(201);
    expect(await state()).toMatchObject({ changed: ['text.recall'] });
    expect((await approve(await draft('pl', 'messages', 'nowy'))).status).toBe(204);
    expect(await state()).toMatchObject({ inForce: 2, changed: [] });
  });

  it('keeps what is filled in later, and letters that can be printed', async () => {
    const { sources } = await opened('el', 'aftercare');
    const texts = marked('ελ', sources);
    const post = (more: object) =>
      supervisor.post('/api/catalogue/versions', {
        ...{ id: v7(), kind: 'translation', note: '', basedOn: 0 },
        content: { language: 'el', part: 'aftercare', texts: { ...texts, ...more } },
      });
    const lost = await post({ call: { of: 'Call us: {phone}.', text: 'Καλέστε μας' } });
    expect(lost).toMatchObject({ status: 400 });
    expect(JSON.stringify(lost.body)).toContain('call must hold {phone}');
    const unprintable = await post({ until: { of: 'Until {day}.', text: '直到{day}' } });
    expect(unprintable).toMatchObject({
      status: 400,
      body: {
        fields: [
          { field: 'content.texts.until', problem: 'holds letters that cannot be printed: 直到' },
        ],
      },
    });
    expect((await post({})).status).toBe(201);
  });

  it('is drafted by supervisor and owner alone', async () => {
    const { sources } = await opened('fr', 'diary');
    const made = {
      ...{ id: v7(), kind: 'translation', note: '', basedOn: 0 },
      content: { language: 'fr', part: 'diary', texts: marked('fr', sources) },
    };
    expect((await person.post('/api/catalogue/versions', made)).status).toBe(403);
    expect((await person.put('/api/clinic/language', { language: 'fr' })).status).toBe(403);
  });
});
