import type { EventKind } from '@tidy-quill/core/events';
import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import {
  answerNo,
  prepare,
  readSpot,
  RIBBON,
  signConsent,
  signIn,
  SOON,
  testSpot,
  newClient,
  clinicMoment,
  fillMoment,
  endWithOpenCells,
  keepLook,
  prepareForSpots,
} from './walk';

let app: Application;
let browser: Browser;
beforeAll(async () => {
  app = await startApplication();
  browser = await startBrowser(app.url);
});
afterAll(async () => {
  await browser.close();
  await app.close();
});

const kept = async (kind: EventKind) => (await app.kept('Ravenscroft-Dell', kind)).reverse();

const nextVisit = async () => {
  const [next] = await app.rows<{ id: string }>(
    `select v.id from visits v join clients c on c.id = v.client_id
     where c.family_name = 'Ravenscroft-Dell' order by v.starts_at desc limit 1`,
  );
  return defined(next).id;
};

/** The one visit of three in which nothing was recorded yet. */
async function thirdVisit(): Promise<string> {
  const [third] = await app.rows<{ id: string }>(
    `select v.id from visits v join clients c on c.id = v.client_id
     where c.family_name = 'Ravenscroft-Dell'
     and not exists (select 1 from visit_events e where e.visit_id = v.id)`,
  );
  return defined(third).id;
}

/** Presses the corners of a square of so many cm on the design. */
async function square(x: number, y: number, side: number): Promise<void> {
  const svg = await browser.driver.findElement({ css: '[data-testid="design"]' });
  await browser.driver.executeScript('arguments[0].scrollIntoView({block: "center"})', svg);
  const corners = [
    [x, y],
    [x + side, y],
    [x + side, y + side],
    [x, y + side],
  ] as const;
  for (const [cx, cy] of corners) {
    await browser.driver.executeScript(
      `const [svg, x, y] = arguments;
       const box = svg.getBoundingClientRect();
       svg.dispatchEvent(new MouseEvent('click', { bubbles: true,
         clientX: box.left + box.width * x / 20, clientY: box.top + box.height * y / 15 }));`,
      svg,
      cx,
      cy,
    );
  }
}

/** Opens Plan at one of the lights of the order. */
async function choose(nm: string): Promise<void> {
  await browser.press('Plan', RIBBON);
  await browser.press(nm, '//ol[@class="ink-order"]');
}

/** Grades the second look as slight, and sends the client home, the reason of the next day seen. */
async function home(why: string): Promise<void> {
  await browser.press('even whitening');
  await browser.press('slight, as expected');
  await keepLook(browser);
  await browser.see('After your laser tattoo removal');
  await browser.see('The ink went white at once. It fades in about 20 minutes.');
  await browser.see(why);
  await browser.press('Send home, book next visit');
  await browser.see('the next visit is booked for');
}

const lookAtSkin = async () => {
  await browser.choose('Fitzpatrick type', 'II');
  await browser.choose('Tan on the area', 'no tan');
};

/** Treats the parts of the light at hand, each with its pulses, and scores pain and whitening. */
async function treatParts(names: readonly string[], mark: string): Promise<void> {
  for (const name of names) {
    // The part at hand says its colour; the button that ends it, its number.
    const [part] = name.split(',');
    await browser.see(name, '//*[@class="cell-map"]//button[@aria-current="step"]/..');
    await browser.see(`${part} done`, '//footer');
    await browser.keys('h', 'j');
    if (name === names[0]) await browser.keys('3', mark);
    await browser.press(`${part} done`, '//footer');
  }
}

