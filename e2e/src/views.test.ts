import axe from 'axe-core';
import type * as chrome from 'selenium-webdriver/chrome';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { openVisit, RIBBON, signIn, signOut } from './walk';

let app: Application;
let browser: Browser;
beforeAll(async () => {
  app = await startApplication();
  browser = await startBrowser(app.url);
  await signIn(browser);
});
afterAll(async () => {
  await browser.close();
  await app.close();
});

/** What axe finds against WCAG 2.2 A and AA on the page as it is. */
async function faults(): Promise<string[]> {
  await browser.driver.executeScript(axe.source);
  return browser.driver.executeAsyncScript(`
    const done = arguments[arguments.length - 1];
    axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] }).then(({ violations }) =>
      done(violations.flatMap(({ id, nodes }) => nodes.map(({ html }) => id + ': ' + html.slice(0, 160)))));`);
}

const SOON = 40_000;

const overflow = () =>
  browser.driver.executeScript<number>(
    'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
  );

const VIEWS: [name: string, go: () => Promise<unknown>][] = [
  ['Today', () => browser.open('/').then(() => browser.see('Corisande'))],
  ['Clients', () => browser.open('/clients').then(() => browser.see('Gullfeather'))],
  ['Calendar', () => browser.open('/calendar').then(() => browser.see('Odalys'))],
  ['Clinic', () => browser.open('/clinic').then(() => browser.see('Caspian Thorngate'))],
  ['Bench', () => browser.open('/bench').then(() => browser.see('Temperature at'))],
  ['Devices', () => browser.open('/devices').then(() => browser.see('Versions'))],
  [
    'Suitability',
    () => browser.open('/devices/suitability').then(() => browser.see('As it ships')),
  ],
  ['Consent texts', () => browser.open('/devices/consents').then(() => browser.see('As it ships'))],
  ['Protocol', () => browser.open('/devices/protocol').then(() => browser.see('Versions'))],
  [
    'Picture card',
    () => browser.open('/devices/picture-card').then(() => browser.see('Patches of the card')),
  ],
  ['a client', () => client('Candlewick')],
  ['Pictures of a client', () => pictures()],
  ['Ask', () => stage('Odalys Penhallurick-Voss', 'Ask', 'Sun or sunbed')],
  ['Consent', () => stage('Bram Oxenstable', 'Ask', 'History').then(readConsent)],
  ['Look', () => stage('Odalys Penhallurick-Voss', 'Look', 'Fitzpatrick type')],
  ['Plan', () => stage('Fennimore Quickthorn', 'Plan', 'What limits')],
  ['Treat', () => stage('Zéphyrine Okapi-Lune', 'Treat', 'PAUSED')],
  ['Watch', () => stage('Corisande Yewbarrow', 'Watch', 'Second look')],
  ['Send home', () => stage('Corisande Yewbarrow', 'Send home', 'After your laser')],
  ['a record', () => record()],
  ['a reaction', () => reaction()],
  [
    'Aftercare',
    () => browser.open('/devices/aftercare').then(() => browser.see('Months of strong sun')),
  ],
  ['Look at ink', () => stage('Gideon Larkspur-Bell', 'Look', 'Design, part by part')],
  ['Plan of ink', () => stage('Gideon Larkspur-Bell', 'Plan', 'What each light would do')],
];

async function pictures(): Promise<void> {
  await client('Larkspur-Bell');
  await browser.press('Pictures', '//section[contains(@class,"area-course")]');
  await browser.see('Measure the ink');
}

async function record(): Promise<void> {
  await stage('Corisande Yewbarrow', 'Send home', 'After your laser');
  await browser.press('Read and sign the record');
  await browser.see('Sign the record');
}

async function reaction(): Promise<void> {
  await browser.open('/');
  await browser.press('Jessamy Rookwhistle');
  await browser.see('How does it go?');
}

async function readConsent(): Promise<void> {
  await browser.press('Consent', '//*[@role="tablist"]');
  await browser.press('Read and sign', '//footer');
  await browser.see('What may go wrong');
}

async function client(name: string): Promise<void> {
  await browser.open('/clients');
  await browser.press(name, '//table');
  await browser.see('pain 0–10');
}

async function stage(name: string, word: string, sign: string): Promise<void> {
  await browser.open('/');
  await openVisit(browser, name);
  await browser.press(word, RIBBON);
  await browser.see(sign);
}

describe.each(VIEWS)('%s', (_name, go) => {
  it('has no fault that axe finds, on a laptop', async () => {
    await browser.size(1280, 800);
    await go();
    expect(await faults()).toEqual([]);
    expect(await overflow()).toBe(0);
  });

  it('fits a tablet held upright', async () => {
    await browser.size(820, 1180);
    await go();
    expect(await overflow()).toBe(0);
  });
});

