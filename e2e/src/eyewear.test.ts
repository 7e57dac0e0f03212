import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { openVisit, RIBBON, signIn } from './walk';

let app: Application;
let technician: Browser;
let supervisor: Browser;
beforeAll(async () => {
  app = await startApplication();
  [technician, supervisor] = await Promise.all([startBrowser(app.url), startBrowser(app.url)]);
  await signIn(technician, 'idony');
  await signIn(supervisor, 'caspian');
});
afterAll(async () => {
  await Promise.all([technician.close(), supervisor.close()]);
  await app.close();
});

describe('eyewear', () => {
  it('that is cracked fits no more, and nothing is made ready without one that does', async () => {
    await supervisor.press('Devices', '//nav[@aria-label="Places"]');
    await supervisor.press('Eyewear', '//nav[@aria-label="Devices or protocol"]');
    for (const name of ['Pale goggles, 1064', 'Dark goggles, pulsed light']) {
      await supervisor.press('cracked', `//tr[contains(., "${name}")]`);
      await supervisor.see('cracked', `//tr[th[contains(., "${name}")]]/td[5]`);
    }
    await supervisor.see(
      'nothing for whoever is in the room',
      '//tr[contains(., "Nanosecond 1064")]',
    );
    await openVisit(technician, 'Fennimore Quickthorn');
    await technician.press('Accept', '//footer');
    await technician.press('Prepare', RIBBON);
    await technician.see('No eyewear on the list fits this light for whoever is in the room');
    await technician.see('Pale goggles, 1064: cracked: out of use');
    expect(await technician.isEnabled('Eyewear for 1064 nm')).toBe(false);
  });

  it('that is added by its label fits, and the visit says what was put on', async () => {
    await supervisor.press('Add eyewear');
    await supervisor.fill('Name, as it is called here', 'New goggles, 1064');
    await supervisor.fill('From', '1000');
    await supervisor.fill('To', '900');
    await supervisor.fill('Optical density', '7');
    await supervisor.press('Add eyewear', '//div[@role="dialog"]');
    await supervisor.see('must be at or above the lower end');
    await supervisor.fill('To', '1100');
    await supervisor.press('Add eyewear', '//div[@role="dialog"]');
    await supervisor.see('New goggles, 1064', '//tr[contains(., "Nanosecond 1064")]');
    await technician.driver.navigate().refresh();
    await technician.see('New goggles, 1064');
    await technician.keys('e');
    await technician.see('Put on: New goggles, 1064.');
    await expect
      .poll(async () => (await app.kept('Quickthorn', 'checkTicked'))[0]?.body['worn'])
      .toMatchObject([{ name: 'New goggles, 1064' }]);
  });
});