describe('a tattoo of two colours', () => {
  it('is looked at, drawn part by part, and planned: 1064 first, then 532', async () => {
    await signIn(browser);
    await newClient(browser, {
      given: 'Ottilie',
      family: 'Ravenscroft-Dell',
      born: '9 Aug 1990',
      phone: '01632 960 777',
      ink: true,
    });
    await answerNo(browser);
    await signConsent(browser, 'Ottilie Ravenscroft-Dell');
    await lookAtSkin();
    await square(2, 2, 3);
    await browser.press('Add this part, 9 cm²');
    await browser.see('1 black');
    await browser.fill('Colour of the part', 'red');
    await browser.keys(Key.ENTER);
    await square(8, 2, 2);
    await browser.press('Add this part, 4 cm²');
    await browser.see('2 red');
    await browser.choose('State of the ink', 'quiet');
    await browser.choose('Density of the ink', 'medium');
    await browser.choose('Made by', 'professional');
    await browser.choose('Scar', 'none');
    await browser.fill('Age of the ink', '7');
    await browser.fill('Sessions before', '0');
    await browser.press('findings, go to Plan');
    await browser.see('What each light would do');
    await browser.see('1064', '//ol[@class="ink-order"]/li[1]');
    await browser.see('and the dark part of red', '//ol[@class="ink-order"]/li[1]');
    await browser.see('532', '//ol[@class="ink-order"]/li[2]');
    // 1064 nm under 4 mm: 3 + 0.33 × (7 − 3) = 4.33, on the step 4.3; π·0.04 cm² → 0.54 J.
    await browser.see('Why 4.3.');
    await browser.see('0.54 J a pulse');
    await browser.see('milliseconds and pulsed light burn skin around ink');
    // Type II 2, forearm or leg 5, black and red 2, medium 3: worked out for the site that was booked.
    await browser.see('± 25 %');
    await browser.press('Accept 4.3 J/cm²');
  });

  it('has each light tested before it is used', async () => {
    await testSpot(browser, 'a', '3');
    await browser.see('The spots allow 4.3 J/cm²');
    await choose('532');
    // 532 nm, 4 mm: 1 + 0.33 × (2.5 − 1) = 1.5.
    await browser.press('Accept 1.5 J/cm²');
    await prepareForSpots(browser);
    await browser.keys('f');
    await browser.see('Read spot 2');
    await readSpot(browser, 2, 'b', '2');
    await browser.later(6);
    await browser.see('now,', '//*[@data-testid="due 2"]/..');
    await readSpot(browser, 2, 'b');
    await browser.see('The spots allow 1.5 J/cm²');
    await choose('1064');
    await browser.press('Accept 4.3 J/cm²');
  });

  it('is treated part by part, its light changed in the midst: standby, eyewear, settings, ready', async () => {
    await browser.see('Smoke evacuator on');
    await browser.see('Eyewear for 1064 nm on everyone');
    await prepare(browser);
    await browser.keys(Key.ENTER);
    await browser.see('TREATING');
    await treatParts(['Part 1, black', 'Part 2, red'], 'a');
    await browser.press('Next light: 532');
    await browser.see('Light changed to 532');
    await browser.see('PAUSED');
    expect(await browser.isEnabled('Go on')).toBe(false);
    await browser.press('Prepare', RIBBON);
    await browser.see('Eyewear for 532 nm on everyone');
    await prepare(browser, 'PAUSED');
    await browser.keys('p');
    await browser.see('TREATING');
    await treatParts(['Part 2, red'], 'b');
    await browser.press('End treatment', '//footer');
    await browser.see('The second look is at 10 minutes: whitening hides what lies under it');
    await browser.see('an even whitening that fades in about 20 minutes');
    await home('10 weeks, the lower leg clears ink slowly');
    const plans = await kept('planAccepted');
    const lights = plans.map(
      ({ body }) => (body as unknown as { plan: { wavelengthNm: number } }).plan,
    );
    expect(lights.map(({ wavelengthNm }) => wavelengthNm)).toEqual([1064, 532, 1064, 532]);
  });
});

describe('a healing diary', () => {
  it('is sent as a link, kept at home on a screen 390 wide, and read at the desk', async () => {
    await browser.press('Send a healing diary');
    await browser.see('Diary sent:');
    const url = await browser.text('.give-advice a[href*="/diary/"]');
    const phone = await startBrowser(app.url);
    try {
      await phone.size(390, 800);
      await phone.open(new URL(url).pathname);
      await phone.see('How is it healing, Ottilie?');
      await phone.see('Do not pick or scratch.');
      await phone.see('The day of your visit.');
      await phone.choose('Since your visit it is', 'the same');
      await phone.press('crust or scab');
      await phone.press('Send it to the clinic');
      await phone.see('Thank you, it has arrived');
      await phone.see('the same, crust or scab', '//section[@aria-label="What you wrote"]');
    } finally {
      await phone.close();
    }
    await browser.open('/');
    await browser.see('Report a reaction');
    // Nothing to act on: it is in the visit’s own list, and not on Today.
    await browser.gone('From home, to read');
  });
});

