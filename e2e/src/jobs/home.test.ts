import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from '../application';
import { startBrowser, type Browser } from '../browser';
import { signIn } from '../walk';
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
    expect(report!.body).toMatchObject({ triage: { level: 'seeToday' } });
    const [step] = await app.kept('Yewbarrow', 'reactionFollowed');
    expect(step!.body).toMatchObject({ trend: 'worse', triage: { level: 'clinicianNow' } });
    expect(await app.kept('Yewbarrow', 'reactionClosed')).toHaveLength(1);
  });
});
