import { demoZone } from '../../server/test-databases.mjs';
import { defined } from '@tidy-quill/core/units';
import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { keyboard, readSpot, type Keyboard } from './walk';

// A clinic that begins, from nothing to its first treated client, no mouse at hand.

let app: Application;
let owner: Browser;
let supervisor: Browser;
let ownersHand: Keyboard;
let hand: Keyboard;
beforeAll(async () => {
  app = await startApplication({ demo: false });
  [owner, supervisor] = await Promise.all([startBrowser(app.url), startBrowser(app.url)]);
  ownersHand = keyboard(owner);
  hand = keyboard(supervisor);
});
afterAll(async () => {
  await Promise.all([owner.close(), supervisor.close()]);
  await app.close();
});

const PASSWORD = 'wet pebble orbit thimble';

/** Goes to a field and types over what is in it. */
async function write(browser: Browser, by: Keyboard, label: string, text: string): Promise<void> {
  await by.tabTo(label);
  await browser.driver.actions().keyDown(Key.CONTROL).sendKeys('a').keyUp(Key.CONTROL).perform();
  await browser.keys(text);
}

/** Opens a list and goes down it to a word. */
async function choose(browser: Browser, by: Keyboard, label: string, word: string): Promise<void> {
  await by.tabTo(label);
  await browser.keys(Key.ARROW_DOWN);
  const active = () =>
    browser.driver.executeScript<string>(
      `return document.querySelector('.ant-select-item-option-active')?.innerText ?? ''`,
    );
  await expect.poll(active).not.toBe('');
  for (let moves = 0; moves < LONGEST_LIST; moves++) {
    if ((await active()).includes(word)) break;
    await browser.keys(Key.ARROW_DOWN);
  }
  expect(await active()).toContain(word);
  await browser.keys(Key.ENTER);
}

const LONGEST_LIST = 40;

/** Ticks each row of a first version, and approves it. */
async function readAndApprove(number = 1): Promise<void> {
  await supervisor.see('still to be read');
  const count = await supervisor.driver.executeScript<number>(
    `return document.querySelectorAll('.rows-to-read input[type="checkbox"]').length`,
  );
  const first = await supervisor.driver.executeScript<string>(
    `return document.querySelector('.rows-to-read label strong').innerText`,
  );
  await hand.tabTo(first);
  for (let row = 0; row < count; row++) await supervisor.keys(Key.SPACE, Key.TAB);
  await hand.enter('All read: go to the versions');
  await hand.enter(`Approve version ${number}`);
}

