import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { openClient, signIn } from './walk';

let app: Application;
let browser: Browser;
const folder = mkdtempSync(join(tmpdir(), 'tidy-quill-import-'));

beforeAll(async () => {
  app = await startApplication();
  browser = await startBrowser(app.url);
  await signIn(browser, 'caspian');
});
afterAll(async () => {
  await browser.close();
  await app.close();
  rmSync(folder, { recursive: true, force: true });
});

const HEAD = 'Client number;First name;Surname;DOB;Mobile;Remarks';
const ROWS = Array.from(
  { length: 500 },
  (_, index) =>
    `${index + 1};Marigold;Tansyfield ${index + 1};${(index % 12) + 1}/5/19${60 + (index % 40)};;`,
);
const file = (name: string, lines: readonly string[]): string => {
  const path = join(folder, name);
  writeFileSync(path, lines.join('\r\n'));
  return path;
};
const clients = async () =>
  (await app.rows<{ n: number }>('select count(*)::int as n from clients'))[0]?.n;

describe('500 clients and their past sessions', () => {
  it('are not taken while one cell of them cannot be, which is named by row and column', async () => {
    await browser.press('Clients');
    await browser.press('Import from a file');
    const before = await clients();
    const wrong = ROWS.with(41, '42;Marigold;;31/02/91;;');
    await browser.upload('File of clients', file('clients.csv', [HEAD, ...wrong]));
    await browser.see('500 rows');
    const problems = '//section[@aria-label="What cannot be taken"]';
    await browser.see('2 cells cannot be taken', problems);
    await browser.see('43', `${problems}//tr[contains(., "Surname")]`);
    await browser.see('“31/02/91”', `${problems}//tr[contains(., "DOB")]`);
    expect(await browser.isEnabled('Look through them')).toBe(false);
    expect(await clients()).toBe(before);
  });

  it('are looked through: who is here already is left out, their sessions go to who is here', async () => {
    const more = [...ROWS.slice(0, -1), '500;Thisby;Candlewick;17/4/1998;;'];
    await browser.upload('File of clients', file('clients.csv', [HEAD, ...more]));
    await browser.upload(
      'File of past sessions',
      file('sessions.csv', [
        'Client number;Date;Area;Side;Wavelength;Fluence;Pulse;Spot;Endpoint',
        '1;12/5/2025;upper lip;;810;12,5;30;12;endpoint right',
        '500;3/6/2025;thigh;both;810;14;30;12;',
      ]),
    );
    await browser.gone('cannot be taken');
    await browser.press('Look through them');
    await browser.see('1 client may be here already');
    await browser.see('TQ-0003', '//*[contains(@class, "notice")]');
    await browser.press('Take 499 clients and 2 past sessions');
    await browser.see('499 clients and 2 past sessions were taken.');
    await browser.see('clients.csv and sessions.csv', '//section[@aria-label="Imports"]');
  });

  it('stand in the list and on the client’s page, with what was typed in', async () => {
    await openClient(browser, 'Tansyfield 1');
    await browser.see('12.5 J/cm²', '//section[@aria-label="Typed in from earlier records"]');
    await browser.open('/clients');
    await browser.fill('Search by name, reference, telephone or birth date', 'Candlewick');
    await browser.press('Candlewick', '//table');
    await browser.see('14 J/cm²', '//section[@aria-label="Typed in from earlier records"]');
  });

  it('are taken back as a whole, once and only while nothing rests on them', async () => {
    const before = await clients();
    await browser.open('/clients/import');
    await browser.press('Undo', '//section[@aria-label="Imports"]');
    await browser.see('undone', '//section[@aria-label="Imports"]');
    expect(await clients()).toBe((before ?? 0) - 499);
  });
});

describe('a client’s whole record', () => {
  it('that was given out is read back, and says what it is before it is taken', async () => {
    const [{ id } = { id: '' }] = await app.rows<{ id: string }>(
      `select id from clients where family_name = 'Emberlight'`,
    );
    const text = await browser.driver.executeAsyncScript<string>(
      `const [id, done] = arguments;
       fetch('/api/clients/' + id + '/record.json').then((answer) => answer.text()).then(done);`,
      id,
    );
    const { rows } = JSON.parse(text) as { rows: Record<string, { id?: string }[]> };
    const own = Object.values(rows).flatMap((each) => each.flatMap((row) => row.id ?? []));
    // As of another clinic: nothing of it is here.
    const other = own.reduce((changed, each) => changed.replaceAll(each, v7()), text);
    await browser.open('/clients/import');
    await browser.upload('File of a whole record', file('none.json', ['no record']));
    await browser.see('none.json cannot be read: it is no JSON');
    await browser.upload('File of a whole record', file('TQ-0022.json', [other]));
    await browser.see('Hollis Emberlight, TQ-0022: ');
    await browser.press('Take this record');
    await browser.see('Hollis Emberlight was taken as TQ-');
    await browser.press('Open the client');
    await browser.see('Hollis Emberlight', '//header');
    await browser.see('sent home', '//table');
    const visits = await app.rows<{ n: number }>(
      `select count(*)::int as n from visits v join clients c on c.id = v.client_id
       where family_name = 'Emberlight' group by c.id`,
    );
    expect(visits).toHaveLength(2);
    expect(visits[0]).toEqual(defined(visits[1]));
  });
});
