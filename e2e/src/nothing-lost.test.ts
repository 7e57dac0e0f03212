import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { openVisit, RIBBON, signIn } from './walk';

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

const pulses = async (familyName: string): Promise<number> => {
  const [row] = await app.rows<{ n: number }>(
    `select coalesce(sum((e.body->>'count')::int), 0)::int as n from visit_events e
     join visits v on v.id = e.visit_id join clients c on c.id = v.client_id
     where c.family_name = $1 and e.kind = 'pulsesFired' and v.starts_at::date = now()::date`,
    [familyName],
  );
  return row!.n;
};

const COUNT = '//*[@data-testid="pulse-count"]/..';

describe('in the middle of a treatment', () => {
  it('a reload loses nothing and says where one was', async () => {
    await openVisit(browser, 'Zéphyrine Okapi-Lune');
    await browser.see('PAUSED');
    const before = await pulses('Okapi-Lune');
    await browser.see(`You were at ${before} of`);
    await browser.press('Go on');
    await browser.keys('h', 'y', '4');
    await browser.see(String(before + 60), COUNT);
    await browser.driver.navigate().refresh();
    await browser.see('TREATING');
    await browser.see(String(before + 60), COUNT);
    await browser.see('Kept here and on the server');
    expect(await pulses('Okapi-Lune')).toBe(before + 60);
  });

  it('a server that dies loses nothing: presses wait here and are sent when it is back', async () => {
    const before = await pulses('Okapi-Lune');
    await app.kill();
    await browser.keys('h', 'h', 'b');
    await browser.see('The server cannot be reached');
    await browser.see('kept on this tablet and will be sent');
    await browser.see(String(before + 20), COUNT);
    await app.revive();
    await browser.see('Kept here and on the server');
    await browser.gone('The server cannot be reached');
    expect(await pulses('Okapi-Lune')).toBe(before + 20);
  });

  it('a page closed while the server is away gives its presses to the next page', async () => {
    const before = await pulses('Okapi-Lune');
    await app.kill();
    await browser.keys('y');
    await browser.see(String(before + 50), COUNT);
    await browser.open('about:blank').catch(() => browser.driver.get('about:blank'));
    await app.revive();
    await browser.open('/');
    await openVisit(browser, 'Zéphyrine Okapi-Lune');
    await browser.see(String(before + 50), COUNT);
    await browser.see('Kept here and on the server');
    expect(await pulses('Okapi-Lune')).toBe(before + 50);
  });

  it('pain of 7 stops at once, and Escape does', async () => {
    await browser.keys('7');
    await browser.see('STOPPED');
    await browser.see('console to standby');
    await browser.press('Go on');
    await browser.see('TREATING');
    await browser.keys('\uE00C');
    await browser.see('STOPPED');
    await browser.see('Kept here and on the server');
    const kinds = await app.rows<{ kind: string }>(
      `select e.kind from visit_events e join visits v on v.id = e.visit_id
       join clients c on c.id = v.client_id where c.family_name = 'Okapi-Lune'
       order by e.at desc, e.id desc limit 4`,
    );
    expect(kinds.map(({ kind }) => kind)).toEqual(['stopped', 'resumed', 'stopped', 'painScored']);
  });
});

describe('a session that ends', () => {
  it('keeps unfinished answers for after the next sign-in', async () => {
    await browser.open('/');
    await openVisit(browser, 'Bram Oxenstable');
    await browser.press('Yes', '//*[@data-question="keloid"]');
    await browser.see('21 questions left');
    await app.rows('delete from session');
    await browser.press('No to the rest');
    await browser.press('Keep answers, go to Consent');
    await browser.fill('Name', 'idony');
    await browser.fill('Password', 'quill and candle');
    await browser.press('Sign in');
    await browser.see('Care: raised or spreading scars', '//aside');
    await browser.press('Ask', RIBBON);
    await browser.see('Go with care');
    const [row] = await app.rows<{ answers: { keloid: { yes: boolean } } }>(
      `select e.body->'answers' as answers from visit_events e join visits v on v.id = e.visit_id
       join clients c on c.id = v.client_id where c.family_name = 'Oxenstable'`,
    );
    expect(row!.answers.keloid.yes).toBe(true);
  });

  it('keeps a half-typed client', async () => {
    await browser.open('/clients');
    await browser.press('Add client');
    await browser.fill('Given name', 'Half');
    await browser.driver.navigate().refresh();
    await browser.press('Add client');
    const name = await browser.driver.executeScript(
      'return [...document.querySelectorAll("input")].some((each) => each.value === "Half")',
    );
    expect(name).toBe(true);
  });
});
