import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from '../application';
import { startBrowser, type Browser } from '../browser';
import { openVisit, RIBBON, signIn, SOON } from '../walk';
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

describe('a new client by telephone', () => {
  it('is found to be new, added, booked for two areas, and sent the questions', async () => {
    await browser.press('Clients');
    await inSteps(17, browser, async () => {
      await browser.fill('Search by name, reference, telephone or birth date', '01632 960 777');
      await browser.see('Nobody is found by');
      await browser.press('Add client');
      await browser.fill('Given name', 'Peregrine');
      await browser.fill('Family name', 'Hollowbrook');
      await browser.fill('Date of birth', '4 Mar 1991');
      await browser.fill('Telephone', '01632 960 777');
      await browser.press('Add client', '//div[@role="dialog"]');
      await browser.see('No areas yet');
      for (const part of ['left lower leg', 'chin']) {
        await browser.press('Add area');
        await browser.pressPart(part);
        await browser.press('Add area', '//div[@role="dialog"]');
        await browser.see(part, '//main');
      }
      await browser.press('Book a visit');
      await browser.press('chin', '//div[@role="dialog"]');
      await browser.press('Window room', '//div[@role="dialog"]');
      await browser.press('Book and open');
      await browser.see('Visit of', '//aside');
      await browser.press('Let the client answer on a phone');
      await browser.press('Send the link');
      await browser.see('/answer/');
    });
    const [row] = await app.rows<{ n: number }>(
      `select count(*)::int as n from visit_events e join visits v on v.id = e.visit_id
       join clients c on c.id = v.client_id where c.family_name = 'Hollowbrook' and e.kind = 'zoneAdded'`,
    );
    expect(defined(row).n).toBe(1);
  });
});

describe('a return', () => {
  it('is asked, looked at and planned without a word typed', async () => {
    await browser.open('/');
    await openVisit(browser, 'Ambrose Thistlewaite-Moon');
    await browser.see('What has changed since');
    // Still none, the rest no, save; the tan; confirm.
    await inSteps(5, browser, async () => {
      await browser.press('Still none');
      await browser.press('Mark the rest “No”');
      await browser.press('Save answers, go to Look');
      await browser.see('confirm', '//h2[contains(., "Skin")]');
      await browser.choose('Tan on the area', 'no tan');
      await browser.press('Confirm findings, go to Plan');
      await browser.see('Recommended');
    });
    await browser.see('last time', '//table[contains(., "Options")]');
  });
});

describe('the supervisor’s morning', () => {
  let desk: Browser;
  beforeAll(async () => {
    desk = await startBrowser(app.url);
    await signIn(desk, 'caspian');
  });
  afterAll(() => desk.close());

  it('sees to the reaction that is overdue', async () => {
    await inSteps(4, desk, async () => {
      await desk.press(
        'Jessamy Rookwhistle',
        '//section[@aria-label="Reactions being followed"]//tr[contains(., "overdue")]',
      );
      await desk.choose('How do we know?', 'seen here');
      await desk.choose('How does it go?', 'better');
      await desk.press('Save this step');
      await desk.see('seen here, better');
    });
  });

  it('overrides a stop, named with its client and rule, for a reason alone', async () => {
    await desk.press('Today');
    await inSteps(4, desk, async () => {
      await desk.press('Leander Bristlecombe', '//table');
      await desk.press('Supervisor override');
      await desk.see('Leander Bristlecombe, TQ-0006, chest.', '//div[@role="dialog"]');
      await desk.see('doxycycline: The skin may burn', '//div[@role="dialog"]');
      await desk.see('Approved by you, Caspian Thorngate', '//div[@role="dialog"]');
      await desk.fill('Reason', 'Taken once, four weeks ago; the date was a slip');
      await desk.press('Override, on the record');
      await desk.gone('Override the stop');
    });
    const [override] = await app.kept('Bristlecombe', 'stopOverridden');
    expect(defined(override).body).toMatchObject({
      reason: 'Taken once, four weeks ago; the date was a slip',
    });
  });

  it('reads what changed in a draft, cell by cell, with the clients it touches, and approves it', async () => {
    await inSteps(8, desk, async () => {
      await desk.press('Devices');
      await desk.press('Protocol', '//main');
      await desk.see('Versions');
      await desk.press('Edit', '//table//tr[1]');
      await desk.fill('Fluence to, J/cm²', '17');
      await desk.press('Use these values', '//div[@role="dialog"]');
      await desk.fill('What changed and why', 'Lower after last week');
      await desk.press('Keep as version');
      await desk.see('against version 2, in force');
      await desk.see('Fluence to, J/cm²', '//section[@aria-label="Changes"]');
      await desk.see('What it would change for clients already planned');
      await desk.press('Approve version 3');
      await desk.see('in force', '//section[@class="versions"]//li[1]');
    });
  });
});

