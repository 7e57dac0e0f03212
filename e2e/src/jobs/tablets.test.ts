import { demoZone } from '../../../server/test-databases.mjs';
import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from '../application';
import { startBrowser, type Browser } from '../browser';
import { keepsItself, openVisit, RIBBON, signIn } from '../walk';
import { inSteps } from './steps';

let app: Application;
let slow: Browser;
let fast: Browser;
beforeAll(async () => {
  app = await startApplication();
  slow = await startBrowser(app.url);
  await signIn(slow);
  fast = await startBrowser(app.url);
  await signIn(fast, 'tobiah');
});
afterAll(async () => {
  await slow.close();
  await fast.close();
  await app.close();
});

const COUNT = '//*[@data-testid="pulse-count"]/..';
const STATE = '//*[contains(@class, "run-state")]';

const pulses = async (): Promise<number> => {
  const [row] = await app.rows<{ n: number }>(
    `select coalesce(sum((e.body->>'count')::int), 0)::int as n from visit_events e
     join visits v on v.id = e.visit_id join clients c on c.id = v.client_id
     where c.family_name = 'Okapi-Lune' and e.kind = 'pulsesFired' and (v.starts_at at time zone '${demoZone()}')::date = (now() at time zone '${demoZone()}')::date`,
  );
  return defined(row).n;
};

describe('two tablets whose clocks differ by ten minutes', () => {
  it('both stop by one press on the slower one, and go on from the same count', async () => {
    await fast.wrongClock(10);
    await fast.open('/');
    await slow.see('Zéphyrine Okapi-Lune');
    const before = await pulses();
    await inSteps(7, [slow, fast], async () => {
      await openVisit(slow, 'Zéphyrine Okapi-Lune');
      await openVisit(fast, 'Zéphyrine Okapi-Lune');
      await fast.see('PAUSED');
      await fast.keys('p');
      await slow.see('TREATING');
      await fast.keys('h');
      await slow.see(String(before + 10), COUNT);
      await slow.keys(Key.ESCAPE);
      await slow.see('STOPPED', STATE);
      await fast.see('STOPPED', STATE);
      await slow.keys('p');
      await fast.see('TREATING', STATE);
      await slow.keys('j');
      await fast.see(String(before + 11), COUNT);
    });
  });

  it('stops for both though one of them was pressed on without a network, and loses none of its presses', async () => {
    const before = await pulses();
    await keepsItself(fast);
    await inSteps(4, [slow, fast], async () => {
      await fast.network(false);
      await fast.keys('h', '3', 'b');
      await fast.see('3 entries are kept on this tablet');
      // A reload without a network opens the visit from the tablet's own store.
      await fast.driver.navigate().refresh();
      await fast.see(String(before + 10), COUNT);
      await slow.keys(Key.ESCAPE);
      await slow.see('STOPPED', STATE);
      await fast.network(true);
      await fast.see('STOPPED', STATE);
      await slow.see(String(before + 10), COUNT);
    });
    expect(await pulses()).toBe(before + 10);
  });
});

describe('unusual people on small screens', () => {
  const overflow = () =>
    slow.driver.executeScript<number>(
      'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
    );
  /** Whether all of it lies within the window as it is, nothing over it. */
  const inSight = (name: string) =>
    slow.driver.executeScript<boolean>(
      `const button = [...document.querySelectorAll('.treat-pinned button')].find((each) => each.innerText.includes(arguments[0]));
       const { left, top, right, bottom } = button.getBoundingClientRect();
       const at = document.elementFromPoint((left + right) / 2, (top + bottom) / 2);
       return left >= 0 && top >= 0 && right <= innerWidth && bottom <= innerHeight && button.contains(at);`,
      name,
    );

  it.each([
    ['a laptop', 1280, 800],
    ['a small laptop', 1024, 600],
    ['a tablet held upright', 820, 1180],
    ['twice the size', 640, 400],
  ])('STOP, pause and pain stay in sight on %s', async (_name, width, height) => {
    await slow.size(width, height);
    expect(await inSight('STOP')).toBe(true);
    expect(await inSight('Go on')).toBe(true);
    expect(await inSight('10')).toBe(true);
    expect(await overflow()).toBe(0);
  });

  it('a name of fifty letters, red hair and freckles', async () => {
    await slow.size(820, 1180);
    await slow.open('/');
    await inSteps(5, slow, async () => {
      await openVisit(slow, 'Wilhelmina-Clementine');
      expect(await overflow()).toBe(0);
      await slow.press('Still none');
      await slow.press('Mark the rest “No”');
      await slow.press('Save answers, go to');
      await slow.see('Fitzpatrick type');
      await slow.choose('Tan on the area', 'no tan');
      await slow.see('red');
    });
    expect(await overflow()).toBe(0);
  });

  it.each([
    ['grey hair', 'Peregrine Saltmeadow', 'no pigment'],
    ['cosmetic ink that may darken', 'Philippa Wrenfield', 'No light here may be used on this ink'],
  ])('%s is told why nothing is fired', async (_name, client, told) => {
    await slow.open('/');
    await inSteps(2, slow, async () => {
      await openVisit(slow, client);
      await slow.press('Plan', RIBBON);
      await slow.see(told);
    });
    expect(await overflow()).toBe(0);
  });
});
