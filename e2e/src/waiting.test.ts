import { demoToday, demoZone } from '../../server/test-databases.mjs';
import { Key } from 'selenium-webdriver';
import type chrome from 'selenium-webdriver/chrome';
import { addDays } from '@tidy-quill/core/units';
import { describe, expect, it } from 'vitest';
import { startBrowser } from './browser';
import { startWalk } from './start-walk';
import { keepsItself, openClient, pick, signIn, SOON } from './walk';

const { app, browser } = await startWalk();
await signIn(browser);

const DIALOG = '//div[@role="dialog"]';
const FIND = '//section[@aria-label="Find a time"]';
const today = demoToday();
const TOMORROW = addDays(today, 1);

/** “Sun 29 Nov 2026”. */
const dayWords = (day: string) =>
  new Date(`${day}T12:00:00Z`)
    .toLocaleDateString('en-GB', {
      weekday: 'short',
      day: 'numeric',
      month: 'short',
      year: 'numeric',
    })
    .replace(',', '');

const minutesOf = async (family: string) =>
  (
    await app.rows<{ minutes: number }>(
      `select planned_minutes as minutes from visits v join clients c on c.id = v.client_id
       where c.family_name = $1`,
      [family],
    )
  )[0]?.minutes;
const visitsOf = (family: string) =>
  app.rows<{ starts_at: Date; site: string }>(
    `select v.starts_at, a.site from visits v join clients c on c.id = v.client_id join areas a on a.id = v.area_id
     where c.family_name = $1 and v.cancelled_at is null order by v.starts_at`,
    [family],
  );
const block = (name: string) =>
  browser.driver.findElement({
    xpath: `//button[contains(@class, "board-visit")][contains(., "${name}")]`,
  });

describe('the length of a visit', () => {
  it('is drawn longer by its lower edge, and shorter by keys, and can be taken back', async () => {
    await browser.open(`/calendar?day=${TOMORROW}`);
    await browser.see('Cosima Vandermoor');
    expect(await minutesOf('Vandermoor')).toBe(40);
    const [x, y] = await browser.driver.executeScript<[number, number]>(
      `arguments[0].scrollIntoView({ block: 'center' });
       const { left, width, bottom } = arguments[0].getBoundingClientRect();
       return [Math.round(left + width / 2), Math.round(bottom - 4)];`,
      await block('Cosima Vandermoor'),
    );
    // 1.4 px a minute: 28 px are 20 minutes.
    await browser.driver
      .actions({ async: true })
      .move({ x, y })
      .press()
      .move({ x, y: y + 14, duration: 100 })
      .move({ x, y: y + 28 + 4, duration: 100 })
      .release()
      .perform();
    await browser.see('Cosima Vandermoor has 60 minutes now.');
    await expect.poll(() => minutesOf('Vandermoor'), SOON).toBe(60);
    await browser.driver.wait(
      async () =>
        ((await (await block('Cosima Vandermoor')).getAttribute('textContent')) ?? '').includes(
          '60 minutes',
        ),
      SOON.timeout,
    );
    await browser.driver.executeScript('arguments[0].focus()', await block('Cosima Vandermoor'));
    await browser.keys('m');
    await browser.driver
      .actions()
      .keyDown(Key.SHIFT)
      .sendKeys(Key.ARROW_UP, Key.ARROW_UP)
      .keyUp(Key.SHIFT)
      .perform();
    await browser.see('Cosima Vandermoor to 09:00, 50 min, Garden room: free.');
    await browser.keys(Key.ENTER);
    await browser.see('has 50 minutes now.');
    await browser.press('Undo');
    await expect.poll(() => minutesOf('Vandermoor'), SOON).toBe(60);
  });
});

describe('what a visit needs', () => {
  it('is a handpiece that is free, and time for cream to work', async () => {
    await openClient(browser, 'Oxenstable');
    await browser.press('Book a visit');
    await browser.press('Window room', DIALOG);
    await browser.see('until ', DIALOG);
    const length = async () =>
      Number(/: (\d+) min, with asking/.exec(await browser.text('.slot-length'))?.[1]);
    const plain = await length();
    await browser.press('Numbing cream first', DIALOG);
    await browser.see(`: ${plain + 30} min, with asking`, DIALOG);
    await pick(browser, 'Handpiece kept free for it', 'Alexandrite 755');
    await browser.fill('Day', addDays(today, 20 + 2));
    await browser.fill('Time', '09:00');
    await browser.keys(Key.TAB);
    await browser.press('Book and open', DIALOG);
    await browser.see('Send home');
    await openClient(browser, 'Candlewick');
    await browser.press('Book a visit');
    await browser.press('Garden room', DIALOG);
    await pick(browser, 'Handpiece kept free for it', 'Alexandrite 755');
    await pick(browser, 'Treated by', 'Tobiah Lanternfield');
    await browser.fill('Day', addDays(today, 20 + 2));
    await browser.fill('Time', '09:15');
    await browser.keys(Key.TAB);
    await browser.see('The handpiece has Bram Oxenstable from 09:00', DIALOG);
    expect(await browser.isEnabled('Book and open')).toBe(false);
    await browser.press('Cancel', DIALOG);
  });
});