describe('papers', () => {
  /** The pages of the PDF that a link of this page leads to. */
  const pagesOf = async (ending: string): Promise<number> => {
    const text = await browser.driver.executeAsyncScript<string>(
      `const [ending, done] = arguments;
       const link = document.querySelector('a[href$="' + ending + '"]');
       fetch(link.href).then((answer) => answer.arrayBuffer())
         .then((bytes) => done(new TextDecoder('latin1').decode(bytes)));`,
      ending,
    );
    return text.match(/\/Type \/Page\b/g)?.length ?? 0;
  };

  it('are one page each: advice with the next visit, and the record', async () => {
    await browser.open('/');
    await browser.see('Corisande Yewbarrow');
    await inSteps(6, browser, async () => {
      await browser.press('Corisande Yewbarrow', '//table');
      await browser.press('Send home', RIBBON);
      await browser.see('After your laser hair removal');
      expect(await pagesOf('/aftercare.pdf')).toBe(1);
      await browser.press('PDF', '//*[@class="give-advice"]');
      await browser.press('Read and sign the record');
      await browser.see('Sign the record');
      expect(await pagesOf('/record.pdf')).toBe(1);
      await browser.press('PDF', '//header');
      await browser.press('Open the client');
      await browser.see('Export');
    });
    await expect
      .poll(async () => (await app.kept('Yewbarrow', 'adviceGiven'))[0]?.body, SOON)
      .toMatchObject({ by: 'pdf' });
  });

  it('export a client whole, in open formats', async () => {
    await browser.press('Export');
    await browser.see('Whole record (JSON)');
    const statuses = await browser.driver.executeAsyncScript<number[]>(
      `const [done] = arguments;
       const links = [...document.querySelectorAll('a[href$=".json"], a[href$=".csv"]')];
       Promise.all(links.map(({ href }) => fetch(href).then(({ status }) => status))).then(done);`,
    );
    // The whole record, the same for another clinic's software, and one table of its pulses.
    expect(statuses).toEqual([200, 200, 200]);
  });
});

describe('a handpiece', () => {
  it('has a page with its sessions, filtered and ready to export', async () => {
    await browser.open('/devices/handpieces');
    await inSteps(2, browser, async () => {
      await browser.press('Diode 810, plate 12', '//table');
      await browser.see('sessions', '//header');
      await browser.press('pain 5 or more');
    });
    await browser.see('Export CSV');
    await browser.see('Incidents');
  });
});

describe('a student at the bench', () => {
  it('changes one thing, reads what it did and why, and compares it with what was before', async () => {
    await browser.open('/bench');
    await browser.see('Recommended');
    await inSteps(2, browser, async () => {
      await browser.press('Keep as A');
      await browser.choose('Calibre', 'fine');
      await browser.see(
        'A thicker hair holds its heat longer',
        '//section[@aria-label="Comparison"]',
      );
    });
    await browser.see('B, now');
  });
});
