import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { openClient, openVisit, signIn } from './walk';

let app: Application;
let browser: Browser;
let owner: Browser;

beforeAll(async () => {
  app = await startApplication();
  [browser, owner] = await Promise.all([startBrowser(app.url), startBrowser(app.url)]);
  await signIn(browser);
  await signIn(owner, 'morwenna');
});
afterAll(async () => {
  await browser.close();
  await owner.close();
  await app.close();
});

const DIALOG = '//div[@role="dialog"]';
const born = () =>
  browser.driver.executeScript<string>(
    `const label = [...document.querySelectorAll('label')].find((each) => each.textContent === 'Date of birth');
     return document.getElementById(label.htmlFor).value;`,
  );

describe('a date of birth', () => {
  it('that cannot be read stays as it was typed, with a good example, even through a reload', async () => {
    await browser.press('Clients');
    await browser.press('Add client');
    await browser.fill('Given name', 'Thisby');
    await browser.fill('Date of birth', '31/02/91');
    await browser.keys(Key.TAB);
    await browser.see('cannot be read: write it like 12/05/1991 or 1991-05-12', DIALOG);
    expect(await born()).toBe('31/02/91');
    await browser.driver.navigate().refresh();
    await browser.press('Add client');
    await browser.see('cannot be read', DIALOG);
    expect(await born()).toBe('31/02/91');
    await browser.press('Add client', DIALOG);
    await browser.see('Family name must not be empty', DIALOG);
  });

  it('is asked after where it can only be the other way round, and is taken by one press', async () => {
    await browser.fill('Date of birth', '04/17/98');
    await browser.keys(Key.TAB);
    await browser.see('is written the other way round here', DIALOG);
    await browser.press('Fri 17 Apr 1998', DIALOG);
    expect(await born()).toBe('Fri 17 Apr 1998');
  });

  it('is no longer said to be wrong once it was mended, nor is a name', async () => {
    await browser.gone('Date of birth is', DIALOG);
    await browser.fill('Family name', 'Candlewick');
    await browser.gone('Family name must not be empty', DIALOG);
  });

  it('and a name much like another’s bring up who may be here already', async () => {
    await browser.see('May be here already', DIALOG);
    await browser.see(
      'TQ-0003, born 17 Apr 1998. A name much like it, same date of birth.',
      DIALOG,
    );
  });

  it('is chosen from a calendar, too', async () => {
    await browser.press('Choose from a calendar', DIALOG);
    await browser.see('1998', '//*[contains(@class, "day-input-month")]');
    await browser.driver.findElement({ css: 'td[title="1998-04-20"]' }).click();
    await expect.poll(born).toBe('Mon 20 Apr 1998');
    await browser.press('Close', DIALOG);
  });
});

describe('what whoever treats must see first', () => {
  it('is said on the client’s page and at the head of the visit', async () => {
    await openClient(browser, 'Oxenstable');
    await browser.press('Edit');
    await browser.fill('To be seen first by whoever treats', 'Faints at needles');
    await browser.fill('Guardian', 'Ottoline Oxenstable');
    await browser.fill('Relation of the guardian', 'mother');
    await browser.press('Save changes');
    await browser.gone('Edit client');
    await browser.see('Faints at needles', '//main');
    await browser.see('Guardian Ottoline Oxenstable, mother');
    await browser.open('/');
    await openVisit(browser, 'Bram Oxenstable');
    await browser.see('Faints at needles', '//aside');
  });
});

describe('a client who is erased', () => {
  it('is found by nobody, once the owner has typed the reference; what was measured stays', async () => {
    await owner.press('Clients');
    await owner.press('Emberlight', '//table');
    await owner.press('Erase…');
    await owner.press('Erase for good', DIALOG);
    await owner.see('must not be empty', DIALOG);
    await owner.fill('to say that it is meant', 'TQ-0022');
    await owner.press('Erase for good', DIALOG);
    await owner.see('what was measured stays under this reference');
    await owner.see('Erased TQ-0022', '//h1/..');
    await owner.press('Clients', '//nav');
    await owner.fill('Search by name, reference, telephone or birth date', 'Emberlight');
    await owner.see('Nobody is found by “Emberlight”');
  });
});

describe('the order of days and months', () => {
  it('is the clinic’s own: its owner turns it round, and 12/05 is another day', async () => {
    await owner.press('Clinic');
    await owner.choose('Dates typed in figures', '12/05 is 5 Dec');
    await browser.open('/clients');
    await browser.press('Add client');
    await browser.fill('Date of birth', '12/05/1991');
    await browser.keys(Key.TAB);
    await expect.poll(born).toBe('Thu 5 Dec 1991');
  });
});
