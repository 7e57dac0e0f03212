import { demoToday } from '../../server/test-databases.mjs';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { shortDay } from '@tidy-quill/contract/labels/format';
import { addDays, defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { WAIT_MS } from './patience';
import { readAndApprove, signIn } from './walk';

/** Between two presses of a hand that looks at what it has done, ms. */
const HAND_MS = 500;

const folder = mkdtempSync(join(tmpdir(), 'tidy-quill-files-'));

let app: Application;
let browser: Browser;
beforeAll(async () => {
  app = await startApplication();
  browser = await startBrowser(app.url);
  await signIn(browser, 'caspian');
});
afterAll(async () => {
  await browser.close();
  await app.close();
});

const versions = (kind: string) =>
  app.rows<{ number: number; approved: boolean }>(
    `select number, approved_at is not null as approved from catalogue_versions
     where kind = $1 order by number`,
    [kind],
  );

describe('devices', () => {
  it('take nothing from a file that is wrong anywhere, and say where', async () => {
    await browser.press('Devices');
    await browser.see('Diode 810, plate 12');
    const [row] = await app.rows<{ content: object[] }>(
      "select content from catalogue_versions where kind = 'devices'",
    );
    const [first, ...rest] = defined(row).content as [{ maxEnergyJ: number }, ...object[]];
    const file = join(folder, 'devices.json');
    writeFileSync(file, JSON.stringify([{ ...first, maxEnergyJ: -5 }, ...rest]));
    await browser.upload('File of devices', file);
    await browser.see('The file was not taken: nothing has changed');
    await browser.see('Row 1, maxEnergyJ: must be 0.01 or more');
    await browser.gone('Changed since version 1');
  });

  it('are edited, kept as a version, and hold once approved', async () => {
    await browser.press('Edit ruby-694');
    await browser.fill('In service', 'perhaps');
    await browser.press('Use these values');
    await browser.see('In service must be yes or no');
    await browser.fill('In service', 'yes');
    await browser.press('Use these values');
    await browser.see('Changed since version 1, not in force');
    await browser.driver.navigate().refresh();
    await browser.see('Changed since version 1, not in force');
    await browser.fill('What changed and why', 'Ruby is back from repair');
    await browser.press('Keep as version 2');
    await browser.press('Approve version 2');
    await browser.gone('Approve version 2');
    await browser.see('Ruby is back from repair');
    expect(await versions('devices')).toEqual([
      { number: 1, approved: true },
      { number: 2, approved: true },
    ]);
  });

  it('show what an earlier version held', async () => {
    await browser.press('Version 1');
    await browser.see('no', '//tr[contains(., "Ruby 694")]');
    await browser.press('Version 2');
    await browser.see('yes', '//tr[contains(., "Ruby 694")]');
  });
});

describe('the protocol', () => {
  it('limits a plan from the moment it is approved', async () => {
    await browser.press('Protocol');
    await browser.see('Margins below the model’s ceiling');
    await browser.fill('Usual', '0.5');
    await browser.press('How sharply skin and hair answer');
    await browser.fill('Spread of where harm begins', '0.25');
    await browser.see('Changed since version 2, not in force');
    await browser.press('Keep as version 3');
    await browser.press('Approve version 3');
    await browser.gone('Approve version 3');
    const [row] = await app.rows<{ usual: number; constants: object }>(
      `select (content->'margins'->>'usual')::float as usual, content->'learning'->'constants' as constants
       from catalogue_versions where kind = 'protocol' order by number desc limit 1`,
    );
    // The four others stay as they ship.
    const constants = { harmSpread: 0.25, strongBelow: 0.35, workSpread: 0.25, painBelow: 0.5 };
    expect(row).toEqual({ usual: 0.5, constants: { ...constants, painSpread: 0.3 } });
  });
});

describe('suitability and consent texts', () => {
  it('hold as they ship, and as the clinic edits and approves them', async () => {
    await browser.open('/devices/suitability');
    await browser.see('As it ships');
    await browser.press('Edit sun');
    await browser.fill('Wait, days', '0');
    await browser.press('Use these values');
    await browser.see('must be 1 or more');
    await browser.fill('Wait, days', '35');
    await browser.press('Use these values');
    await browser.see('Changed since version 0, not in force');
    await browser.press('Keep as version 1');
    await readAndApprove(browser);
    await browser.gone('Approve version 1');
    await browser.see('35', '//tr[contains(., "Fresh pigment in the epidermis")]');
    expect(await versions('suitability')).toEqual([{ number: 1, approved: true }]);
    await browser.open('/');
    // Sun six days ago: 35 days end 29 days from today, where 28 ended 22 from today.
    const day = shortDay(addDays(demoToday(), 29));
    await browser.see(`ready on`, '//tr[contains(., "Sidonie Gullfeather")]');
    await browser.see(day, '//tr[contains(., "Sidonie Gullfeather")]');
  });

  it('take the clinic’s own words for a consent', async () => {
    await browser.open('/devices/consents');
    await browser.fill('Title, hair', 'Our own consent');
    await browser.press('Keep as version 1');
    await readAndApprove(browser);
    await browser.gone('Approve version 1');
    expect(await versions('consents')).toEqual([{ number: 1, approved: true }]);
  });
});

describe('the bench', () => {
  it('plans without a client, follows every change, and records nothing', async () => {
    await browser.press('Bench');
    await browser.see('Options, best first');
    await browser.see('Temperature at');
    await browser.see('above the skin ceiling');
    await browser.press('Keep as A');
    await browser.choose('Fitzpatrick type', 'VI');
    // One change, said in a sentence; the setting holds.
    await browser.see(
      'Skin type II → VI: the skin ceiling falls',
      '//*[@data-testid="bench-change"]/..',
    );
    // At half the ceiling nothing but the long pulse is left for type VI, and even that is too little for this hair.
    await browser.press('Long-pulse 1064', '//table[contains(., "Options")]');
    const chosen = '//tr[contains(@class, "is-chosen")][contains(., "Long-pulse 1064")]';
    await browser.see('what is allowed is unlikely to work', chosen);
    await browser.see('≠', '//section[@aria-label="Comparison"]');
    await browser.choose('Colour', 'white');
    await browser.see('white hair has no pigment for light to act on');
    const [row] = await app.rows<{ n: number }>(
      "select count(*)::int as n from visit_events where at > now() - interval '1 minute' and kind = 'planAccepted'",
    );
    expect(defined(row).n).toBe(0);
  });

  it('checks the light of a setting by Monte Carlo, with its progress', async () => {
    await browser.choose('Colour', 'black');
    await browser.press('Check with Monte Carlo');
    await browser.see('Cancel', '//section[@class="light-check"]');
    await browser.press('Cancel', '//section[@class="light-check"]');
    await browser.press('Check with Monte Carlo');
    await browser.seeWithin('packets of light; worst difference', 90_000);
  });

  it('draws a press of a dial at once with all that follows, once the hand has rested', async () => {
    // Up and down in turn: whether what follows stands there as soon as the press is drawn.
    const press = (at: number) =>
      browser.driver.executeAsyncScript<boolean>(
        `const [at, done] = arguments;
         const busy = () => document.querySelector('.stage.plan').getAttribute('aria-busy') === 'true';
         if (busy()) return done(false);
         const shown = () => document.querySelector('.stepper[aria-label="Fluence"] .figure-large').textContent;
         const before = shown();
         document.querySelectorAll('.stepper[aria-label="Fluence"] button')[at].click();
         queueMicrotask(() => done(shown() !== before && !busy()));`,
        at,
      );
    let presses = 0;
    await browser.driver.wait(
      () => press(presses++ % 2),
      WAIT_MS,
      'no press was drawn whole',
      HAND_MS,
    );
  });

  it('gives no number on mucosa', async () => {
    await browser.choose('Colour', 'black');
    await browser.fill('Site', 'genital');
    await browser.keys('\uE007');
    await browser.see('The model gives no number here');
  });
});
