import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { clinicMoment, keyboard, newClient, signIn, SOON, type Keyboard, fillMoment } from './walk';

// From the list to a closed reaction, no mouse at hand.

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

const EARLY_ON_MAIN_BUTTON = `
  const [answer] = arguments;
  const tell = () => answer(document.activeElement.innerText);
  document.addEventListener('animationend', ({ target }) => {
    if (target.role === 'dialog') requestAnimationFrame(() => requestAnimationFrame(tell));
  });
  const look = () => {
    const button = document.querySelector('[role="dialog"] .ant-btn-primary');
    if (button === null) requestAnimationFrame(look);
    else button.focus();
  };
  look();`;

describe('before the session', () => {
  it('a visit goes from the list to Plan', async () => {
    await browser.open('/');
    await browser.see('Ambrose Thistlewaite-Moon');
    await hand.enter('Ambrose Thistlewaite-Moon');
    await browser.see('Sun or sunbed on the area');
    await hand.enter('Still none');
    await hand.enter('Mark the rest “No”');
    await browser.see('All asked');
    await hand.enter('Save answers, go to Look');
    await browser.see('Fitzpatrick type');
    await hand.choose('Fitzpatrick type', 'II');
    await hand.choose('Tan on the area', 'no tan');
    await hand.choose('Colour', 'black');
    await hand.choose('Calibre', 'coarse');
    await hand.choose('Density', 'medium');
    await hand.enter('findings, go to Plan');
    await browser.see('What limits the fluence');
    await browser.see('II', '//aside');
    await expect
      .poll(async () => (await app.kept('Thistlewaite-Moon', 'findingsRecorded'))[0]?.body, SOON)
      .toMatchObject({ findings: { skin: { type: 2, tan: 'none' }, hair: { density: 'medium' } } });
  });
});

describe('consent', () => {
  it('is read and signed, names typed, and leads on to Look', async () => {
    const name = 'Tamsin Fernhollow';
    await newClient(browser, {
      ...{ given: 'Tamsin', family: 'Fernhollow', born: '4 Mar 1991', phone: '01632 960 781' },
    });
    await hand.enter('Mark the rest “No”');
    await browser.see('All asked');
    await hand.enter('Save answers, go to');
    await hand.enter('Read and sign');
    await browser.see('What may go wrong');
    await hand.tabTo('The client has read it');
    await browser.keys(Key.SPACE);
    for (const [who, typed] of [
      [`Client, ${name}`, name],
      ['Technician', 'Idony Brackwater'],
    ] as const) {
      await hand.enter('Type the name instead');
      await hand.type(`${who}, full name typed`, typed);
    }
    await hand.enter('Sign and keep');
    await browser.see('signed and in force');
    await hand.enter('Go to Look');
    await browser.see('Fitzpatrick type');
  });
});

describe('after the session', () => {
  it('the treatment ends, and the second look is kept', async () => {
    await browser.motion(true);
    await browser.open('/');
    await browser.see('Okapi-Lune');
    await hand.enter('Zéphyrine Okapi-Lune');
    await browser.see('PAUSED');
    await browser.keys('p');
    await browser.see('TREATING');
    await browser.keys('.');
    // Somebody quick is on the button before the dialog has done opening: it stays theirs.
    expect(await browser.driver.executeAsyncScript(EARLY_ON_MAIN_BUTTON)).toContain('End, leave');
    await browser.motion(false);
    await hand.enter('End, leave');
    await browser.see('Second look');
    await browser.keys('r', '1');
    await hand.enter('Save what was seen');
    await browser.see('After your laser hair removal');
    await expect
      .poll(async () => (await app.kept('Okapi-Lune', 'postTreatmentChecked'))[0]?.body, SOON)
      .toMatchObject({ marks: ['perifollicularErythema'] });
  });

  it('the client is sent home, and the record signed', async () => {
    await hand.tabTo('works outside');
    await browser.keys(Key.SPACE);
    await browser.see('You work outside: wear cloth over it');
    await hand.enter('Send home, book next visit');
    await browser.see('the next visit is booked for');
    await hand.enter('Read and sign the record');
    await browser.see('Sign the record');
    await hand.enter('Type the name instead');
    await hand.type('Idony Brackwater, full name typed', 'Idony Brackwater');
    await hand.enter('Sign what stands here');
    await browser.see('Signed by you, Idony Brackwater, as it stands.');
    expect(await app.kept('Okapi-Lune', 'recordSigned')).toHaveLength(1);
  });

  it('a blister is reported from Today, with the focus held by the dialogue until it is written', async () => {
    await browser.later(24 * 60);
    await browser.open('/');
    await hand.enter('Report a reaction');
    await hand.type('Who calls?', 'okapi');
    await browser.see('Zéphyrine Okapi-Lune', '//*[@role="dialog"]');
    await browser.see('Which session does it belong to?');
    await hand.enter('right thigh');
    await browser.see('When did it begin?');
    await hand.choose('What is it?', 'blister');
    await fillMoment(
      browser,
      'When did it begin?',
      clinicMoment(new Date(Date.now() + 5 * 3_600_000)),
    );
    await hand.choose('How much of what was treated?', 'a part of it');
    await hand.choose('Since it began', 'the same');
    await hand.enter('Save report: See today');
    await browser.see('Update or close');
    await expect
      .poll(async () => (await app.kept('Okapi-Lune', 'reactionReported'))[0]?.body, SOON)
      .toMatchObject({
        triage: { level: 'seeToday' },
        report: { what: 'blister', extent: 'part' },
      });
  });

  it('and closed', async () => {
    await hand.enter('Update or close');
    await hand.choose('Or close it', 'healed');
    await hand.enter('Close the reaction');
    await browser.see('closed: healed');
    // The form is gone, and the focus went on to what can be done next.
    const held = () => browser.driver.switchTo().activeElement().getText();
    expect(await held()).toContain('Report another');
    await expect
      .poll(async () => (await app.kept('Okapi-Lune', 'reactionClosed'))[0]?.body, SOON)
      .toMatchObject({ outcome: 'healed' });
  });
});