/** Keeps the lists beside the day's visits back until let go, and notes where the first row stood. */
const KEPT_BACK = `
  const read = window.fetch;
  const held = [];
  window.letGo = () => { window.free = true; held.splice(0).forEach((go) => go()); };
  window.fetch = async (asked, options) => {
    const answer = await read(asked, options);
    const { pathname } = new URL(asked.url ?? asked, location.href);
    if (pathname === '/api/today') window.dayRead = true;
    if (['/api/devices', '/api/reactions'].includes(pathname) && !window.free)
      await new Promise((go) => held.push(go));
    return answer;
  };
  window.tops = new Set();
  const look = () => {
    const row = document.querySelector('.day-list tbody tr');
    if (row !== null) tops.add(Math.round(row.getBoundingClientRect().top + scrollY));
    requestAnimationFrame(look);
  };
  requestAnimationFrame(look);`;

describe('a day', () => {
  it('has its rows in their place from the first moment, however late its other lists come', async () => {
    await browser.size(1280, 800);
    const devTools = browser.driver as chrome.Driver;
    const { identifier } = (await devTools.sendAndGetDevToolsCommand(
      'Page.addScriptToEvaluateOnNewDocument',
      { source: KEPT_BACK },
    )) as unknown as { identifier: string };
    try {
      await browser.open('/');
      await expect
        .poll(() => browser.driver.executeScript('return window.dayRead;'), { timeout: SOON })
        .toBe(true);
      await browser.driver.executeAsyncScript(
        `const [done] = arguments;
         const after = (frames) => requestAnimationFrame(() => (frames === 0 ? (letGo(), done()) : after(frames - 1)));
         after(10);`,
      );
      await browser.see('Reactions being followed');
      await browser.see('Corisande', '//table');
      expect(await browser.driver.executeScript('return tops.size;')).toBe(1);
    } finally {
      await devTools.sendDevToolsCommand('Page.removeScriptToEvaluateOnNewDocument', {
        identifier,
      });
    }
  });
});

describe('the room', () => {
  it('has every press of a running session at hand on a laptop, none under the foot of the page', async () => {
    await browser.size(1280, 800);
    await stage('Zéphyrine Okapi-Lune', 'Treat', 'PAUSED');
    await browser.press('Go on');
    await browser.see('TREATING');
    const hidden = await browser.driver.executeScript<string[]>(`
      const under = document.querySelector('.treat-pinned').getBoundingClientRect().top;
      const bottom = (key) => key.getBoundingClientRect().bottom;
      const body = [...document.querySelectorAll('.pulse-keys button')].filter((key) => bottom(key) > under);
      const pinned = [...document.querySelectorAll('.treat-pinned button')].filter((key) => bottom(key) > innerHeight);
      return [...body, ...pinned].map((key) => key.innerText);`);
    expect(hidden).toEqual([]);
    const small = await browser.driver.executeScript<string[]>(`
      return [...document.querySelectorAll('.treat-pinned button, .pulse-keys button')]
        .filter((key) => key.getBoundingClientRect().height < 56 || key.getBoundingClientRect().width < 56)
        .map((key) => key.innerText);`);
    expect(small).toEqual([]);
    await browser.press('Pause');
    await browser.see('PAUSED');
  });
});

describe('the dim room', () => {
  it('has no fault that axe finds', async () => {
    await browser.size(1280, 800);
    await stage('Zéphyrine Okapi-Lune', 'Treat', 'PAUSED');
    await browser.press('Dim room');
    await browser.see('Light theme');
    expect(await faults()).toEqual([]);
    await browser.press('Light theme');
  });
});

describe('an address that leads nowhere', () => {
  it('has a page of its own', async () => {
    await browser.open('/nowhere/at/all');
    await browser.see('There is no such page');
    await browser.open('/visits/01930000-0000-7000-8000-000000000000');
    await browser.see('There is no such visit');
  });
});

