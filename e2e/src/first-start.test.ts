import { demoZone } from '../../server/test-databases.mjs';
import { defined } from '@tidy-quill/core/units';
import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import {
  answerNo,
  bookNewClient,
  endWithOpenCells,
  look,
  newClient,
  pick,
  readAndApprove,
  readCaution,
  signConsent,
  testSpot,
} from './walk';

let app: Application;
let owner: Browser;
let supervisor: Browser;
let technician: Browser;
beforeAll(async () => {
  app = await startApplication({ demo: false });
  [owner, supervisor, technician] = [
    await startBrowser(app.url),
    await startBrowser(app.url),
    await startBrowser(app.url),
  ];
});
afterAll(async () => {
  for (const each of [owner, supervisor, technician]) await each.close();
  await app.close();
});

const DIALOG = '//div[@role="dialog"]';
const PASSWORD = 'wet pebble orbit thimble';

/** Invites somebody as the owner, and gives the link to them. */
async function invited(name: string, role: string): Promise<string> {
  await owner.press('Invite member of staff');
  await owner.fill('Name', name);
  await owner.press(role, DIALOG);
  await owner.press('Make the link', DIALOG);
  await owner.see('It works once');
  const text = await owner.text('[role="dialog"]');
  await owner.press('Done', DIALOG);
  return new URL(defined(/https?:\S+/.exec(text))[0]).pathname;
}

/** Takes an invitation up, and signs in by it. */
async function takeUp(browser: Browser, link: string, signInName: string): Promise<void> {
  await browser.open(link);
  await browser.fill('You sign in as', signInName);
  await browser.fill('Password', PASSWORD);
  await browser.press('Set it');
  await browser.press('Go to sign in');
  await browser.fill('Name', signInName);
  await browser.fill('Password', PASSWORD);
  await browser.press('Sign in');
  await readCaution(browser);
  await browser.see('This clinic is being set up');
}

describe('a clinic that begins', () => {
  it('is set up by the code of the machine’s terminal', async () => {
    await owner.open('/');
    await owner.press('Set up your clinic');
    await owner.fill('Code from the terminal', 'ABCD-EFGH-JKMN');
    await owner.fill('Name of the clinic', 'Heron Lane Laser');
    await owner.fill('Telephone', '01632 960 700');
    await owner.fill('Your name', 'Perpetua Greengage');
    await owner.fill('You sign in as', 'perpetua');
    await owner.fill('Password', 'short');
    await owner.press('Set it up');
    await owner.see('Password must be 10 characters at least');
    await owner.fill('Password', PASSWORD);
    await owner.press('Set it up');
    await owner.see('This code opens nothing');
    await owner.fill('Code from the terminal', defined(app.setupCode));
    await owner.press('Set it up');
    await readCaution(owner);
    await owner.see('5 things are missing before anybody can be treated.');
    // By a clock by which it is day, whenever this runs.
    await app.rows('update clinics set time_zone = $1', [demoZone()]);
    await owner.driver.navigate().refresh();
    await owner.see('5 things');
  });

  it('shows empty pages that say what to do, and none that fails', async () => {
    for (const [place, words] of [
      ['Today', 'This clinic is being set up'],
      ['Calendar', 'No room'],
      ['Clients', 'Add client'],
      ['Devices', 'No version yet'],
    ] as const) {
      await owner.press(place, '//nav[@aria-label="Places"]');
      await owner.see(words);
      await owner.gone('cannot be shown');
    }
  });

  it('gets a room, people, and a handpiece typed from its manual', async () => {
    await owner.press('Clinic', '//nav[@aria-label="Places"]');
    await owner.fill('New room', 'Window room');
    await owner.keys(Key.ENTER);
    await owner.see('Rename');
    // What is not ready yet says so: a press is never swallowed.
    await bookNewClient(owner, {
      ...{ given: 'Early', family: 'Finch', born: '3 Mar 1990', phone: '01632 960 556' },
    });
    await owner.see('No approved devices yet');
    await owner.press('Clinic', '//nav[@aria-label="Places"]');
    await takeUp(supervisor, await invited('Cosmo Tarn', 'supervisor'), 'cosmo');
    await takeUp(technician, await invited('Ines Bellwether', 'technician'), 'ines');
    await owner.press('Devices', '//nav[@aria-label="Places"]');
    await pick(owner, 'Add, beginning from', 'Diode 810 nm, cold plate, stamped and in motion');
    for (const [label, value] of [
      ['Name', 'Diode 810, plate 12'],
      ['Spots, mm', '12 x 12'],
      ['Pulses, ms', '5; 10; 20; 30; 40; 60; 80; 100'],
      ['Fluence from, J/cm²', '2'],
      ['Fluence to, J/cm²', '40'],
      ['Fluence step, J/cm²', '1'],
      ['Energy to, J', '6'],
      ['Average power to, W', '160'],
      ['Rate to, Hz', '10'],
      ['Plate, °C', '5'],
      ['Contact before, s', '0.5'],
    ] as const) {
      await owner.fill(label, value);
    }
    await owner.press('Use these values', DIALOG);
    await owner.see('is out of reach: this energy gives 4.2 J/cm² at the smallest spot');
    await owner.fill('Energy to, J', '60');
    await owner.press('Use these values', DIALOG);
    await owner.fill('What changed and why', 'From the manual');
    await owner.press('Keep as version 1');
    await owner.see('A supervisor approves it.');
  });

  it('may treat once a supervisor has approved devices and protocol', async () => {
    await supervisor.press('Devices', '//nav[@aria-label="Places"]');
    await readAndApprove(supervisor);
    await supervisor.see('approved by Cosmo Tarn');
    await supervisor.press('Protocol', '//nav[@aria-label="Devices or protocol"]');
    await supervisor.see('Textbook ranges to begin with');
    await readAndApprove(supervisor);
    await supervisor.see('approved by Cosmo Tarn');
    await owner.open('/clinic/setup');
    await owner.see('All that a first client needs is there.');
  });

  it('treats its first client', async () => {
    await newClient(technician, {
      given: 'Hesper',
      family: 'Dandelock',
      born: '1 Feb 1994',
      phone: '01632 960 555',
    });
    await answerNo(technician);
    await signConsent(technician, 'Hesper Dandelock', 'Ines Bellwether');
    await look(technician, { type: 'II', colour: 'black', calibre: 'coarse', density: 'medium' });
    await technician.press('Diode 810, plate 12', '//table//tr[contains(., "stamping")]');
    await technician.press('Accept', '//footer');
    await testSpot(technician, 'b', '3');
    await technician.press('Go to', '//footer');
    // Spots needed all that a treatment does: nothing is left to make ready.
    await technician.press('Start treatment');
    await technician.see('TREATING');
    await technician.keys('h', 'h');
    await endWithOpenCells(technician);
    await expect
      .poll(async () => (await app.kept('Dandelock', 'pulsesFired'))[0]?.body)
      .toMatchObject({ count: 10 });
  });
});
