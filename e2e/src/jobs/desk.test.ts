import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from '../application';
import { startBrowser, type Browser } from '../browser';
import { openVisit, signIn } from '../walk';
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
    expect(row!.n).toBe(1);
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
  it('reads what changed in a draft, cell by cell, with the clients it touches, and approves it', async () => {
    const desk = await startBrowser(app.url);
    try {
      await signIn(desk, 'caspian');
      await desk.open('/devices/protocol');
      await desk.see('Versions');
      await desk.press('Edit', '//table//tr[1]');
      await desk.fill('Fluence to, J/cm²', '17');
      await desk.press('Use these values', '//div[@role="dialog"]');
      await desk.fill('What changed and why', 'Lower after last week');
      await desk.press('Keep as version');
      await desk.see('against version 1, in force');
      await desk.see('Fluence to, J/cm²', '//section[@aria-label="Changes"]');
      await desk.see('What it would change for clients already planned');
      await desk.press('Approve version 2');
      await desk.see('in force', '//section[@class="versions"]//li[1]');
    } finally {
      await desk.close();
    }
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
