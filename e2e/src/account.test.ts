import { generateSync } from 'otplib';
import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { openVisit, readCaution, signIn, signOut, SOON } from './walk';

let app: Application;
let browser: Browser;
let other: Browser;
beforeAll(async () => {
  app = await startApplication();
  browser = await startBrowser(app.url);
  other = await startBrowser(app.url);
});
afterAll(async () => {
  await browser.close();
  await other.close();
  await app.close();
});

const PASSWORD = 'wet pebble orbit thimble';
const DEMO = 'quill and candle';
const inPart = (part: string) => `//section[@aria-label="${part}"]`;

/** Fills the fields of a part of the account page, in their order. */
async function fillPart(page: Browser, part: string, ...values: string[]): Promise<void> {
  const fields = await page.driver.findElements({ xpath: `${inPart(part)}//input` });
  for (const [index, value] of values.entries()) await defined(fields[index]).sendKeys(value);
}

describe('a new member of staff', () => {
  it('is invited by link, and sets name and password', async () => {
    await signIn(browser, 'morwenna');
    await browser.press('Clinic');
    await browser.press('Invite member of staff');
    await browser.fill('Name', 'Wren Tallow');
    await browser.press('Make the link');
    await browser.see('/account/', '//div[@role="dialog"]');
    const link = await browser.text('.account-link');
    await browser.press('Done');
    await browser.see('invited', '//tr[contains(., "Wren Tallow")]');
    await other.open(new URL(link).pathname);
    await other.see('invites you');
    await other.fill('You sign in as', 'wren');
    await other.fill('Password', 'password123');
    await other.press('Set it');
    await other.see('too easy to guess');
    await other.fill('Password', PASSWORD);
    await other.press('Set it');
    await other.see('Your password is set');
    await other.press('Go to sign in');
    await other.fill('Name', 'wren');
    await other.fill('Password', PASSWORD);
    await other.press('Sign in');
    await readCaution(other);
    await other.see('Sign out');
  });

  it('signs in with a second factor, once it is set up', async () => {
    await other.press('Account');
    await other.see('Where you are signed in');
    await fillPart(other, 'Second factor', PASSWORD);
    await other.press('Set it up');
    await other.see('six figures that it shows');
    const secret = await other.text(`section[aria-label="Second factor"] code`);
    // Each holds for one step of 30 s longer, as one may turn while it is typed.
    const code = (stepsFromNow: 0 | 1) =>
      generateSync({ secret, epoch: Math.floor(Date.now() / 1000) + 30 * stepsFromNow });
    await fillPart(other, 'Second factor', code(0));
    await other.press('Confirm');
    await other.see('Write these recovery codes down now');
    await other.press('I have written them down');
    await other.see('10 of 10 recovery codes are left');
    await signOut(other);
    await other.fill('Name', 'wren');
    await other.fill('Password', PASSWORD);
    await other.press('Sign in');
    await other.fill('Code of your authenticator', code(1));
    await other.press('Sign in');
    await other.see('Sign out');
  });

  it('cannot be closed out by mistake: the last supervisor stays', async () => {
    await browser.press('Close account', '//tr[contains(., "Caspian Thorngate")]');
    await browser.see('This is the last supervisor: give somebody else that role first');
  });
});

describe('a tablet in the room', () => {
  const LOCK = '//div[@role="dialog"]';

  it('is locked with one press; the run is shown and can be stopped, and nothing else', async () => {
    await signOut(browser);
    await signIn(browser, 'tobiah');
    await browser.press('Account');
    await browser.see('PIN for the room');
    await fillPart(browser, 'PIN for the room', DEMO, '590817');
    await browser.press('Set the PIN');
    await browser.see('The PIN is set.');
    await signOut(browser);
    await signIn(browser, 'idony');
    await openVisit(browser, 'Zéphyrine Okapi-Lune');
    await browser.see('PAUSED');
    await browser.keys('p');
    await browser.see('TREATING');
    const before = (await app.kept('Okapi-Lune', 'pulsesFired')).length;
    await browser.press('Lock');
    await browser.see('TREATING', LOCK);
    // No letter of the page behind does anything, in the field or out of it.
    await browser.driver.executeScript('document.activeElement.blur()');
    await browser.keys('j', 'h', 'l');
    await browser.keys(Key.ESCAPE);
    await browser.see('STOPPED', LOCK);
    await browser.driver.navigate().refresh();
    await browser.see('STOPPED', LOCK);
    expect(await app.kept('Okapi-Lune', 'pulsesFired')).toHaveLength(before);
    await expect
      .poll(async () => (await app.kept('Okapi-Lune', 'stopped')).length, SOON)
      .toBeGreaterThan(0);
  });

  it('is handed over by PIN to a colleague who signed in on it today', async () => {
    await browser.press('Tobiah Lanternfield', LOCK);
    await browser.fill('PIN, six figures', '111222');
    await browser.keys(Key.ENTER);
    await browser.see('The PIN does not fit');
    await browser.fill('PIN, six figures', '590817');
    await browser.keys(Key.ENTER);
    await browser.gone('Who goes on?');
    await browser.keys('p');
    await browser.see('TREATING');
    const resumedBy = async () =>
      defined(
        (
          await app.rows<{ name: string }>(
            `select s.name from visit_events e join staff s on s.id = e.staff_id
           where e.kind = 'resumed' order by e.recorded_at desc limit 1`,
          )
        )[0],
      ).name;
    await expect.poll(resumedBy, SOON).toBe('Tobiah Lanternfield');
  });
});
