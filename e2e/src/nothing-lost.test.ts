import { demoZone } from '../../server/test-databases.mjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import {
  consoleAsPlanned,
  keepsItself,
  openVisit,
  RIBBON,
  signIn,
  endWithOpenCells,
  keepLook,
} from './walk';

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

const pulses = async (familyName: string): Promise<number> => {
  const [row] = await app.rows<{ n: number }>(
    `select coalesce(sum((e.body->>'count')::int), 0)::int as n from visit_events e
     join visits v on v.id = e.visit_id join clients c on c.id = v.client_id
     where c.family_name = $1 and e.kind = 'pulsesFired' 
     and (v.starts_at at time zone '${demoZone()}')::date = (now() at time zone '${demoZone()}')::date`,
    [familyName],
  );
  return defined(row).n;
};

/** Numbers between 0 and 1 that are the same for the same seed (Marsaglia 2003, xorshift32). */
function numbers(seed: number): () => number {
  let state = seed | 0 || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 2 ** 32;
  };
}

const COUNT = '//*[@data-testid="pulse-count"]/..';

describe('in the middle of a treatment', () => {
  it('a reload loses nothing and says where one was', async () => {
    await openVisit(browser, 'Zéphyrine Okapi-Lune');
    await browser.see('PAUSED');
    const before = await pulses('Okapi-Lune');
    await browser.see(`You were at ${before} of`);
    await browser.press('Go on');
    await browser.see('TREATING');
    await browser.keys('h', 'y', '4');
    await browser.see(String(before + 60), COUNT);
    await browser.driver.navigate().refresh();
    await browser.see('TREATING');
    await browser.see(String(before + 60), COUNT);
    await browser.see('Saved on the server');
    expect(await pulses('Okapi-Lune')).toBe(before + 60);
  });

  it('a press goes up the live line, and as a request only where there is none', async () => {
    const requests = () =>
      browser.driver.executeScript<number>(
        `return performance.getEntriesByType('resource').filter(({ name }) => name.includes('/events')).length`,
      );
    const before = await pulses('Okapi-Lune');
    // A browser lists its first 250 requests and no more: those of the page itself make room.
    await browser.driver.executeScript('performance.clearResourceTimings();');
    const asked = await requests();
    await browser.keys('j');
    await browser.see(String(before + 1), COUNT);
    await browser.see('Saved on the server');
    expect(await pulses('Okapi-Lune')).toBe(before + 1);
    expect(await requests()).toBe(asked);
    await browser.network(false);
    await browser.keys('j');
    await browser.see('The server cannot be reached');
    await browser.network(true);
    await browser.see('Saved on the server');
    expect(await pulses('Okapi-Lune')).toBe(before + 2);
    expect(await requests()).toBeGreaterThan(asked);
  });

  it('a reload without a network opens the visit from this browser, and sends what was pressed then', async () => {
    const before = await pulses('Okapi-Lune');
    await keepsItself(browser);
    await browser.network(false);
    await browser.driver.navigate().refresh();
    await browser.see('TREATING');
    await browser.see(String(before), COUNT);
    await browser.see('The server cannot be reached');
    await browser.keys('j');
    await browser.see(String(before + 1), COUNT);
    await browser.driver.navigate().refresh();
    await browser.see(String(before + 1), COUNT);
    await browser.network(true);
    await browser.see('Saved on the server');
    await browser.gone('The server cannot be reached');
    expect(await pulses('Okapi-Lune')).toBe(before + 1);
  });

  it('a server that dies loses nothing: presses wait here and are sent when it is back', async () => {
    const before = await pulses('Okapi-Lune');
    await app.kill();
    await browser.keys('h', 'h', 'b');
    await browser.see('The server cannot be reached');
    await browser.see('kept on this tablet and will be sent');
    await browser.see(String(before + 20), COUNT);
    await app.revive();
    await browser.see('Saved on the server');
    await browser.gone('The server cannot be reached');
    expect(await pulses('Okapi-Lune')).toBe(before + 20);
  });

  it('a page closed while the server is away gives its presses to the next page', async () => {
    const before = await pulses('Okapi-Lune');
    await app.kill();
    await browser.keys('y');
    await browser.see(String(before + 50), COUNT);
    await browser.open('about:blank').catch(() => browser.driver.get('about:blank'));
    await app.revive();
    await browser.open('/');
    await openVisit(browser, 'Zéphyrine Okapi-Lune');
    await browser.see(String(before + 50), COUNT);
    await browser.see('Saved on the server');
    expect(await pulses('Okapi-Lune')).toBe(before + 50);
  });

  it('loses no press, whatever dies and whenever', async () => {
    const seed = Number(process.env['SEED'] ?? Date.now() % 1e6);
    console.log(`seed ${seed}`);
    const next = numbers(seed);
    const before = await pulses('Okapi-Lune');
    let pressed = 0;
    let serverUp = true;
    const address = new URL(await browser.driver.getCurrentUrl()).pathname;
    // What dies: the page, the tab, the server, every connection of the database.
    const deaths = [
      () => browser.driver.navigate().refresh(),
      async () => {
        await browser.driver.get('about:blank');
        if (!serverUp) await revive();
        await browser.open(address);
      },
      async () => {
        if (serverUp) await app.kill();
        serverUp = false;
      },
      async () => {
        await app.rows(
          `select pg_terminate_backend(pid) from pg_stat_activity
           where datname = current_database() and pid <> pg_backend_pid()`,
        );
      },
    ];
    const revive = async () => {
      await app.revive();
      serverUp = true;
    };
    for (let round = 0; round < 14; round++) {
      const presses = 1 + Math.floor(next() * 4);
      for (let press = 0; press < presses; press++) {
        await browser.keys('j');
        pressed += 1;
        // A press is confirmed once the count shows it: from then on it may not be lost.
        await browser.see(String(before + pressed), COUNT);
        if (next() < 0.3) break;
      }
      const death = Math.floor(next() * deaths.length);
      // A page cannot load from a dead server; the tab's own death brings it back first.
      if (!serverUp && death === 0) await revive();
      await defined(deaths[death])();
      if (!serverUp && next() < 0.5) await revive();
      await browser.see(String(before + pressed), COUNT);
    }
    if (!serverUp) await revive();
    await browser.driver.navigate().refresh();
    await browser.see(String(before + pressed), COUNT);
    await browser.see('Saved on the server');
    expect(await pulses('Okapi-Lune'), `seed ${seed}`).toBe(before + pressed);
  });

  it('pain of 7 stops at once, and Escape does', async () => {
    await browser.keys('7');
    await browser.see('STOPPED');
    await browser.see('console to standby');
    await browser.see('It goes on once each was looked for: 4 to go');
    expect(await browser.isEnabled('Go on')).toBe(false);
    await browser.keys('j', 'h', 'y');
    await browser.see('1 to go');
    expect(await browser.isEnabled('Go on')).toBe(false);
    await browser.keys('v');
    await browser.see('None of these');
    // A second press by accident says nothing new; another key says that it was this.
    await browser.keys('h', 'h');
    await browser.see('None of these');
    await browser.keys('o');
    await browser.see('It was this: a tan or darker skin nobody saw');
    await browser.see('Found.');
    await browser.press('Go on');
    await browser.see('TREATING');
    await browser.keys('\uE00C');
    await browser.see('STOPPED');
    await browser.see('Saved on the server');
    const kinds = await app.rows<{ kind: string }>(
      `select e.kind from visit_events e join visits v on v.id = e.visit_id
       join clients c on c.id = v.client_id where c.family_name = 'Okapi-Lune'
       order by e.at desc, e.id desc limit 9`,
    );
    expect(kinds.map(({ kind }) => kind)).toEqual([
      ...['stopped', 'resumed', ...Array<string>(5).fill('causeChecked')],
      ...['stopped', 'painScored'],
    ]);
  });

  it('a new plan does not take the place of looking for the cause', async () => {
    await browser.press('Go on');
    await browser.see('TREATING');
    await browser.keys('8');
    await browser.see('STOPPED');
    await browser.press('Plan', RIBBON);
    await browser.press('Accept', '//footer');
    await browser.see('Settings, read aloud');
    await browser.press('Treat', RIBBON);
    await browser.see('PAUSED');
    await browser.see('looked for: 4 to go');
    await browser.keys('j', 'h', 'y', 'v');
    await browser.see('None of these');
    await browser.gone('looked for: ');
  });

  it('nor of reading the console back; what was done stays done', async () => {
    await browser.see('Plan changed meanwhile');
    expect(await browser.isEnabled('Go on')).toBe(false);
    await browser.see('✓ 1', '//*[@class="cell-map"]');
    await browser.press('Prepare', RIBBON);
    await browser.see('Settings, read aloud');
    await consoleAsPlanned(browser);
    await browser.keys('r');
    await browser.see('All ready.');
    await browser.press('Go to Treat');
    await browser.see('PAUSED');
    await browser.gone('Plan changed meanwhile');
    expect(await browser.isEnabled('Go on')).toBe(true);
  });

  it('ends without a network, and is watched, though that page was never opened', async () => {
    const before = await pulses('Okapi-Lune');
    await browser.driver.navigate().refresh();
    await browser.see('PAUSED');
    await browser.driver.wait(
      () =>
        browser.driver.executeScript<boolean>(
          `const fetched = performance.getEntriesByType('resource').filter(({ responseEnd }) => responseEnd > 0);
           return ['WatchStage', 'SendHomeStage'].every((stage) => fetched.some(({ name }) => name.includes(stage)))`,
        ),
      20_000,
    );
    await browser.network(false);
    await browser.press('Go on');
    await browser.see('TREATING');
    await browser.keys('h');
    await endWithOpenCells(browser);
    await browser.see('The server cannot be reached');
    await browser.keys('r', '2');
    await keepLook(browser);
    await browser.see('After your laser hair removal');
    await browser.network(true);
    await browser.gone('The server cannot be reached');
    expect(await pulses('Okapi-Lune')).toBe(before + 10);
    const [watched] = await app.kept('Okapi-Lune', 'postTreatmentChecked');
    expect(defined(watched).body).toMatchObject({ grade: 2 });
  });
});