describe('its second visit', () => {
  it('judges the fading by eye, keeps the design, and goes by what it answered', async () => {
    await browser.open(`/visits/${await nextVisit()}`);
    await browser.press('Still none');
    await answerNo(browser);
    await browser.see('Faded since the first session, by eye');
    const handle = await browser.driver.findElement({ css: '[aria-label="black faded"]' });
    await handle.sendKeys(...Array.from({ length: 5 }, () => Key.ARROW_RIGHT));
    await browser.see('25 %');
    await browser.press('Save how far it has faded');
    await browser.see('2 red');
    await lookAtSkin();
    await browser.press('findings, go to Plan');
    await browser.see('Last time 4.3 J/cm²: the endpoint was right: hold: 4.3 × 1 = 4.3');
    await browser.see('as it has shown');
    await browser.press('Accept 4.3 J/cm²');
    await prepare(browser);
    await browser.keys(Key.ENTER);
    await browser.see('TREATING');
    await treatParts(['Part 1, black'], 'a');
    await endWithOpenCells(browser);
    await home('10 weeks');
    // Both were treated on this day, so that the third would stand on the second’s own.
    await app.rows(
      `update visits set starts_at = starts_at + interval '70 days' where id = '${await thirdVisit()}'`,
    );
  });

  it('blisters two days later, as is phoned in from another desk', async () => {
    const [, second] = await app.rows<{ visit_id: string; at: Date }>(
      `select e.visit_id, e.at from visit_events e
       join visits v on v.id = e.visit_id join clients c on c.id = v.client_id
       where e.kind = 'treatmentEnded' and c.family_name = 'Ravenscroft-Dell' order by e.at`,
    );
    const desk = await startBrowser(app.url);
    try {
      await signIn(desk, 'tobiah');
      await desk.later(50 * 60);
      await desk.open(`/visits/${defined(second).visit_id}/reactions`);
      await desk.choose('What is it?', 'blister');
      const onset = new Date(new Date(defined(second).at).getTime() + 48 * 3_600_000);
      await fillMoment(desk, 'When did it begin?', clinicMoment(onset));
      await desk.see('2 days after');
      await desk.choose('How much of what was treated?', 'a part of it');
      await desk.choose('Since it began', 'better');
      await desk.see('Hours to three days on ink: mostly from the shock wave, mostly benign');
      await desk.see('fluid gathers there; raise the limb');
      await desk.press('Save report: Advice');
      await desk.see('Update or close');
      await expect.poll(async () => (await kept('reactionReported')).length, SOON).toBe(1);
      await desk.press('Update or close');
      await desk.choose('Or close it', 'healed');
      await desk.press('Close the reaction');
      await desk.see('closed: healed');
      await expect.poll(async () => (await kept('reactionClosed')).length, SOON).toBe(1);
    } finally {
      await desk.close();
    }
  });
});

describe('its third visit', () => {
  it('begins a fifth lower, with the supervisor’s approval and a new test spot', async () => {
    await browser.open(`/visits/${await nextVisit()}`);
    await browser.see('It reacted last time', '//aside');
    await browser.press('Still none');
    await answerNo(browser);
    await lookAtSkin();
    await browser.press('findings, go to Plan');
    await browser.see('4.3 × 0.8 = 3.44');
    await browser.see('Blisters: high.');
    await browser.see('it blistered before');
    await browser.press('Supervisor’s approval', '//footer');
    await browser.fill('Supervisor’s sign-in name', 'caspian');
    await browser.fill('Supervisor’s password', 'quill and candle');
    await browser.fill('Reason, kept on the record', 'Healed flat, seen today');
    await browser.press('Agree, on the record');
    // Not above 3.44; a start is 0.85 of that at most: 2.92, on the step 2.9.
    await browser.press('Accept 2.9 J/cm²');
    await prepareForSpots(browser);
    await browser.see('the reaction last time');
  });
});
