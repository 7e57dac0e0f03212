import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Key } from 'selenium-webdriver';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { answerNo, look, openVisit, prepareForSpots, signConsent, signIn } from './walk';

const COUNT = '//*[@data-testid="pulse-count"]/..';
const CONSOLE = '//*[contains(@class, "console-card")]';

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

const incidents = async (familyName: string): Promise<string[]> => {
  const rows = await app.rows<{ what: string }>(
    `select e.body->>'what' as what from visit_events e join visits v on v.id = e.visit_id
     join clients c on c.id = v.client_id where c.family_name = $1 and e.kind = 'incident'
     order by e.at, e.id`,
    [familyName],
  );
  return rows.map(({ what }) => what);
};
const told = (familyName: string, count: number) =>
  browser.driver.wait(async () => (await incidents(familyName)).length >= count, 20_000);

describe('a whole session with the console', () => {
  it('is made ready by keys alone, the settings read from the console', async () => {
    await signIn(browser);
    await openVisit(browser, 'Bram Oxenstable');
    await answerNo(browser);
    await signConsent(browser, 'Bram Oxenstable');
    await look(browser, { type: 'II', colour: 'black', calibre: 'coarse', density: 'medium' });
    await browser.press('Diode 810, plate 12', '//table//tr[contains(., "stamping")]');
    await browser.press('Accept', '//footer');
    await browser.see('Console OFF');
    await browser.see('The console is off: switch it on');
    await browser.press('This console is simulated');
    await browser.press('Power on');
    await browser.see('Console STANDBY');
    await browser.keys('r');
    await browser.see('The console does not agree with the plan');
    await browser.press('Dial as planned');
    await browser.see('agrees:', CONSOLE);
    // A spot would put this tablet's clock forward, while the console keeps its own.
    await prepareForSpots(browser);
    await browser.press('A supervisor leaves it out');
    await browser.fill('Supervisor’s sign-in name', 'caspian');
    await browser.fill('Supervisor’s password', 'quill and candle');
    await browser.fill('Reason, kept on the record', 'Tested here last month, by letter');
    await browser.press('Leave out, on the record');
    await browser.see('Left out with a supervisor’s approval');
    await browser.press('Go to Treat');
    await browser.see('Start treatment');
    const [read] = await app.rows<{ by: string }>(
      `select body->>'by' as by from visit_events where kind = 'settingsRead'
       order by recorded_at desc limit 1`,
    );
    expect(defined(read).by).toBe('console');
  });

  it('counts the pulses that the console fires, cell by cell', async () => {
    await browser.press('This console is simulated');
    await browser.press('Ready', CONSOLE);
    await browser.see('Console READY');
    await browser.keys(Key.ENTER);
    await browser.see('TREATING');
    // What guards the console stands on the server: it has to know of the start.
    await browser.see('Saved on the server');
    await browser.press('Pedal × 5', CONSOLE);
    await browser.see('5', COUNT);
    await browser.see('ask now');
    await browser.keys('3', 'b');
    await browser.gone('ask now');
    await browser.press('Pedal × 5', CONSOLE);
    // 660 pulses over ten cells.
    await browser.see('10 of 66', '//*[@aria-label="Cells of the zone"]');
    await browser.keys(Key.ENTER);
    await browser.see('Cell 2 done');
    expect(await incidents('Oxenstable')).toEqual([]);
  });

  it.each([
    ['warm tip', 'warmTip', 'The tip is warm'],
    ['other settings', 'otherSettings', 'The console shows other settings'],
    ['open door', 'interlockOpen', 'The interlock is open'],
    ['emergency stop', 'emergencyStop', 'The emergency stop was pressed'],
  ])(
    'stops on %s, tells of it, and goes on only once it is put right',
    async (name, what, words) => {
      const before = (await incidents('Oxenstable')).length;
      await browser.press(name, CONSOLE);
      await browser.see('STOPPED');
      await browser.see('Console', CONSOLE);
      await browser.see(words);
      await told('Oxenstable', before + 1);
      expect((await incidents('Oxenstable')).slice(before)).toContain(what);
      expect(await browser.isEnabled('Go on')).toBe(false);
      await browser.press(name, CONSOLE);
      await browser.gone('Go on once this is put right');
      await browser.press('Go on');
      await browser.see('TREATING');
    },
  );

  it('counts nothing when the counter jumps, and stops', async () => {
    const text = await browser.text('[data-testid="pulse-count"]');
    const before = (await incidents('Oxenstable')).length;
    await browser.press('counter jump', CONSOLE);
    await browser.see('STOPPED');
    await told('Oxenstable', before + 1);
    expect((await incidents('Oxenstable')).at(-1)).toBe('counterJump');
    expect(await browser.text('[data-testid="pulse-count"]')).toBe(text);
  });

  it('makes an incident of a pulse while it is halted, and counts it all the same', async () => {
    const before = (await incidents('Oxenstable')).length;
    await browser.press('Ready', CONSOLE);
    await browser.see('Console READY');
    await browser.press('Pedal', CONSOLE);
    await browser.see('A pulse was fired while the console was not ready');
    await told('Oxenstable', before + 1);
    expect((await incidents('Oxenstable')).at(-1)).toBe('pulseWhileNotReady');
    await browser.see('11', COUNT);
    await browser.see('Console STANDBY');
  });

  it('shows a lost link, and goes on by hand', async () => {
    await browser.press('Go on');
    await browser.see('TREATING');
    await browser.press('lost link', CONSOLE);
    await browser.see('NO LINK to the console');
    await browser.see('STOPPED');
    await browser.press('Go on');
    await browser.see('TREATING');
    await browser.keys('h');
    await browser.see('21', COUNT);
    await browser.press('This console is simulated');
    await browser.press('lost link', CONSOLE);
    await browser.see('Console STANDBY');
    expect(await incidents('Oxenstable')).toContain('consoleLost');
  });

  it('lights the screen for the lens that is worn, and puts it back', async () => {
    const theme = () =>
      browser.driver.executeScript<string>('return document.documentElement.dataset.theme');
    await browser.keys('z');
    await browser.driver.wait(async () => (await theme()) === 'red694to810', 10_000);
    await browser.keys('z');
    await browser.driver.wait(async () => (await theme()) === 'light', 10_000);
  });
});

