import { demoToday } from '../../server/test-databases.mjs';
import { addDays } from '@tidy-quill/core/units';
import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { startWalk } from './start-walk';
import { answerNo, newClient, openClient, openVisit, RIBBON, signIn } from './walk';

const { browser } = await startWalk();
await signIn(browser);

const DIALOG = '//div[@role="dialog"]';

describe('a course of hair', () => {
  it('shows what its visits took, what was counted, and how many more are to be expected', async () => {
    await openClient(browser, 'Candlewick');
    await browser.see('After 2 visits');
    await browser.see('corrected by 2 counts');
    await browser.see('more visits until less than a fifth is left');
    await browser.see('One visit more, at the usual interval: ');
    await browser.see('of all that was there before the course');
  });

  it('tells when to book: what the day would meet follows the day', async () => {
    await openClient(browser, 'Marshwhistle');
    await browser.press('Book a visit');
    await browser.see('weeks after the last, meets', DIALOG);
    await browser.see('At the usual 4 weeks it meets', DIALOG);
    // The last visit was six weeks ago: thirteen weeks after it is 49 days from today.
    await browser.fill('Day', addDays(demoToday(), 49));
    await browser.keys(Key.TAB);
    await browser.see('13 weeks after the last, meets', DIALOG);
    // No room stands there of itself: the main button leads to it.
    await browser.press('Next: Room', DIALOG);
    expect(await browser.driver.switchTo().activeElement().getAttribute('type')).toBe('radio');
    await browser.press('Garden room', DIALOG);
    await browser.see('Book and open', DIALOG);
    await browser.press('Cancel', DIALOG);
  });

  it('says where a gap was longer than usual, and what was counted before', async () => {
    await browser.open('/');
    await openVisit(browser, 'Ottoline Marshwhistle');
    await browser.press('Plan', RIBBON);
    await browser.see('The 6th session of this course.');
    await browser.see('The last gap was 6 weeks, 4 are usual here');
    await browser.press('Look', RIBBON);
    await browser.see('Counted before: 32/cm²');
  });

  it('says where the counts do not fit', async () => {
    await openClient(browser, 'Quickthorn');
    await browser.see('The counts do not fit the course');
    await browser.see('plucking or waxing between visits');
  });

  it('takes a count into the course', async () => {
    await browser.open('/');
    await openVisit(browser, 'Odalys Penhallurick-Voss');
    await browser.press('Look', RIBBON);
    await browser.choose('Tan on the area', 'no tan');
    await browser.fill('Counted', '18');
    await browser.press('findings, go to Plan');
    await openClient(browser, 'Penhallurick-Voss');
    await browser.see('corrected by 1 count');
  });

  it('is explained in plain words before it begins, in what is signed', async () => {
    await newClient(browser, {
      given: 'Winifrede',
      family: 'Hazelhurst',
      born: '4 Mar 1991',
      phone: '01632 960 779',
    });
    await answerNo(browser);
    await browser.press('Read and sign', '//footer');
    await browser.see('What to expect');
    await browser.see('grows for about 16 weeks and rests for about 24');
    await browser.see('White, grey, blond and very fine hair does not respond');
  });
});
