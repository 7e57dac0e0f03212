import { Key } from 'selenium-webdriver';
import axe from 'axe-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { openVisit, RIBBON, signIn, SOON } from './walk';

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

const AREA = '//*[@aria-label="On the area"]';
const UNEXPOSED = '//*[@aria-label="On unexposed skin"]';

const found = async (familyName: string) => {
  const rows = await app.rows<{ findings: Record<string, never> }>(
    `select e.body->'findings' as findings from visit_events e join visits v on v.id = e.visit_id
     join clients c on c.id = v.client_id
     where c.family_name = $1 and e.kind = 'findingsRecorded' order by e.at desc limit 1`,
    [familyName],
  );
  return defined(rows[0]).findings as Record<string, Record<string, unknown>>;
};

describe('looking at hair', () => {
  it('reads melanin three times in two places, and says what changed', async () => {
    await openVisit(browser, 'Odalys Penhallurick-Voss');
    await browser.see('Fitzpatrick type');
    // As it was found last, to be confirmed; the tan is asked again.
    await browser.see('confirm', '//h2[contains(., "Skin")]');
    await browser.see('Next: Tan on the area', '//footer');
    // Space where the focus waits changes nothing of what was found.
    const waits = () =>
      browser.driver.executeScript<string>('return document.activeElement.labels?.[0].innerText');
    await expect.poll(waits, SOON).toBe('III');
    await browser.see('simulated meter');
    for (const place of [AREA, UNEXPOSED]) {
      for (let reading = 0; reading < 3; reading++) await browser.press('Read', place);
      await browser.see('mean', place);
    }
    await browser.choose('Fitzpatrick type', 'III');
    await browser.choose('Tan on the area', 'fading tan');
    await browser.choose('Colour', 'dark brown');
    await browser.choose('Calibre', 'medium');
    await browser.choose('Density', 'sparse');
    await browser.see('tan: none → fading', '//*[@class="what-changed"]');
    await browser.see('density: medium → sparse', '//*[@class="what-changed"]');
  });

  it('asks for reading again when the readings lie apart', async () => {
    await browser.press('Again', AREA);
    // The stand-in's seventh reading is askew.
    await browser.press('Read', AREA);
    await browser.press('Read', AREA);
    await browser.press('Read', AREA);
    await browser.see('over 6: read again', AREA);
    await browser.press('Again', AREA);
    for (let reading = 0; reading < 3; reading++) await browser.press('Read', AREA);
    await browser.see('mean', AREA);
  });

  it('finds the type by questions, with its sum and a border near by', async () => {
    await browser.press('Find it by questions');
    const dialog = '//div[@role="dialog"]';
    const fields = () => browser.driver.findElements({ css: '[role=dialog] input[role=combobox]' });
    await expect.poll(async () => (await fields()).length, SOON).toBe(10);
    for (const field of await fields()) {
      await field.click();
      // The third answer of each: 2 points; the last comes to 2 × 10 = 20, the end of type III.
      await browser.keys('\uE015', '\uE015', '\uE007');
    }
    await browser.see('Sum 20 of 40: type III', dialog);
    await browser.see('One point from type IV', dialog);
    await browser.press('Use type III', dialog);
    await browser.see('Questions, answered');
  });

  it('measures the zone, marks what to avoid, and keeps it all', async () => {
    await browser.choose('Size', 'round a limb');
    await browser.fill('Length', '30');
    await browser.fill('Round, half way', '32');
    await browser.fill('moles', '2');
    // A third is marked where it lies, and so counted.
    await browser.press('Mark where they lie');
    await browser.press('lower left', '//*[@aria-label="Where things to avoid lie"]');
    await browser.see('a mole', '//*[@aria-label="Where things to avoid lie"]');
    await browser.choose('Press a place to mark', 'mucosal');
    await browser.press('upper middle', '//*[@aria-label="Where things to avoid lie"]');
    await browser.see('mucosal', '//*[@aria-label="Where things to avoid lie"]');
    await browser.fill('Diameter, measured', '72');
    await browser.choose('Hair grows', 'downwards');
    await browser.press('findings, go to Plan');
    await browser.see('What limits the fluence');
    await browser.see('3 moles', '//aside');
    await browser.see('coarse, 72 µm', '//aside');
    await expect
      .poll(() => found('Penhallurick-Voss'), SOON)
      .toMatchObject({
        areaCm2: 960,
        skin: { type: 3, tan: 'fading', typing: { eyes: 2, lastSun: 2 } },
        hair: { calibre: 'coarse', diameterUm: 72 },
        zone: {
          measured: { shape: 'round', lengthCm: 30, aroundCm: 32 },
          growth: 'down',
          avoid: { mole: 3, tattoo: 0 },
          marked: [{ what: 'mole', place: 'lowerLeft' }],
          mucosal: ['upperMiddle'],
        },
      });
  });
});

