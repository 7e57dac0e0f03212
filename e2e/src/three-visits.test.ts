import { describe, expect, it } from 'vitest';
import { startWalk } from './start-walk';
import {
  answerNo,
  endWithOpenCells,
  keepLook,
  look,
  newClient,
  openClient,
  prepare,
  RIBBON,
  signConsent,
  signIn,
  testSpot,
} from './walk';

const { app, browser } = await startWalk();
await signIn(browser);

const NAME = 'Arkwright-Sedge';
const SKIN = { type: 'II', colour: 'black', calibre: 'coarse', density: 'medium' };

/** As if so many weeks had passed since all that was kept of the client: it moves into the past. */
async function weeksPass(weeks: number): Promise<void> {
  const days = weeks * 7;
  const own = `(select v.id from visits v join clients c on c.id = v.client_id where c.family_name = $2)`;
  const run = (statement: string) => app.rows(statement, [days, NAME]);
  await app.rows('alter table visit_events disable trigger visit_events_append_only');
  await run(
    `update visit_events set at = at - make_interval(days => $1), recorded_at = recorded_at - make_interval(days => $1),
       body = case when kind = 'planAccepted'
         then jsonb_set(body, '{plan,plannedOn}', to_jsonb(((body -> 'plan' ->> 'plannedOn')::date - $1)::text)) else body end
     where visit_id in ${own}`,
  );
  await app.rows('alter table visit_events enable trigger visit_events_append_only');
  // What lies in the past holds no room any more; else one would lie on the other for a moment.
  await run(`update visits set planned_minutes = null where id in ${own} and $1 > 0`);
  await run(
    `update visits set starts_at = starts_at - make_interval(days => $1) where id in ${own}`,
  );
  await app.rows('update visit_status set stale = true');
}

/** Counts hair at Look: the number, and where. */
async function count(perCm2: string, place?: string): Promise<void> {
  await browser.fill('Counted', perCm2);
  if (place === undefined) return;
  await browser.choose('Window', '2 cm²');
  await browser.choose('How', 'by eye');
  await browser.press(place, '//*[@aria-label="Where it is counted"]');
}

async function treat(): Promise<void> {
  await prepare(browser);
  await browser.press('Start treatment');
  await browser.see('would bring the limit by risk');
  for (let times = 0; times < 4; times++) await browser.press('+ 50 pulses');
  await browser.press('small bumps');
  await browser.press('3', '//*[@aria-labelledby="pain-label"]');
  await endWithOpenCells(browser);
  await browser.fill('Minutes after the last pulse', '10');
  await browser.press('small bumps');
  await browser.press('slight, as expected');
  await browser.see('Chance of an adverse answer');
  await keepLook(browser);
  await browser.press('Send home, book next visit');
  await browser.see('the next visit is booked for');
}

/** Opens the visit that the last one booked, once its day has come. */
async function openNext(): Promise<void> {
  const [next] = await app.rows<{ id: string }>(
    `select v.id from visits v join clients c on c.id = v.client_id
     where c.family_name = $1 order by v.starts_at desc limit 1`,
    [NAME],
  );
  await browser.open(`/visits/${next?.id}`);
  await browser.see('What has changed since');
  await browser.press('Still none');
  await answerNo(browser);
  await browser.see('Fitzpatrick type');
}

describe('three visits of a course, hair counted by the clinic’s rhythm', () => {
  it('begin with a count where the window is marked, and with expectations for this hair', async () => {
    await newClient(browser, {
      given: 'Linnet',
      family: NAME,
      born: '9 May 1993',
      phone: '01632 960 781',
    });
    await answerNo(browser);
    await signConsent(browser, `Linnet ${NAME}`);
    await browser.see('Count the hair at this visit, the 1st');
    await count('40', 'upper left');
    await look(browser, SKIN);
    await browser.pressTwice('Accept');
    await testSpot(browser, 'b', '3');
    await browser.press('Prepare', RIBBON);
    await treat();
  });

  it('go on after eight weeks: no count is asked for, the gap was as usual', async () => {
    await weeksPass(8);
    await openNext();
    await browser.see('Not asked for at this visit, the 2nd');
    await browser.see('40/cm²', '//*[@aria-label="Where it is counted"]');
    await look(browser, SKIN);
    await browser.see('The 2nd session of this course.');
    await browser.gone('The last gap was');
    await browser.pressTwice('Accept');
    await browser.see('Settings, read aloud');
    await treat();
  });

  it('count again in the same window at the third, and say so where it is another', async () => {
    await weeksPass(8);
    await openNext();
    await browser.see('Count the hair at this visit, the 3rd');
    await count('22', 'lower right');
    await browser.see('The last count was made upper left');
    await browser.press('upper left', '//*[@aria-label="Where it is counted"]');
    await browser.gone('The last count was made');
    await browser.choose('Grey, white or vellus', 'a quarter');
    await browser.choose('Hair beside the zone', 'as before');
    await look(browser, SKIN);
    await browser.see('The 3rd session of this course.');
    await browser.pressTwice('Accept');
    await browser.see('Settings, read aloud');
    await treat();
  });

  it('stand on the client’s page with what they took, the plan as it was given, and an end with its reason', async () => {
    await openClient(browser, NAME);
    await browser.see('After 3 visits');
    await browser.see('corrected by 2 counts');
    await browser.see('× 75 % that respond');
    await browser.press('It was given to the client');
    await browser.see('Since then: nothing has changed.');
    await browser.press('Pause or stop the course');
    await browser.press('Next: The course is');
    await browser.press('stopped', '//div[@role="dialog"]');
    await browser.fill('Reason', 'The client is content.');
    await browser.press('Keep it, on the record');
    await browser.see('Course stopped on');
    await browser.gone('Book a visit');
    await browser.press('Reopen the course');
    await browser.fill('Reason', 'For a visit of upkeep.');
    await browser.press('Keep it, on the record');
    await browser.see('Book a visit');
    const kept = await app.rows<{ hair: object }>(
      `select e.body -> 'findings' -> 'hair' as hair from visit_events e join visits v on v.id = e.visit_id
       join clients c on c.id = v.client_id where c.family_name = $1 and e.kind = 'findingsRecorded'
       order by e.at`,
      [NAME],
    );
    const window = { place: 'upperLeft', sizeCm2: 2, how: 'eye' };
    expect(kept.map(({ hair }) => hair)).toMatchObject([
      { hairsPerCm2: 40, counted: window },
      {},
      { hairsPerCm2: 22, counted: window, moreBeside: false },
    ]);
  });
});
