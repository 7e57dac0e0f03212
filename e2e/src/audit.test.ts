import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { keyboard, openClient, openVisit, signIn } from './walk';

let app: Application;
let technician: Browser;
let supervisor: Browser;

beforeAll(async () => {
  app = await startApplication();
  [technician, supervisor] = await Promise.all([startBrowser(app.url), startBrowser(app.url)]);
});
afterAll(async () => {
  await technician.close();
  await supervisor.close();
  await app.close();
});

const ROWS = '//table//tbody';

describe('who looked at a client', () => {
  it('is found from the client, and narrowed down by person and by what was done', async () => {
    await signIn(technician);
    await openVisit(technician, 'Candlewick');
    await signIn(supervisor, 'caspian');
    await openClient(supervisor, 'Candlewick');
    await supervisor.press('Export');
    await supervisor.press('Who looked at it');
    await supervisor.see('Only Thisbe Candlewick');
    await supervisor.see('Visit opened', ROWS);
    await supervisor.see('Idony Brackwater', ROWS);
    await supervisor.see('Client opened', ROWS);
    await supervisor.fill('Person', 'Idony');
    await supervisor.keys(Key.ENTER);
    await supervisor.gone('Client opened', ROWS);
    await supervisor.press('Show everybody');
    await supervisor.see('Signed in', ROWS);
  });

  it('tells of an edit with what stood before, found by keys alone', async () => {
    await openClient(technician, 'Candlewick');
    await technician.press('Edit');
    await technician.fill('Telephone', '01632 960 555');
    await technician.press('Save', '//div[@role="dialog"]');
    await technician.see('01632 960 555');
    const hand = keyboard(supervisor);
    await hand.enter('Clinic');
    await hand.enter('Audit trail: who did and looked at what');
    await hand.tabTo('What');
    await supervisor.keys('edited', Key.ENTER);
    await supervisor.see('→ “01632 960 555”', ROWS);
  });

  it('is not a technician’s to read', async () => {
    await technician.open('/clinic/audit');
    await technician.see('The audit trail is for supervisor and owner');
    await technician.open('/clinic');
    await technician.see('Rooms');
    expect(await technician.driver.getPageSource()).not.toContain('Audit trail');
  });
});
