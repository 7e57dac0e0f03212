import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { keepsItself, openVisit, RIBBON, signIn, signOut, SOON } from './walk';

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

/** All that this browser’s stores hold for the page, as text. */
const EVERYTHING_KEPT = `
  const done = arguments[arguments.length - 1];
  const asText = (value) => value instanceof Uint8Array
    ? new TextDecoder('latin1').decode(value)
    : JSON.stringify(value);
  const all = (request) => new Promise((take) => { request.onsuccess = () => take(request.result); });
  (async () => {
    const texts = Object.entries(localStorage).map((each) => each.join(' '));
    for (const { name } of await indexedDB.databases()) {
      const opened = await all(indexedDB.open(name));
      for (const store of opened.objectStoreNames) {
        texts.push(...(await all(opened.transaction(store).objectStore(store).getAll())).map(asText));
      }
      opened.close();
    }
    done(texts.join(' | '));
  })();
`;

/** As somebody who has read the caution already. */
async function signInAgain(): Promise<void> {
  await browser.fill('Name', 'idony');
  await browser.fill('Password', 'quill and candle');
  await browser.press('Sign in');
}

describe('a session that ends', () => {
  it('keeps unfinished answers for after the next sign-in', async () => {
    await browser.open('/');
    await openVisit(browser, 'Bram Oxenstable');
    await browser.press('Yes', '//*[@data-question="keloid"]');
    await browser.see('22 questions left');
    await app.rows('delete from session');
    await browser.press('Mark the rest “No”');
    await browser.press('Save answers, go to Consent');
    await signInAgain();
    await browser.see('Care: raised or spreading scars', '//aside');
    await browser.press('Ask', RIBBON);
    await browser.see('Go with care');
    const [row] = await app.rows<{ answers: { keloid: { yes: boolean } } }>(
      `select e.body->'answers' as answers from visit_events e join visits v on v.id = e.visit_id
       join clients c on c.id = v.client_id where c.family_name = 'Oxenstable'`,
    );
    expect(defined(row).answers.keloid.yes).toBe(true);
  });

  it('keeps a half-typed client', async () => {
    await browser.open('/clients');
    await browser.press('Add client');
    await browser.fill('Given name', 'Half');
    await browser.driver.navigate().refresh();
    await browser.press('Add client');
    const isThere = () =>
      browser.driver.executeScript<boolean>(
        'return [...document.querySelectorAll("input")].some((each) => each.value === "Half")',
      );
    await expect.poll(isThere, SOON).toBe(true);
  });

  it('leaves nothing to open without a network once one has signed out', async () => {
    await browser.open('/');
    await openVisit(browser, 'Zéphyrine Okapi-Lune');
    await browser.see('Okapi-Lune', '//aside');
    const address = new URL(await browser.driver.getCurrentUrl()).pathname;
    await signOut(browser);
    await keepsItself(browser);
    await browser.network(false);
    await browser.open(address);
    await browser.see('Tidy Quill cannot start');
    await browser.gone('Okapi-Lune');
    await browser.network(true);
  });

  it('leaves what waits sealed after a sign-out without a network, and sends it at the next sign-in', async () => {
    await browser.open('/');
    await signInAgain();
    await openVisit(browser, 'Thisbe Candlewick');
    await keepsItself(browser);
    await browser.network(false);
    await browser.press('Mark the rest “No”');
    await browser.press('Save answers, go to');
    await browser.see('kept on this tablet and will be sent');
    await browser.press('Sign out');
    await browser.see('1 entry is kept on this tablet, encrypted');
    const left = await browser.driver.executeAsyncScript<string>(EVERYTHING_KEPT);
    // The client half-typed before lies there too, sealed.
    expect(left).toContain('tidy-quill draft');
    expect(left).not.toMatch(/answersGiven|selfTan|Candlewick|Half/);
    await browser.network(true);
    // The cookie that stayed signs nobody in again.
    await browser.driver.navigate().refresh();
    await browser.see('Password');
    expect(await app.kept('Candlewick', 'answersGiven')).toHaveLength(2);
    await signInAgain();
    await browser.driver.wait(
      async () => (await app.kept('Candlewick', 'answersGiven')).length === 3,
      20_000,
    );
  });
});
