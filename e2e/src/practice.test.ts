import { describe, expect, it } from 'vitest';
import { startBrowser } from './browser';
import { startWalk } from './start-walk';
import { answerNo, look, newClient, openClient, signConsent, signIn } from './walk';

const { app, browser } = await startWalk();
await signIn(browser, 'tobiah');

const DIALOG = '//div[@role="dialog"]';

describe('who may do what', () => {
  it('is said at Plan, and approved there by a supervisor alone', async () => {
    await newClient(browser, {
      ...{ given: 'Marigold', family: 'Tansyfield' },
      ...{ born: '1991-03-04', phone: '01632 960 700' },
    });
    await answerNo(browser);
    await signConsent(browser, 'Marigold Tansyfield', 'Tobiah Lanternfield');
    await look(browser, { type: 'II', colour: 'black', calibre: 'coarse', density: 'dense' });
    await browser.press('Diode 810, plate 12, stamping');
    await browser.see('An estimate for a trained operator', '//footer');
    await browser.press('Diode 810, plate 12, in motion');
    await browser.see('You are not signed off for in motion: a supervisor approves first.');
    await browser.press('approval…', '//footer');
    await browser.fill('sign-in name', 'morwenna');
    await browser.fill('password', 'quill and candle');
    await browser.fill('Reason', 'I stand beside');
    await browser.press('Approve, on the record', DIALOG);
    await browser.see('Only a supervisor may approve this', DIALOG);
    await browser.fill('sign-in name', 'caspian');
    await browser.press('Approve, on the record', DIALOG);
    await browser.see('Agreed by a supervisor: I stand beside', '//footer');
    await browser.press('Accept', '//footer');
    await browser.see('Test spots');
    const [kept] = await app.rows<{ body: { skills: string[]; reason: string } }>(
      "select body from visit_events where kind = 'signOffAgreed'",
    );
    expect(kept?.body).toMatchObject({ skills: ['inMotion'], reason: 'I stand beside' });
  });

  it('is signed by a supervisor for a year, and said at booking until then', async () => {
    const caspian = await startBrowser(app.url);
    try {
      await signIn(caspian, 'caspian');
      await openClient(caspian, 'Fiddlewood');
      await caspian.press('Book a visit');
      await caspian.press('upper lip', DIALOG);
      await caspian.press('Find a time', DIALOG);
      await caspian.see('Tobiah Lanternfield is not signed off for face and neck.', DIALOG);
      await caspian.press('Cancel', DIALOG);
      await caspian.press('Clinic');
      await caspian.press('Sign off, or take it back');
      await caspian.press('Sign off', `${DIALOG}//*[contains(@class, "modal-footer")]`);
      await caspian.see('Who is missing', DIALOG);
      await caspian.press('Tobiah Lanternfield', DIALOG);
      await caspian.press('face and neck', DIALOG);
      await caspian.press('in motion', DIALOG);
      await caspian.press('Sign off', `${DIALOG}//*[contains(@class, "modal-footer")]`);
      await caspian.gone('Who may do what', DIALOG);
      await caspian.see('every entry');
      const [entry] = await app.rows<{ skills: string[]; days: number }>(
        'select skills, until_day - from_day as days from sign_offs order by added_at desc limit 1',
      );
      expect(entry).toEqual({ skills: ['inMotion', 'face'], days: 365 });
      await openClient(caspian, 'Fiddlewood');
      await caspian.press('Book a visit');
      await caspian.press('upper lip', DIALOG);
      await caspian.press('Find a time', DIALOG);
      await caspian.see(' · ', `${DIALOG}//ul`);
      await caspian.gone('is not signed off', DIALOG);
    } finally {
      await caspian.close();
    }
  });
});
