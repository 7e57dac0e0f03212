import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from '../application';
import { startBrowser, type Browser } from '../browser';
import { keyboard, readSpot, signIn, type Keyboard } from '../walk';
import { inSteps } from './steps';

const COUNT = '//*[@data-testid="pulse-count"]/..';
const CARD = '//*[contains(@class, "console-card")]';

let app: Application;
let browser: Browser;
let hand: Keyboard;
beforeAll(async () => {
  app = await startApplication();
  browser = await startBrowser(app.url);
  await signIn(browser);
  hand = keyboard(browser);
});
afterAll(async () => {
  await browser.close();
  await app.close();
});

describe('a return by keyboard, with a console that fails', () => {
  it('goes from the list to a signed record', async () => {
    await browser.see('Ambrose Thistlewaite-Moon');
    await inSteps(60, browser, async () => {
      await plan();
      await makeReady();
      await testSpotFirst();
      await treat();
      await seeOff();
    });
    const incidents = await app.kept('Thistlewaite-Moon', 'incident');
    expect(incidents.map(({ body }) => body['what'])).toEqual(['consoleLost', 'interlockOpen']);
    expect(await app.kept('Thistlewaite-Moon', 'recordSigned')).toHaveLength(1);
  });
});

async function plan(): Promise<void> {
  await hand.enter('Ambrose Thistlewaite-Moon');
  await browser.see('Sun or sunbed on the area');
  await hand.enter('Still none');
  await hand.enter('Mark the rest “No”');
  await browser.see('All asked');
  await hand.enter('Save answers, go to Look');
  await browser.see('Fitzpatrick type');
  await hand.choose('Tan on the area', 'no tan');
  await hand.enter('Confirm findings, go to Plan');
  await browser.see('What limits the fluence');
  await hand.enter('Accept 8 J/cm²');
}

async function makeReady(): Promise<void> {
  await browser.see('Settings, read aloud');
  await hand.enter('This console is simulated');
  await hand.enter('Power on');
  await browser.see('Console STANDBY');
  await hand.enter('Dial as planned');
  await browser.see('agrees:', CARD);
  await browser.keys('m', 'd', 'e', 'l', 'c', 's', 'k', 'j', 'g', 'z', 'y', 'r');
  await browser.see('Ready for the test spots.');
  await hand.enter('Go to Spot');
}

async function testSpotFirst(): Promise<void> {
  await browser.see('A test spot comes first');
  await browser.keys('f');
  await readSpot(browser, 1, 'b', '3');
  await browser.later(6);
  await readSpot(browser, 1, 'b');
  await browser.see('The spots allow 8 J/cm²');
  await hand.enter('Go to Treat');
}

async function treat(): Promise<void> {
  await browser.see('Start treatment');
  await browser.see('Console STANDBY');
  // Enter opens what has the focus and starts nothing.
  await hand.enter('This console is simulated');
  await hand.enter('Ready');
  await browser.see('Console READY');
  await hand.enter('Start treatment');
  await browser.see('TREATING');
  await hand.enter('Pedal × 5');
  await hand.enter('Pedal × 5');
  await browser.see('10', COUNT);
  await browser.keys('3', 'b');
  // A reload is no lost link, and stops nothing.
  await browser.driver.navigate().refresh();
  await browser.see('TREATING');
  await browser.see('Console READY');
  await hand.enter('This console is simulated');
  await hand.enter('open door');
  await browser.see('STOPPED');
  await browser.see('The interlock is open');
  await hand.enter('open door');
  await browser.gone('Go on once this is put right');
  await browser.keys('p');
  await browser.see('TREATING');
  await hand.enter('lost link');
  await browser.see('NO LINK to the console');
  await browser.see('STOPPED');
  await browser.keys('p');
  await browser.see('TREATING');
  await browser.keys('h');
  await browser.see('20', COUNT);
  await hand.enter('Cell 1 done');
  await browser.see('Cell 2 done');
  await hand.enter('This console is simulated');
  await hand.enter('lost link');
  await browser.see('Console STANDBY');
  await hand.enter('This console is simulated');
  await hand.enter('Ready');
  await browser.see('Console READY');
  for (const pulses of ['25', '30', '35', '40']) {
    await hand.enter('Pedal × 5');
    await browser.see(pulses, COUNT);
  }
  await browser.keys('4', 'j', 'j', 'j');
  await hand.enter('Cell 2 done');
  await browser.see('End treatment');
  // Enter once more does not end it.
  await browser.driver.actions().sendKeys(Key.ENTER).perform();
  await browser.see('TREATING');
  await browser.keys('.');
}

async function seeOff(): Promise<void> {
  await browser.see('Second look');
  await browser.later(6);
  await browser.see('Second look');
  await browser.keys('b', '1', 'e');
  await hand.enter('Save what was seen');
  await browser.see('After your laser hair removal');
  await hand.enter('Send home, book next visit');
  await browser.see('the next visit is booked for');
  await hand.enter('Read and sign the record');
  await browser.see('Sign the record');
  await hand.enter('Type the name instead');
  await hand.type('Idony Brackwater, full name typed', 'Idony Brackwater');
  await hand.enter('Sign what stands here');
  await browser.see('Signed by you, Idony Brackwater, as it stands.');
}