describe('a day being typed', () => {
  it('stays while the page reads something, until the field is left', async () => {
    await openClient(browser, 'Candlewick');
    await browser.press('Book a visit');
    await browser.press('Garden room', DIALOG);
    await browser.fill('Day', addDays(today, 9));
    // The form is drawn again, as for an answer that comes late: a script's press leaves the cursor where it is.
    const minutes = await browser.text('.slot-length');
    await browser.driver.executeScript(
      `[...document.querySelectorAll('[role="dialog"] label')]
         .find((label) => label.innerText.includes('Numbing cream first')).click()`,
    );
    await browser.driver.wait(
      async () => (await browser.text('.slot-length')) !== minutes,
      SOON.timeout,
    );
    await browser.keys(Key.TAB);
    await browser.see(`A visit on ${dayWords(addDays(today, 9))}`, DIALOG);
    await browser.press('Cancel', DIALOG);
  });
});

describe('what a client wishes', () => {
  it('is kept with them, and two areas take a visit each', async () => {
    await openClient(browser, 'Fiddlewood');
    await browser.press('Book a visit');
    await browser.press('upper lip', DIALOG);
    await browser.press('one for each area', DIALOG);
    await browser.press('Find a time', DIALOG);
    await browser.press('Tue', FIND);
    await browser.press('Keep these wishes for the client', FIND);
    await browser.see('These are the client’s usual wishes: Tue.', FIND);
    await browser.press(' · ', `${FIND}//ul`);
    await browser.press('Book, then upper lip', DIALOG);
    await browser.see('Book a visit: upper lip', DIALOG);
    await browser.press('Find a time', DIALOG);
    await browser.see('These are the client’s usual wishes: Tue.', FIND);
    await browser.press(' · ', `${FIND}//ul`);
    await browser.press('Book and open', DIALOG);
    await browser.see('Send home');
    const booked = (await visitsOf('Fiddlewood')).slice(-2);
    expect(booked.map(({ site }) => site).sort()).toEqual(['forearm', 'upperLip']);
    const weekday = (at: Date) =>
      new Intl.DateTimeFormat('en-GB', { timeZone: demoZone(), weekday: 'short' }).format(at);
    expect(booked.map(({ starts_at }) => weekday(starts_at))).toEqual(['Tue', 'Tue']);
  });
});

describe('the waiting list', () => {
  it('takes a client on, and offers what another gives up', async () => {
    await openClient(browser, 'Saltmeadow');
    await browser.press('Book a visit');
    await browser.press('Find a time', DIALOG);
    await browser.press('None of these: wait for one', FIND);
    await browser.press('Put on the waiting list', FIND);
    await browser.see('On the waiting list', FIND);
    await browser.press('Cancel', DIALOG);
    // The morning of the day after tomorrow, in the garden room with Tobiah.
    await browser.open(`/calendar?day=${addDays(today, 2)}`);
    await browser.press('Ephraim Wickerleaf', '//main');
    await browser.press('Open the visit');
    await browser.press('Cancel this visit');
    await browser.fill('Reason', 'The client has a cold');
    await browser.press('Cancel it, on the record');
    await browser.see('could take the time that became free');
    // Taken back, and cancelled for good.
    await browser.press('Take the cancellation back');
    await browser.see('The visit stands again where it was');
    await browser.open(`/calendar?day=${addDays(today, 2)}`);
    await browser.press('Ephraim Wickerleaf', '//main');
    await browser.press('Open the visit');
    await browser.press('Cancel this visit');
    await browser.fill('Reason', 'A cold after all');
    await browser.press('Cancel it, on the record');
    await browser.press('See who waits');
    await browser.see('could take it', '//table');
    const waits = '//tr[contains(., "Off the list")]';
    await browser.press(':', `${waits}[contains(., "Primrose Youlgrave")]//td[last()]`);
    await browser.gone('Primrose Youlgrave', waits);
    // She was asked for the other day: that visit gave way to this one.
    const [given] = await visitsOf('Youlgrave');
    const day = given?.starts_at.toLocaleDateString('sv-SE', { timeZone: demoZone() });
    expect(day).toBe(addDays(today, 2));
    await browser.press('Off the list', `${waits}[contains(., "Peregrine Saltmeadow")]`);
    await browser.gone('Peregrine Saltmeadow', waits);
  });
});