describe('what is sent', () => {
  it('is compressed, and kept by the browser for as long as its name holds', async () => {
    const page = await (await fetch(app.url)).text();
    const [script] = defined(/\/assets\/index-[^"]+\.js/.exec(page));
    for (const encoding of ['br', 'gzip']) {
      const { headers } = await fetch(app.url + script, {
        headers: { 'accept-encoding': encoding },
      });
      expect(headers.get('content-encoding')).toBe(encoding);
      expect(headers.get('cache-control')).toContain('immutable');
    }
    const asked = await browser.driver.executeAsyncScript<string | null>(
      `const [done] = arguments;
       fetch('/api/today').then(({ headers }) => done(headers.get('content-encoding')));`,
    );
    expect(asked).not.toBeNull();
  });

  it('is a page for every address but those of files', async () => {
    const status = async (path: string) => (await fetch(app.url + path)).status;
    expect(await status('/visits/any/plan')).toBe(200);
    expect(await status('/assets/none.js')).toBe(404);
  });
});

describe('an answer that comes late', () => {
  it('takes nobody away from where they went meanwhile', async () => {
    await stage('Fennimore Quickthorn', 'Plan', 'What limits');
    await browser.driver.executeScript(`
      const real = window.fetch;
      window.fetch = async (...of) => {
        const answer = await real(...of);
        if (!new URL(of[0].url ?? of[0], location.href).pathname.endsWith('/plan')) return answer;
        await new Promise((resolve) => (window.letGo = resolve));
        requestAnimationFrame(() => requestAnimationFrame(() => (window.answered = true)));
        return answer;
      };`);
    await browser.press('Accept', '//footer');
    await browser.driver.wait(
      () => browser.driver.executeScript<boolean>('return window.letGo !== undefined'),
      SOON,
    );
    await browser.press('Calendar', '//nav');
    await browser.see('by room');
    await browser.driver.executeScript('window.letGo()');
    await browser.driver.wait(
      () => browser.driver.executeScript<boolean>('return window.answered === true'),
      SOON,
    );
    expect(await browser.driver.getCurrentUrl()).toContain('/calendar');
  });
});

describe('two people editing one client', () => {
  it('see both versions side by side', async () => {
    await browser.open('/clients');
    await browser.press('Gullfeather', '//table');
    await browser.press('Edit');
    await browser.fill('Note', 'mine');
    await app.rows(
      "update clients set note = 'theirs', version = version + 1 where family_name = 'Gullfeather'",
    );
    await browser.press('Save changes');
    await browser.see('Somebody else changed this client meanwhile');
    await browser.see('theirs', '//table');
    await browser.press('Keep yours, then save');
    await browser.press('Save changes');
    await browser.gone('Edit client');
    const [row] = await app.rows<{ note: string }>(
      "select note from clients where family_name = 'Gullfeather'",
    );
    expect(defined(row).note).toBe('mine');
  });
});

describe('a server that cannot be reached', () => {
  it('is said on a page that needs it, which comes by one press once it is back', async () => {
    await browser.open('/');
    await browser.see('Corisande');
    await browser.network(false);
    // Its code was fetched before, or was not: either way it says what is lacking.
    await browser.press('Clients');
    await browser.see('The server cannot be reached');
    await browser.press('Try again');
    await browser.see('The server cannot be reached');
    await browser.network(true);
    await browser.press('Try again');
    await browser.see('Gullfeather', '//table');
    await browser.gone('The server cannot be reached');
  });

  it('loses nothing of a form that could not be sent', async () => {
    await browser.open('/clients');
    await browser.press('Add client');
    await browser.fill('Given name', 'Peregrine');
    await browser.fill('Family name', 'Offline-Moss');
    await browser.fill('Date of birth', '1990-05-01');
    await browser.fill('Telephone', '01632 960 777');
    await browser.network(false);
    await browser.press('Add client', '//div[@role="dialog"]');
    await browser.see('The server cannot be reached', '//div[@role="dialog"]');
    await browser.network(true);
    await browser.press('Add client', '//div[@role="dialog"]');
    await browser.see('No areas yet');
    const rows = await app.rows<{ given_name: string }>(
      "select given_name from clients where family_name = 'Offline-Moss'",
    );
    expect(rows).toEqual([{ given_name: 'Peregrine' }]);
  });
});

describe('a session that ended elsewhere', () => {
  it('asks for signing in where one is, and goes on there', async () => {
    await stage('Fennimore Quickthorn', 'Plan', 'What limits');
    const address = await browser.driver.getCurrentUrl();
    await app.rows('delete from session');
    await browser.driver.navigate().refresh();
    await browser.fill('Name', 'idony');
    await browser.fill('Password', 'wrong and candle');
    await browser.press('Sign in');
    await browser.see('Name and password do not fit');
    await browser.fill('Password', 'quill and candle');
    await browser.press('Sign in');
    await browser.see('What limits');
    expect(await browser.driver.getCurrentUrl()).toBe(address);
  });

  it('is closed for whoever signs out, whatever address they come back to', async () => {
    const address = await browser.driver.getCurrentUrl();
    await signOut(browser);
    await browser.driver.get(address);
    await browser.see('Password');
    await browser.gone('Fennimore');
    await browser.driver.navigate().back();
    await browser.see('Password');
  });
});
