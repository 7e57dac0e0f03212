import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Origin } from 'selenium-webdriver';
import axe from 'axe-core';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { openVisit, RIBBON, signIn, SOON } from './walk';

let app: Application;
let browser: Browser;
let phone: Browser;
beforeAll(async () => {
  app = await startApplication();
  browser = await startBrowser(app.url);
  phone = await startBrowser(app.url);
  await phone.size(390, 844);
  await signIn(browser);
});
afterAll(async () => {
  await browser.close();
  await phone.close();
  await app.close();
});

/** Tabs on until what has the focus is called this. */
async function tabTo(text: string): Promise<void> {
  for (let tries = 0; tries < 120; tries++) {
    await browser.keys('\uE004');
    const name = await browser.driver.executeScript<string>(`
      const here = document.activeElement;
      return here.getAttribute('aria-label') ?? (here.closest('label') ?? here).innerText ?? '';`);
    if (name.replace(/\s+/g, ' ').replace(' :', ':').includes(text)) return;
  }
  throw new Error(`No way to ${text} by Tab`);
}

const question = (id: string) => `//*[@data-question="${id}"]`;
const answersOf = (familyName: string) =>
  app.rows<{ body: { medicines: object[]; answers: Record<string, object> } }>(
    `select e.body from visit_events e join visits v on v.id = e.visit_id
     join clients c on c.id = v.client_id
     where c.family_name = $1 and e.kind = 'answersGiven' order by e.at`,
    [familyName],
  );

describe('a first consultation by mouse', () => {
  it('names medicines, says what each means, and stops', async () => {
    await openVisit(browser, 'Bram Oxenstable');
    await browser.press('Yes', question('allergy'));
    await browser.press('Yes', question('medicines'));
    await browser.press('Mark the rest “No”');
    await browser.see('Which ones?');
    await browser.see('Still to be told: Medicines, Allergies.');
    await browser.press('Next: Medicines');
    await browser.keys('doxicyclin');
    await browser.press('Add', question('medicines'));
    await browser.see('did you mean');
    await browser.press('doxycycline', '//*[@class="medicine-asked"]');
    await browser.fill('Name of a medicine, cream or supplement', 'moonwort');
    await browser.press('Add', question('medicines'));
    await browser.see('not in the list, goes to the supervisor');
    await browser.see('What was it?');
    await browser.fill('To what', 'latex');
    await browser.see('Refer: moonwort');
    await browser.see('Wait: doxycycline');
    await browser.see('Still taken: 14 days after the last day');
    await browser.press('Save answers, stop here');
    await browser.see('Stop: moonwort', '//aside');
    await browser.see('No treatment: consent not signed', '//aside');
    // The page shows what it has kept itself; the server has it a moment later.
    await expect
      .poll(async () => (await answersOf('Oxenstable'))[0]?.body.medicines, SOON)
      .toEqual([
        { name: 'doxycycline', substanceId: 'doxycycline', lastOn: null },
        { name: 'moonwort', substanceId: null, lastOn: null },
      ]);
  });

  it('is corrected by a new set of answers; the old one stays', async () => {
    await browser.press('Remove', '//*[@class="medicine"][contains(., "moonwort")]');
    await browser.press('Remove', '//*[@class="medicine"][contains(., "doxycycline")]');
    await browser.press('No', question('medicines'));
    await browser.press('Save answers, go to Consent');
    await browser.see('Read and sign');
    await expect.poll(() => answersOf('Oxenstable'), SOON).toHaveLength(2);
  });

  it('is read from wherever it is asked for, even where consents are listed already', async () => {
    await browser.press('Read and sign', '//aside');
    await browser.see('What may go wrong');
    await browser.driver.navigate().back();
    await browser.see('Nothing has been signed yet.');
  });

  it('signs by hand, and keeps a PDF', async () => {
    await browser.press('Read and sign', '//footer');
    await browser.see('What may go wrong');
    await browser.press('The client has read it');
    for (const who of ['Client', 'Technician']) {
      const pad = await browser.driver.findElement({ css: `canvas[aria-label^="${who}"]` });
      await browser.driver.executeScript('arguments[0].scrollIntoView({block: "center"})', pad);
      await browser.driver
        .actions()
        .move({ origin: pad, x: -100, y: -20 })
        .press()
        .move({ origin: Origin.POINTER, x: 60, y: 30, duration: 50 })
        .move({ origin: Origin.POINTER, x: 60, y: -30, duration: 50 })
        .release()
        .perform();
    }
    await browser.press('Sign and keep');
    await browser.see('signed and in force');
    await browser.see('SHA-256');
    const [kept] = await app.rows<{ size: number; client: string }>(
      `select f.size, content->>'clientName' as client from consents join files f using (clinic_id, sha256)
       join clients c on c.id = client_id where c.family_name = 'Oxenstable'`,
    );
    expect(defined(kept).client).toBe('Bram Oxenstable');
    expect(defined(kept).size).toBeGreaterThan(5000);
  });

  it('keeps Treat shut once the consent is withdrawn', async () => {
    await browser.press('Withdraw');
    await browser.press('Withdraw from now on');
    await browser.see('Consent to hair removal: withdrawn');
    await browser.see('No treatment: consent withdrawn', '//aside');
    await browser.press('Treat', RIBBON);
    await browser.see('No consent, no treatment');
  });
});