describe('what clients are told', () => {
  it('is written by the owner, and a client is told of a visit as it is booked', async () => {
    const owner = await startBrowser(app.url);
    try {
      await signIn(owner, 'morwenna');
      await owner.press('Clinic');
      await owner.see('Messages to clients');
      await owner.press('Tell a client of a visit as soon as it is booked or moved');
      await owner.fill('When a visit is booked or moved', 'Dear {name}, on {when} then!');
      await owner.see('It will read: Dear Una, on');
      await owner.press('Keep these words');
      await owner.see('Version 1, by Morwenna Ashgrove-Pell');
      await owner.fill('Before a visit', 'Come on {when}');
      await owner.see('Before a visit must hold {link}');
      expect(await owner.isEnabled('Keep these words')).toBe(false);
      await openClient(browser, 'Bristlecombe');
      await browser.press('Book a visit');
      await browser.press('Find a time', DIALOG);
      // Whoever is booked within the hour stands at the desk, and is told nothing.
      await browser.fill('From day', TOMORROW);
      await browser.keys(Key.TAB);
      await browser.gone(dayWords(today), `${FIND}//ul`);
      await browser.press(' · ', `${FIND}//ul`);
      await browser.press('Book and open', DIALOG);
      await browser.see('Send home');
      await expect
        .poll(() => app.rows("select text from messages where kind = 'confirmation'"), SOON)
        .toMatchObject([{ text: expect.stringMatching(/^Dear Leander, on .* then!$/) as string }]);
    } finally {
      await owner.close();
    }
  });
});

describe('a day without the server', () => {
  it('stays readable, and says how old it is, until it can be read again', async () => {
    await browser.press('Today');
    await browser.see('Thisbe Candlewick', '//table');
    await keepsItself(browser);
    await browser.network(false);
    await browser.press('Clients');
    await browser.press('Today');
    await browser.see('It cannot be read again just now.');
    await browser.see('Thisbe Candlewick', '//table');
    // A reload without the server reads what this tablet keeps; the board of the day too.
    await browser.driver.navigate().refresh();
    await browser.see('It cannot be read again just now.');
    await browser.see('Thisbe Candlewick', '//table');
    await browser.network(true);
    await browser.driver.navigate().refresh();
    await browser.see('Thisbe Candlewick', '//table');
    await browser.gone('It cannot be read again just now.');
  });
});

describe('a page whose own code cannot be fetched', () => {
  const devTools = browser.driver as chrome.Driver;
  const blocked = async (urls: readonly string[]) => {
    await devTools.sendDevToolsCommand('Network.enable', {});
    await devTools.sendDevToolsCommand('Network.setBypassServiceWorker', {
      bypass: urls.length > 0,
    });
    await devTools.sendDevToolsCommand('Network.setBlockedURLs', { urls });
  };

  it('stands without a part that cannot be had, until it can', async () => {
    await blocked(['*/ListsBelow-*']);
    await browser.open('/');
    await browser.see('Thisbe Candlewick', '//table');
    await browser.see('A part of this page could not be fetched.');
    await blocked([]);
    await browser.see('Not ready, in the next two weeks');
    await browser.gone('A part of this page could not be fetched.');
  });

  it('says so, leads on, and opens once the code can be had, without a reload', async () => {
    await browser.open('/');
    await browser.see('Thisbe Candlewick', '//table');
    await browser.driver.executeScript('globalThis.sameDocument = true;');
    await blocked(['*/PracticePage-*']);
    await browser.press('Practice');
    await browser.see('This page could not be fetched');
    await browser.press('Go to Today');
    await browser.see('Thisbe Candlewick', '//table');
    await blocked([]);
    await browser.press('Practice');
    await browser.see('Strokes, spacing and judgement');
    expect(await browser.driver.executeScript('return globalThis.sameDocument === true;')).toBe(
      true,
    );
  });

  it('tries by itself when the network comes back', async () => {
    // A page that has not fetched it yet.
    await browser.open('/');
    await browser.see('Thisbe Candlewick', '//table');
    await blocked(['*/PracticePage-*']);
    await browser.press('Practice');
    await browser.see('This page could not be fetched');
    await blocked([]);
    await browser.driver.executeScript("dispatchEvent(new Event('online'));");
    await browser.see('Strokes, spacing and judgement');
  });
});
