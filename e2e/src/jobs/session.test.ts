import type { ToConsole } from '@tidy-quill/contract/console';
import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from '../application';
import { startBrowser, type Browser } from '../browser';
import {
  answerNo,
  consoleAsPlanned,
  prepareForSpots,
  readSpot,
  RIBBON,
  signConsent,
  signIn,
  SOON,
  openClient,
} from '../walk';
import { inSteps } from './steps';

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

/** What a foot or a hand does at the console itself: no step at the screen. */
async function atConsole(order: ToConsole): Promise<void> {
  const status = await browser.driver.executeAsyncScript<number>(
    `const [order, done] = arguments;
     const [, , id] = location.pathname.split('/');
     fetch('/api/visits/' + id + '/console', {
       method: 'POST',
       headers: { 'content-type': 'application/json' },
       body: JSON.stringify(order),
     }).then(({ status }) => done(status));`,
    order,
  );
  expect(status).toBe(204);
}

describe('both legs in motion', () => {
  const CELLS = '//*[@class="cell-map"]';

  it('are asked about, looked at, planned, treated cell by cell, and sent home', async () => {
    await openClient(browser, 'Gullfeather');
    await browser.press('Book a visit');
    await browser.press('Window room', '//div[@role="dialog"]');
    await browser.press('Book and open');
    await browser.see('Send home', RIBBON);
    await inSteps(40, browser, async () => {
      await browser.press('Still none');
      await browser.press('Mark the rest “No”');
      await browser.press('Save answers, go to Look');
      await browser.see('confirm', '//h2[contains(., "Skin")]');
      await browser.choose('Tan on the area', 'no tan');
      await browser.press('Confirm findings, go to Plan');
      await browser.see('What limits the fluence');
      await browser.press('Diode 810, plate 12', '//table//tr[contains(., "in motion")]');
      await browser.press('Accept 5 J/cm²');
      await browser.see('Settings, read aloud');
      await consoleAsPlanned(browser);
      await browser.keys('m', 'd', 'e', 'c', 's', 'k', 'j', 'z', 't', 'r');
      await browser.see('All ready.');
      await browser.press('Go to Treat');
      await browser.see('Start treatment');
      await atConsole({ type: 'ready' });
      await browser.see('Console READY');
      await browser.keys(Key.ENTER);
      await browser.see('TREATING');
      // An Enter right after the one that starts is taken for a second tap.
      const seconds = async () => /0 min (\d\d) s/.exec(await browser.text('.count'))?.[1];
      await expect.poll(async () => Number(await seconds()), SOON).toBeGreaterThan(1);
      for (let cell = 1; cell <= 14; cell++) {
        await atConsole({ type: 'pedal', pulses: 10 });
        await browser.see('10 of 27', `${CELLS}//*[@aria-current="step"]`);
        if (cell === 1) {
          await browser.keys('3', 'b', 'v');
          // Each pass is held against an even hand's; its pulses are the console's.
          await browser.see(', 10 pulses: ', '//*[@role="status"]/..');
        }
        await browser.keys(Key.ENTER);
        await browser.see(`✓ ${cell}`, CELLS);
      }
      await browser.keys('.');
      await browser.see('Second look');
      await browser.later(6);
      await browser.see('Second look');
      await browser.keys('b', '1', 'e', Key.ENTER);
      await browser.see('After your laser hair removal');
      await browser.press('Send home, book next visit');
      await browser.see('the next visit is booked for');
    });
    const [today, ...earlier] = await app.kept('Gullfeather', 'cellEnded');
    const cells = earlier.filter(({ visit_id }) => visit_id === defined(today).visit_id);
    expect(cells.map(({ body }) => body['how'])).toEqual(Array(13).fill('done'));
    // A reload after the second look found no false fault at the console.
    expect(await app.kept('Gullfeather', 'incident')).toEqual([]);
  });

  it('stand apart on the drawing, right and left, and say how far a cell fell short', async () => {
    await browser.press('Treat', RIBBON);
    await browser.see('10 of 278', '//*[@role="group"][@aria-label="Right"]');
    const cellsOf = (side: string) =>
      browser.driver.findElements({ xpath: `//*[@aria-label="${side}"]//button` });
    expect([(await cellsOf('Right')).length, (await cellsOf('Left')).length]).toEqual([7, 7]);
  });
});

describe('a tattoo of three colours at the ankle, type IV', () => {
  it('is asked about, consented to, drawn, planned, tested and sent home until the late look', async () => {
    await browser.press('Clients');
    await browser.press('Add client');
    await browser.fill('Given name', 'Calanthe');
    await browser.fill('Family name', 'Brackenridge');
    await browser.fill('Date of birth', '4 Mar 1991');
    await browser.fill('Telephone', '01632 960 778');
    await browser.press('Add client', '//div[@role="dialog"]');
    await browser.see('No areas yet');
    await browser.press('Add area');
    await browser.choose('For', 'tattoo removal');
    await browser.pressPart('right ankle');
    await browser.press('Add area', '//div[@role="dialog"]');
    await browser.press('Book a visit');
    await browser.press('Window room', '//div[@role="dialog"]');
    await browser.press('Book and open');
    await browser.see('Send home', RIBBON);
    await inSteps(45, browser, async () => {
      await answerNo(browser);
      await signConsent(browser, 'Calanthe Brackenridge');
      await found();
      await browser.see('What each light would do');
      await browser.see('1064', '//ol[@class="ink-order"]/li[1]');
      await browser.see('red: no light here treats it, it stays');
      await browser.see('Blisters: high.');
      // The low end for skin worked as IV to VI.
      await browser.press('Accept 3 J/cm²');
      await browser.see('Eyewear for 1064 nm on everyone');
      await prepareForSpots(browser);
      await browser.keys('f');
      await readSpot(browser, 1, 'a', '3');
      await browser.later(6);
      await readSpot(browser, 1, 'a');
      await browser.see('Treatment waits for the later look.');
      await browser.press('Go to Send home');
      await browser.see('After your test spots');
      await browser.see('Raise the limb when you sit or lie down.');
      await browser.press('Send home, book next visit');
      await browser.see('the next visit is booked for');
    });
    const [spot] = await app.kept('Brackenridge', 'spotFired');
    expect(defined(spot).body).toMatchObject({ setting: { fluenceJcm2: 3 } });
  });
});

/** Notes skin and ink, its three parts by their size. */
async function found(): Promise<void> {
  await browser.choose('Fitzpatrick type', 'IV');
  await browser.choose('Tan on the area', 'no tan');
  await browser.press('Add a part by size');
  await browser.fill('Size of part 1', '6');
  for (const [part, colour, size] of [
    ['2', 'red', '4'],
    ['3', 'green', '3'],
  ] as const) {
    await browser.fill('Colour of the part', colour);
    await browser.keys(Key.ENTER);
    await browser.press('Add a part by size');
    await browser.fill(`Size of part ${part}`, size);
  }
  await browser.choose('State of the ink', 'quiet');
  await browser.choose('Density of the ink', 'medium');
  await browser.choose('Made by', 'professional');
  await browser.choose('Scar', 'none');
  await browser.fill('Age of the ink', '7');
  await browser.fill('Sessions before', '0');
  await browser.press('findings, go to Plan');
}
