import { demoZone } from '../../server/test-databases.mjs';
import type { RecordOpened } from '@tidy-quill/contract/record';
import { reportNames, reportSections } from '@tidy-quill/contract/labels/index';
import { visitReport } from '@tidy-quill/core/report';
import { type EventKind } from '@tidy-quill/core/events';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import {
  answerNo,
  look,
  openVisit,
  RIBBON,
  signIn,
  SOON,
  clinicMoment,
  fillMoment,
  endWithOpenCells,
  keepLook,
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

const RECORD = '//*[@data-testid="record"]';

const kept = (kind: EventKind) => app.kept('Okapi-Lune', kind);

/** Every line of the record as the page shows it. */
const shownLines = () =>
  browser.driver.executeScript<string[]>(
    `return [...document.querySelectorAll('[data-testid="record"] dl > div')].map((line) =>
       line.querySelector('dt').textContent + ': ' + line.querySelector('dd').textContent)`,
  );

/** The same lines, made here from the visit's events and nothing else. */
async function linesFromEvents(): Promise<string[]> {
  const opened = await browser.driver.executeAsyncScript<RecordOpened>(
    `const done = arguments[arguments.length - 1];
     fetch(location.pathname.replace('/visits', '/api/visits')).then((answer) => answer.json()).then(done);`,
  );
  const sheet = visitReport([...opened.events].reverse(), opened.visit.areaId);
  const sections = reportSections(sheet, reportNames(opened, demoZone()));
  return sections.flatMap(({ lines }) => lines.map(({ label, text }) => `${label}: ${text}`));
}

/** So many hours after the last pulse, as the clinic's clock shows it. */
async function hoursAfter(hours: number): Promise<string> {
  const [fired] = await app.rows<{ at: Date }>(
    `select e.at from visit_events e
     join visits v on v.id = e.visit_id join clients c on c.id = v.client_id
     where e.kind in ('pulsesFired', 'consolePulses') and c.family_name = 'Okapi-Lune'
     order by e.at desc`,
  );
  return clinicMoment(new Date(new Date(defined(fired).at).getTime() + hours * 3_600_000));
}

describe('from the last pulse', () => {
  it('watch: the clock, what is seen with its grade and size, what was done for it', async () => {
    await signIn(browser);
    await openVisit(browser, 'Okapi-Lune');
    await browser.press('Treat', RIBBON);
    await browser.see('PAUSED');
    await browser.keys('p');
    await browser.see('TREATING');
    await endWithOpenCells(browser);
    await browser.see('The second look is at 10 minutes: skin worked as type IV–VI');
    await browser.see('slight redness or small bumps around the hairs');
    await browser.keys('d', '2', 'q');
    await browser.see('✓ cold air');
    await browser.see('✓ marked, watch it');
    await browser.fill('Size', '2');
    await keepLook(browser);
    await browser.see('After your laser hair removal');
    await expect
      .poll(async () => (await kept('postTreatmentChecked'))[0]?.body, SOON)
      .toMatchObject({
        grade: 2,
        cared: ['coldAir'],
        found: [{ mark: 'strongRedness', grade: 1, sizeCm: 2 }],
      });
  });

  it('send home with what fits the client’s days, as paper, file, message and calendar', async () => {
    await browser.gone('You work outside');
    await browser.press('works outside');
    await browser.see('You work outside: wear cloth over it');
    await browser.see('8 weeks, the usual interval here');
    await browser.pressTwice('Send home, book next visit');
    await browser.see('the next visit is booked for');
    await browser.press('Send as a message');
    await browser.see('as a message at');
    const [message] = await app.rows<{ text: string; state: string }>(
      "select text, state from messages where text like '%After your laser hair removal%'",
    );
    expect(defined(message).state).toBe('sent');
    expect(defined(message).text).toContain('You work outside: wear cloth over it');
  });

  it('read the record, add to it and sign it', async () => {
    await browser.press('Read and sign the record');
    await browser.see('Treated', RECORD);
    await browser.see('strong redness', RECORD);
    await browser.fill('Addition', 'Stood up twice');
    await browser.fill('Reason', 'Forgotten then');
    await browser.press('Add it');
    await browser.see('Stood up twice (because: Forgotten then)', RECORD);
    expect(await shownLines()).toEqual(await linesFromEvents());
    await browser.press('Type the name instead');
    await browser.fill('Idony Brackwater, full name typed', 'Idony Brackwater');
    await browser.press('Sign what stands here');
    await browser.see('Signed by you, Idony Brackwater, as it stands.');
  });
});

describe('a blister phoned in two days later', () => {
  it('is told from Today, and triaged while it is written', async () => {
    await browser.later(48 * 60);
    await browser.open('/');
    await browser.press('Report a reaction');
    await browser.fill('Who calls?', 'okapi');
    await browser.see('Zéphyrine Okapi-Lune', '//*[@role="dialog"]');
    await browser.see('Which session does it belong to?');
    await browser.press('right thigh', '//*[@role="dialog"]');
    await browser.see('Report a reaction');
    await browser.choose('What is it?', 'blister');
    await fillMoment(browser, 'When did it begin?', await hoursAfter(-3));
    await browser.see('When did it begin? is before the last pulse');
    await fillMoment(browser, 'When did it begin?', await hoursAfter(20));
    await browser.see('20 h after');
    await browser.choose('How much of what was treated?', 'a part of it');
    // What was written outlives a reload in the midst of it.
    await browser.driver.navigate().refresh();
    await browser.choose('Since it began', 'the same');
    await browser.see('20 h after');
    await browser.see('A blister after hair removal is a burn');
    await browser.see('Skin worked as type IV–VI: marks stay longer');
    await browser.press('fever');
    await browser.see('Save report: Clinician now');
    await browser.press('fever');
    await browser.pressTwice('Save report: See today');
    await browser.see('Update or close');
    await expect
      .poll(async () => (await kept('reactionReported'))[0]?.body, SOON)
      .toMatchObject({ triage: { level: 'seeToday', adverse: true } });
    expect(await kept('reactionReported')).toHaveLength(1);
  });

  it('stands on Today until it is closed, each step kept', async () => {
    await browser.open('/');
    const ROW = '//section[@aria-label="Reactions being followed"]';
    await browser.see('blister', ROW);
    await browser.see('2 open, 1 overdue', ROW);
    await browser.press('Zéphyrine Okapi-Lune', ROW);
    await browser.choose('How do we know?', 'seen here');
    await browser.choose('How does it go?', 'better');
    await browser.press('dressed');
    await browser.pressTwice('Save this step');
    await browser.see('seen here, better');
    await browser.press('Update or close');
    await browser.choose('Or close it', 'healed');
    await browser.press('Close the reaction');
    await browser.see('closed: healed');
    await expect.poll(async () => (await kept('reactionFollowed')).length, SOON).toBe(1);
    await browser.open('/');
    await browser.see('1 open, 1 overdue', ROW);
    await browser.gone('Zéphyrine Okapi-Lune', ROW);
  });

  it('lowers the proposal of the next visit, with the supervisor’s approval first', async () => {
    const [session] = await kept('planAccepted');
    const used = (
      defined(session).body as unknown as { plan: { setting: { fluenceJcm2: number } } }
    ).plan.setting.fluenceJcm2;
    const [next] = await app.rows<{ id: string }>(
      `select v.id from visits v join clients c on c.id = v.client_id
       where c.family_name = 'Okapi-Lune' order by v.starts_at desc limit 1`,
    );
    // Another tablet, whose clock nobody has moved.
    await browser.close();
    browser = await startBrowser(app.url);
    await signIn(browser, 'tobiah');
    await browser.open(`/visits/${defined(next).id}`);
    await browser.see('It reacted last time', '//aside');
    await browser.see('blister', '//aside');
    await browser.press('Still none');
    await answerNo(browser);
    await browser.see('Fitzpatrick type');
    await look(browser, { type: 'V', colour: 'black', calibre: 'coarse', density: 'medium' });
    await browser.press('Long-pulse 1064', '//table');
    await browser.see(`${used} × 0.8 = ${Number((used * 0.8).toFixed(2))}`);
    const proposed = await browser.text('.stepper-figure .figure-large');
    expect(Number(proposed)).toBeLessThanOrEqual(0.8 * used);
    await browser.see('Supervisor’s approval', '//footer');
  });

  it('is on the client’s course, the session it belongs to marked', async () => {
    await browser.press('Zéphyrine Okapi-Lune', '//aside');
    await browser.see('Export');
    await browser.see('blister', '//ol[contains(@class, "course-days")]');
    await browser.press('reactions only');
    await browser.see('blister', '//table');
    const rows = await browser.driver.findElements({
      xpath: '//table[contains(., "Most pain")]/tbody/tr',
    });
    expect(rows).toHaveLength(1);
  });
});

describe('a diary from home', () => {
  const urgent = '//section[@aria-label="Act on now"]';
  let phone: Browser;
  beforeAll(async () => {
    phone = await startBrowser(app.url);
    await phone.size(390, 800);
  });
  afterAll(() => phone.close());

  it('keeps the emergency numbers in sight after an emergency sign was sent, and after a reload', async () => {
    const [visit] = await app.rows<{ id: string }>(
      `select v.id from visits v join clients c on c.id = v.client_id
       where c.family_name = 'Yewbarrow' order by v.starts_at desc limit 1`,
    );
    await browser.open(`/visits/${defined(visit).id}/sendHome`);
    await browser.press('Send a healing diary');
    await browser.see('Diary sent:');
    const url = await browser.text('.give-advice a[href*="/diary/"]');
    // Today is open at the desk meanwhile.
    await browser.open('/');
    await browser.see('Report a reaction');
    await phone.open(new URL(url).pathname);
    await phone.see('How is it healing, Corisande?');
    await phone.press('hot redness that spreads');
    await phone.see('Do not wait for our answer');
    await phone.press('worse', '//*[@class="choice"][1]');
    await phone.press('blister', '//*[contains(., "What do you see?")]/..');
    await phone.press('Send it to the clinic');
    await phone.see('Please call all the same');
    await phone.see('Do not wait for our answer');
    await phone.driver.navigate().refresh();
    await phone.see('Do not wait for our answer');
  });

  it('is corrected the same day', async () => {
    await phone.press('Correct this');
    await phone.press('wet or weeping skin');
    await phone.press('Send the correction');
    await phone.see('corrected');
  });

  it('stands at the head of Today without a reload, with its triage, and becomes a prefilled report', async () => {
    await browser.see('Just in: Clinician now', '//*[@role="alert"]');
    await browser.see('blister, hot redness that spreads, wet or weeping, worse', urgent);
    await browser.press('Report it, prefilled', urgent);
    await browser.see('as the client told it from home');
    await browser.see('blister', '//section[@aria-label="Healing diary"]');
    await browser.press('Save report: Clinician now');
    await browser.see('Update or close');
    await expect
      .poll(async () => (await app.kept('Yewbarrow', 'reactionReported'))[0]?.body, SOON)
      .toMatchObject({
        how: 'message',
        report: { what: 'infection', signs: ['spreadingRedness', 'weeping'] },
      });
    await browser.open('/');
    // What is left to act on is the reaction that it became.
    await browser.see('Update or close', urgent);
    await browser.gone('Report it, prefilled');
  });
});
