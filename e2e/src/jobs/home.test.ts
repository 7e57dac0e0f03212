import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from '../application';
import { startBrowser, type Browser } from '../browser';
import { RIBBON, signIn } from '../walk';
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

describe('a blister that is phoned in, then fever, then closed', () => {
  const FOLLOWED = '//section[@aria-label="Reactions being followed"]';
  const NOW = '//section[@aria-label="Act on now"]';

  it('is reported, made urgent by the fever, and closed by the supervisor', async () => {
    const supervisor = await startBrowser(app.url);
    try {
      await signIn(supervisor, 'caspian');
      await browser.later(24 * 60);
      await browser.open('/');
      await browser.see('Report a reaction');
      await inSteps(12, [browser, supervisor], async () => {
        await browser.press('Report a reaction');
        // The only one found need not be pressed.
        await browser.fill('Who calls?', '01632 960 210');
        await browser.see('Corisande Yewbarrow', '//*[@role="dialog"]');
        await browser.press('both forearms', '//*[@role="dialog"]');
        await browser.choose('What is it?', 'blister');
        // The day is the last on which the clock showed it.
        await browser.fill('When did it begin? Time', '23:50');
        await browser.choose('How much of what was treated?', 'a part of it');
        await browser.choose('Since it began', 'the same');
        await browser.press('Save report: See today');
        await browser.see('Update or close');
        // She calls again.
        await browser.open('/');
        await browser.press('Corisande Yewbarrow', FOLLOWED);
        await browser.press('fever');
        await browser.press('Save this step');
        await browser.see('Clinician now');
        await supervisor.open('/');
        await supervisor.press('Update or close', NOW);
        await supervisor.choose('Or close it', 'healed');
        await supervisor.press('Close the reaction');
        await supervisor.see('closed: healed');
      });
    } finally {
      await supervisor.close();
    }
    const [report] = await app.kept('Yewbarrow', 'reactionReported');
    expect(defined(report).body).toMatchObject({ triage: { level: 'seeToday' } });
    const [step] = await app.kept('Yewbarrow', 'reactionFollowed');
    expect(defined(step).body).toMatchObject({ trend: 'worse', triage: { level: 'clinicianNow' } });
    expect(await app.kept('Yewbarrow', 'reactionClosed')).toHaveLength(1);
  });
});

// The diary is not read again before it is let go: what must stay in sight may not wait for that.
const HOLD_READING = `
  const real = window.fetch;
  const held = new Promise((go) => { window.release = go; });
  window.fetch = async (request, ...more) => {
    if (request.method === 'GET') await held;
    return real(request, ...more);
  };`;

describe('the client’s phone', () => {
  let phone: Browser;
  const question = (id: string) => `//*[@data-question="${id}"]`;
  beforeAll(async () => {
    phone = await startBrowser(app.url);
    await phone.size(390, 844);
  });
  afterAll(() => phone.close());

  it('answers every question, a medicine by the name that people write, and sends it', async () => {
    await browser.open('/');
    await browser.press('Send questions', '//tr[contains(., "Isolde Marrowby")]');
    await browser.press('Send the link');
    await browser.see('/answer/');
    await phone.open(new URL(await browser.text('.invite-link')).pathname);
    await phone.see('Hello Isolde');
    const ids = await phone.driver.executeScript<string[]>(
      'return [...document.querySelectorAll("[data-question]")].map((each) => each.dataset.question)',
    );
    // An answer to each question, a name, which of those meant, and send it.
    await inSteps(ids.length + 3, phone, async () => {
      for (const id of ids) await phone.press(id === 'medicines' ? 'Yes' : 'No', question(id));
      await phone.fill('Name of a medicine, cream or supplement', 'isotretinoine');
      await phone.keys(Key.ENTER);
      await phone.press('isotretinoin', '//*[contains(@aria-label, "did you mean")]');
      await phone.see('We may have to wait', question('medicines'));
      await phone.see('All answered');
      await phone.press('Send my answers');
      await phone.see('Thank you, Isolde');
    });
    await browser.open('/');
    await browser.see('Answered at home', '//tr[contains(., "Isolde Marrowby")]');
  });

  it('tells of a blister with spreading redness, keeps the numbers in sight, and corrects it', async () => {
    await browser.press('Corisande Yewbarrow', '//table');
    await browser.press('Send home', RIBBON);
    await browser.press('Send a healing diary');
    await browser.see('Diary sent:');
    await phone.open(new URL(await browser.text('.give-advice a[href*="/diary/"]')).pathname);
    await phone.see('How is it healing, Corisande?');
    await inSteps(7, phone, async () => {
      await phone.press('hot redness that spreads');
      await phone.see('Do not wait for our answer');
      await phone.press('worse', '//*[@class="choice"][1]');
      await phone.press('blister', '//*[contains(., "What do you see?")]/..');
      await phone.driver.executeScript(HOLD_READING);
      await phone.press('Send it to the clinic');
      await phone.see('Thank you, it has arrived');
      const shown = await phone.driver.executeScript<boolean>(
        `const { top, bottom } = document.querySelector('.diary-urgent').getBoundingClientRect();
         return top >= 0 && bottom <= innerHeight;`,
      );
      expect(shown).toBe(true);
      await phone.driver.executeScript('release()');
      await phone.press('Correct this');
      await phone.press('wet or weeping skin');
      await phone.press('Send the correction');
      await phone.see('corrected');
    });
    await phone.see('01632 960 114');
  });
});
