import { SHIPPED_CLIENT_TEXTS } from '@tidy-quill/contract/client-words/index';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defined } from '@tidy-quill/core/units';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { readAndApprove, signIn } from './walk';

let app: Application;
let supervisor: Browser;
let technician: Browser;
let phone: Browser;
let folder: string;

beforeAll(async () => {
  app = await startApplication();
  folder = mkdtempSync(join(tmpdir(), 'tidy-quill-walk-'));
  [supervisor, technician, phone] = await Promise.all([
    startBrowser(app.url),
    startBrowser(app.url),
    startBrowser(app.url),
  ]);
  await phone.size(390, 844);
  await signIn(supervisor, 'caspian');
  await signIn(technician, 'idony');
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await Promise.all([supervisor.close(), technician.close(), phone.close()]);
  await app.close();
});

/** The texts of the healing diary as a translator sends them back: each in brackets. RFC 4180. */
function fromTranslator(lines: readonly (readonly [key: string, written: string, text: string])[]) {
  const path = join(folder, 'diary-de.csv');
  const cell = (text: string) => `"${text.replaceAll('"', '""')}"`;
  const rows = [['key', 'written', 'translated'], ...lines].map((row) => row.map(cell).join(','));
  writeFileSync(path, rows.join('\r\n'));
  return path;
}
const DIARY = Object.entries(SHIPPED_CLIENT_TEXTS.diary).map(
  ([key, text]) => [key, text, `[${text}]`] as const,
);

const visitId = async (): Promise<string> => {
  const [visit] = await app.rows<{ id: string }>(
    `select v.id from visits v join clients c on c.id = v.client_id where family_name = 'Wren-Abbott'`,
  );
  return defined(visit).id;
};

describe('a client who reads German', () => {
  it('is told of before the visit while something is not translated', async () => {
    await technician.see('Not there in German: healing diary');
    await technician.press('Linnea Wren-Abbott');
    await technician.see('Send home');
    await technician.press('Clients');
    await technician.fill('Search by name, reference, telephone or birth date', 'Wren');
    await technician.press('Wren-Abbott', '//table');
    await technician.see('The client reads German: not all of it is there');
  });

  it('reads it once a translator’s file was taken, read and approved', async () => {
    await supervisor.press('Clinic');
    await supervisor.press('Languages in which clients read');
    await supervisor.press('not translated', '//tr[contains(., "German")]');
    await supervisor.see('0 of');
    await supervisor.upload('Translated file', fromTranslator([['page.send', 'Off it goes', 'x']]));
    await supervisor.see('“page.send” was translated from other words');
    await supervisor.upload('Translated file', fromTranslator(DIARY));
    await supervisor.see(`${DIARY.length} of ${DIARY.length} translated.`);
    await supervisor.fill('Translation of “How is it healing, {name}?”', 'Wie heilt es?');
    await supervisor.see('Must hold {name}');
    await supervisor.press('Keep as version 1');
    await supervisor.see('page.heading must hold {name}');
    await supervisor.fill('Translation of “How is it healing, {name}?”', 'Wie heilt es, {name}?');
    await supervisor.press('Keep as version 1');
    await readAndApprove(supervisor);
    await supervisor.see('in force', '//section[@class="versions"]');
    await technician.press('Clients');
    await technician.fill('Search by name, reference, telephone or birth date', 'Wren');
    await technician.press('Wren-Abbott', '//table');
    await technician.see('Signed');
    await technician.gone('The client reads German: not all of it is there');
  });

  it('signs what they read in German, or in English if they like', async () => {
    await technician.open(`/visits/${await visitId()}/ask?part=consent&sign=photographs`);
    await technician.see('Einwilligung in Fotos');
    await technician.press('English', '//*[@aria-label="Language of this text"]');
    await technician.see('Consent to photographs', '//article');
    await technician.press('Deutsch', '//*[@aria-label="Language of this text"]');
    await technician.see('Einwilligung in Fotos');
    await technician.press('Meine Akte: um von Termin zu Termin zu vergleichen.');
    await technician.press('The client has read it');
    for (const [who, name] of [
      ['Client, Linnea Wren-Abbott', 'Linnea Wren-Abbott'],
      ['Technician', 'Idony Brackwater'],
    ] as const) {
      await technician.press(`Type the name instead: ${who}`);
      await technician.fill(`${who}, full name typed`, name);
    }
    await technician.press('Sign and keep');
    const languages = () =>
      app.rows<{ language: string | null }>(
        `select content ->> 'language' as language from consents s join clients c on c.id = s.client_id
         where family_name = 'Wren-Abbott' and s.kind = 'photographs'`,
      );
    await expect.poll(languages).toEqual([{ language: 'de' }]);
  });

  it('answers the questions at home in German', async () => {
    const url = await technician.driver.executeAsyncScript<string>(
      `const done = arguments[1];
       fetch('/api/visits/' + arguments[0] + '/invitation', {
         method: 'POST', headers: { 'content-type': 'application/json' },
         body: JSON.stringify({ id: crypto.randomUUID() }),
       }).then((response) => response.json()).then(({ url }) => done(url));`,
      await visitId(),
    );
    await phone.open(new URL(url).pathname);
    await phone.see('Guten Tag, Linnea');
    expect(await phone.driver.executeScript('return document.documentElement.lang')).toBe('de');
    const ids = await phone.driver.executeScript<string[]>(
      'return [...document.querySelectorAll("[data-question]")].map((each) => each.dataset.question)',
    );
    for (const id of ids.filter((each) => each !== 'sun'))
      await phone.press('Nein', `//*[@data-question="${id}"]`);
    await phone.press('Ja', '//*[@data-question="sun"]');
    await phone.see('Zuletzt in der Sonne');
    await phone.press('Antworten senden');
    await phone.see('Es fehlt noch: Sonne oder Solarium auf der Stelle.');
    await phone.see('An welchem Tag?');
    await phone.press('Nein', '//*[@data-question="sun"]');
    await phone.see('Alles beantwortet.');
    await phone.press('Antworten senden');
    await phone.see('Danke, Linnea');
  });
});