describe('a consent by keyboard alone', () => {
  it('is read, signed with typed names, and opens the way', async () => {
    await tabTo('Go to Consent');
    await browser.keys('\uE007');
    await browser.see('Consent to hair removal: withdrawn');
    await tabTo('Read and sign');
    await browser.keys('\uE007');
    await browser.see('What may go wrong');
    await tabTo('The client has read it');
    await browser.keys(' ');
    for (const [who, name] of [
      ['Client, Bram Oxenstable', 'Bram Oxenstable'],
      ['Technician', 'Idony Brackwater'],
    ] as const) {
      await tabTo(`Type the name instead: ${who}`);
      await browser.keys('\uE007');
      await tabTo(`${who}, full name typed`);
      await browser.keys(name);
    }
    await tabTo('Sign and keep');
    await browser.keys('\uE007');
    await browser.see('signed and in force');
  });
});

describe('a short return by keyboard alone', () => {
  it('asks only what can change and goes on to Look', async () => {
    await browser.open('/');
    await browser.see('Ambrose Thistlewaite-Moon');
    await tabTo('Ambrose Thistlewaite-Moon');
    await browser.keys('\uE007');
    await browser.see('What has changed since');
    // A cheek: filler is asked about; gold, keloids and the like are one press together.
    await browser.see('Filler or botulinum in the face');
    await tabTo('Still none');
    await browser.keys('\uE007');
    await browser.see('10 questions left');
    await tabTo('Mark the rest “No”');
    await browser.keys('\uE007');
    await tabTo('Save answers, go to Look');
    await browser.keys('\uE007');
    await browser.see('Fitzpatrick type');
    await expect
      .poll(async () => (await answersOf('Thistlewaite-Moon'))[1]?.body.answers, SOON)
      .toMatchObject({ gold: { yes: false }, injected: { yes: false } });
  });
});

describe('the client’s own phone', () => {
  it('answers at home on a screen 390 wide, once', async () => {
    await browser.open('/');
    await browser.press('Send questions', '//tr[contains(., "Isolde Marrowby")]');
    await browser.press('Send the link');
    await browser.see('/answer/');
    const link = await browser.text('.invite-link');
    await phone.open(new URL(link).pathname);
    await phone.see('Hello Isolde');
    const overflow = await phone.driver.executeScript<number>(
      'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
    );
    expect(overflow).toBe(0);
    await phone.driver.executeScript(axe.source);
    const faults = await phone.driver.executeAsyncScript(`
      const done = arguments[arguments.length - 1];
      axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'] }).then(({ violations }) =>
        done(violations.map(({ id }) => id)));`);
    expect(faults).toEqual([]);
    const ids = await phone.driver.executeScript<string[]>(
      'return [...document.querySelectorAll("[data-question]")].map((each) => each.dataset.question)',
    );
    for (const id of ids) await phone.press(id === 'keloid' ? 'Yes' : 'No', question(id));
    await phone.see('All answered');
    // What an answer leads to stands right under it, in plain words.
    await phone.see('take it into account', question('keloid'));
    await phone.press('Send my answers');
    await phone.see('Thank you, Isolde');
    await phone.open(new URL(link).pathname);
    await phone.see('This link has been used');
    await phone.open('/clients');
    await phone.see('Password');
  });

  it('waits for the technician to confirm it', async () => {
    await browser.open('/');
    await browser.see('Answered at home', '//tr[contains(., "Isolde Marrowby")]');
    await browser.press('Isolde Marrowby');
    await browser.see('Answered ahead of the visit');
    await browser.see('Go with care: Raised or spreading scars');
    await browser.press('Save answers, go to Consent');
    await browser.see('not signed');
    await browser.press('Read and sign', '//footer');
    await browser.see('A raised or spreading scar, as you have had one before.');
    await browser.see('Guardian’s full name');
    await expect
      .poll(async () => (await answersOf('Marrowby'))[0]?.body.answers, SOON)
      .toMatchObject({ keloid: { yes: true } });
  });
});