describe('a clinic that begins, by keyboard alone', () => {
  it('is set up by its owner, with a room and a supervisor', async () => {
    await owner.open('/');
    await owner.see('Set up your clinic');
    await ownersHand.enter('Set up your clinic');
    for (const [label, text] of [
      ['Code from the terminal', defined(app.setupCode)],
      ['Name of the clinic', 'Heron Lane Laser'],
      ['Telephone', '01632 960 700'],
      ['Your name', 'Perpetua Greengage'],
      ['You sign in as', 'perpetua'],
      ['Password', PASSWORD],
    ] as const) {
      await write(owner, ownersHand, label, text);
    }
    await owner.keys(Key.ENTER);
    await owner.see('I have read this');
    await ownersHand.enter('I have read this');
    await owner.gone('Before you begin');
    await owner.see('5 things are missing before anybody can be treated.');
    // By a clock by which it is day, whenever this runs.
    await app.rows('update clinics set time_zone = $1', [demoZone()]);
    await owner.driver.navigate().refresh();
    await owner.see('5 things');
    await ownersHand.enter('Clinic');
    await owner.see('No rooms yet.');
    await write(owner, ownersHand, 'New room', 'Window room');
    await owner.keys(Key.ENTER);
    await owner.see('Rename');
    await ownersHand.enter('Invite member of staff');
    await owner.see('Make the link');
    await write(owner, ownersHand, 'Name', 'Cosmo Tarn');
    await ownersHand.choose('Role', 'supervisor');
    await ownersHand.enter('Make the link');
    await owner.see('It works once');
    const link = new URL(defined(/https?:\S+/.exec(await owner.text('[role="dialog"]')))[0]);
    await ownersHand.enter('Done');
    await supervisor.open(link.pathname);
    await supervisor.see('You sign in as');
    await write(supervisor, hand, 'You sign in as', 'cosmo');
    await write(supervisor, hand, 'Password', PASSWORD);
    await supervisor.keys(Key.ENTER);
    await supervisor.see('Go to sign in');
    await hand.enter('Go to sign in');
    await supervisor.see('Sign in');
    await write(supervisor, hand, 'Name', 'cosmo');
    await write(supervisor, hand, 'Password', PASSWORD);
    await supervisor.keys(Key.ENTER);
    await supervisor.see('I have read this');
    await hand.enter('I have read this');
    await supervisor.gone('Before you begin');
    await supervisor.see('This clinic is being set up');
  });

  it('types a handpiece from its manual and eyewear from its label, and approves what is read', async () => {
    await hand.enter('Devices');
    await supervisor.see('No version yet');
    await supervisor.see('Add, beginning from');
    await choose(supervisor, hand, 'Add, beginning from', 'Diode 810 nm, cold plate');
    for (const [label, value] of [
      ['Name', 'Diode 810, plate 12'],
      ['Spots, mm', '12 x 12'],
      ['Pulses, ms', '5; 10; 20; 30; 40; 60; 80; 100'],
      ['Fluence from, J/cm²', '2'],
      ['Fluence to, J/cm²', '40'],
      ['Fluence step, J/cm²', '1'],
      ['Energy to, J', '60'],
      ['Average power to, W', '160'],
      ['Rate to, Hz', '10'],
      ['Plate, °C', '5'],
      ['Contact before, s', '0.5'],
    ] as const) {
      await write(supervisor, hand, label, value);
    }
    await hand.enter('Use these values');
    await supervisor.see('Keep as version 1');
    await write(supervisor, hand, 'What changed and why', 'From the manual');
    await hand.enter('Keep as version 1');
    await readAndApprove();
    await supervisor.see('approved by Cosmo Tarn');
    await hand.enter('Protocol');
    await supervisor.see('Textbook ranges to begin with');
    await readAndApprove();
    await supervisor.see('approved by Cosmo Tarn');
    await hand.enter('Eyewear');
    await supervisor.see('No eyewear listed yet');
    await hand.enter('Add eyewear');
    await supervisor.see('Label, band by band');
    for (const [label, value] of [
      ['Name, as it is called here', 'Green goggles'],
      ['From', '800'],
      ['To', '830'],
      ['Optical density', '7'],
      ['How many there are', '2'],
    ] as const) {
      await write(supervisor, hand, label, value);
    }
    await hand.enter('Add eyewear');
    await supervisor.see('for 2 people');
    await owner.open('/clinic/setup');
    await owner.see('All that a first client needs is there.');
  });

  it('treats its first client', async () => {
    await hand.enter('Clients');
    await supervisor.see('No clients yet');
    await hand.enter('Add client');
    await supervisor.see('Given name');
    for (const [label, value] of [
      ['Given name', 'Hesper'],
      ['Family name', 'Dandelock'],
      ['Date of birth', '1 Feb 1994'],
      ['Telephone', '01632 960 555'],
    ] as const) {
      await write(supervisor, hand, label, value);
    }
    await hand.enter('Add client');
    await supervisor.see('No areas yet');
    await hand.enter('Add area');
    await choose(supervisor, hand, 'Site', 'lower leg');
    await hand.choose('Side', 'left');
    await hand.enter('Add area');
    await supervisor.gone('No areas yet');
    await hand.enter('Book a visit');
    await supervisor.see('Book and open');
    await hand.choose('Room', 'Window room');
    await hand.enter('Book and open');
    await supervisor.see('Sun or sunbed on the area');
    await hand.enter('Mark the rest “No”');
    await supervisor.see('All asked');
    await hand.enter('Save answers, go to');
    await hand.enter('Read and sign');
    await supervisor.see('What may go wrong');
    await hand.tabTo('The client has read it');
    await supervisor.keys(Key.SPACE);
    for (const [who, name] of [
      ['Client, Hesper Dandelock', 'Hesper Dandelock'],
      ['Technician', 'Cosmo Tarn'],
    ] as const) {
      await hand.enter('Type the name instead');
      await hand.type(`${who}, full name typed`, name);
    }
    await hand.enter('Sign and keep');
    await supervisor.see('signed and in force');
    await hand.enter('Go to Look');
    await supervisor.see('Fitzpatrick type');
    await hand.choose('Fitzpatrick type', 'II');
    await hand.choose('Tan on the area', 'no tan');
    await hand.choose('Colour', 'black');
    await hand.choose('Calibre', 'coarse');
    await hand.choose('Density', 'medium');
    await hand.enter('findings, go to Plan');
    await supervisor.see('What limits the fluence');
    await hand.enter('Accept');
    await supervisor.see('Settings, read aloud');
    await supervisor.see('Green goggles');
    await supervisor.keys('m', 'd', 'e', 'l', 'c', 's', 'k', 'j', 'g', 'z', 't', 'r');
    await supervisor.see('Ready for the test spots.');
    await hand.enter('Go to Spot');
    await supervisor.see('A test spot comes first');
    await supervisor.keys('f');
    await readSpot(supervisor, 1, 'b', '3');
    await supervisor.later(6);
    await readSpot(supervisor, 1, 'b');
    await hand.enter('Go to');
    await supervisor.see('Start treatment');
    await hand.enter('Start treatment');
    await supervisor.see('TREATING');
    await supervisor.keys('h', 'h');
    await expect
      .poll(async () => (await app.kept('Dandelock', 'pulsesFired'))[0]?.body)
      .toMatchObject({ count: 10 });
    const ticks = (await app.kept('Dandelock', 'checkTicked')).map(({ body }) => body['worn']);
    expect(ticks).toContainEqual([expect.objectContaining({ name: 'Green goggles' })]);
  });
});