describe('looking at ink', () => {
  it('begins with a tattoo of its own area', async () => {
    await browser.open('/clients');
    await browser.press('Candlewick', '//table');
    await browser.press('Add area');
    await browser.choose('For', 'tattoo removal');
    await browser.pressPart('left ankle');
    await browser.press('Add area', '//div[@role="dialog"]');
    await browser.press('Book a visit', '//section[contains(., "tattoo")]');
    await browser.press('Window room', '//div[@role="dialog"]');
    await browser.press('Book and open');
    await browser.press('Look', RIBBON);
    await browser.see('Made by');
  });

  it('takes colours with their shares, and says what they ask for', async () => {
    await browser.choose('Fitzpatrick type', 'IV');
    await browser.choose('Tan on the area', 'no tan');
    const select = async (colour: string) => {
      const field = await browser.driver.findElement({ css: '[aria-label="Add a colour"]' });
      await field.click();
      await field.sendKeys(colour, '\uE007');
    };
    await select('black');
    await browser.fill('Share of black', '70');
    await select('white');
    await browser.choose('State of the ink', 'quiet');
    await browser.choose('Density of the ink', 'solid');
    await browser.choose('Made by', 'professional');
    await browser.choose('Scar', 'none');
    await browser.fill('Age of the ink', '8');
    await browser.fill('Sessions before', '0');
    await browser.fill('Length', '6');
    await browser.fill('Width', '4');
    await browser.see('can turn dark at once');
    await browser.press('findings, go to Plan');
    await browser.see('black 70 %, white 30 %', '//aside');
    await expect
      .poll(() => found('Candlewick'), SOON)
      .toMatchObject({
        areaCm2: 24,
        ink: { colours: [{ colour: 'black' }, { colour: 'white' }], density: 'solid', ageYears: 8 },
      });
  });

  it('has no fault that axe finds', async () => {
    await browser.press('Look', RIBBON);
    await browser.see('Design, part by part');
    await browser.driver.executeScript(axe.source);
    const faults = await browser.driver.executeAsyncScript(`
      const done = arguments[arguments.length - 1];
      axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'] }).then(({ violations }) =>
        done(violations.flatMap(({ id, nodes }) => nodes.map(({ html }) => id + html.slice(0, 90)))));`);
    expect(faults).toEqual([]);
  });

  it('is traced corner by corner, too', async () => {
    await browser.choose('Size', 'traced');
    const grid = await browser.driver.findElement({ css: '.outline svg' });
    await browser.driver.executeScript('arguments[0].scrollIntoView({block: "center"})', grid);
    // A right angle of 5 cm each way: 70 of the grid's 280 pixels; half of 25 cm².
    for (const [x, y] of [
      [-70, -70],
      [0, -70],
      [-70, 0],
    ] as const) {
      await browser.driver.actions().move({ origin: grid, x, y }).click().perform();
    }
    await browser.press('Save findings');
    await browser.see('12.5 cm²', '//aside');
  });

  it('and by keys alone', async () => {
    await browser.press('Look', RIBBON);
    await browser.press('Clear');
    const grid = await browser.driver.findElement({ css: '.outline svg' });
    await browser.driver.executeScript('arguments[0].focus()', grid);
    const far = (key: string) =>
      browser.driver.actions().keyDown(Key.SHIFT).sendKeys(key, key).keyUp(Key.SHIFT).perform();
    const corner = () => browser.driver.actions().sendKeys(Key.ENTER).perform();
    // Twice ten steps of 0.25 cm each way: a square of 5 cm, and one corner too many that is taken back.
    await corner();
    await far(Key.ARROW_RIGHT);
    await corner();
    await far(Key.ARROW_DOWN);
    await corner();
    await far(Key.ARROW_LEFT);
    await corner();
    await far(Key.ARROW_LEFT);
    await corner();
    await browser.driver.actions().sendKeys(Key.BACK_SPACE).perform();
    await browser.press('Save findings');
    await browser.see('25 cm²', '//aside');
  });
});