describe('two tablets on one visit', () => {
  let other: Browser;
  beforeAll(async () => {
    other = await startBrowser(app.url);
    await signIn(other, 'tobiah');
  });
  afterAll(() => other.close());

  it('come to the same count, whoever pressed what', async () => {
    const address = await browser.driver.getCurrentUrl();
    await other.open(new URL(address).pathname);
    await other.see('21', COUNT);
    await other.keys('h');
    await browser.keys('j');
    // Neither presses again, nor loads again: each is told what the other did.
    await browser.see('32', COUNT);
    await other.see('32', COUNT);
    await other.keys('j');
    await browser.see('33', COUNT);
    await browser.driver.navigate().refresh();
    await browser.see('33', COUNT);
  });

  it('merge what one of them kept without a network, though the other ended the session', async () => {
    await other.network(false);
    await other.keys('h', '4', 'b');
    await other.see('43', COUNT);
    await other.see('3 entries are kept on this tablet');
    await browser.keys('j');
    await browser.see('34', COUNT);
    await browser.press('End treatment');
    await browser.press('End, leave', '//div[@role="dialog"]');
    await browser.see('Second look');
    await other.network(true);
    // Ten here and one there; what was seen and felt without a network counts too.
    await other.see('44', COUNT);
    await other.see('ENDED');
    await other.see('Saved on the server');
    await browser.press('Treat', '//nav');
    await browser.see('44', COUNT);
    const late = await app.rows<{ kind: string }>(
      `select e.kind from visit_events e join staff s on s.id = e.staff_id
       where s.sign_in_name = 'tobiah' and e.recorded_at > (
         select recorded_at from visit_events where kind = 'treatmentEnded'
         order by recorded_at desc limit 1)
       order by e.seq`,
    );
    expect(late.map(({ kind }) => kind)).toEqual(['pulsesFired', 'painScored', 'markSeen']);
  });
});
