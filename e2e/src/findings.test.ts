import { defined } from '@tidy-quill/core/units';
import { describe, expect, it } from 'vitest';
import { startWalk } from './start-walk';
import {
  answerNo,
  newClient,
  openVisit,
  pick,
  RIBBON,
  search,
  signConsent,
  signIn,
  signOut,
  SOON,
} from './walk';

const { app, browser } = await startWalk();

const PLACES = '//nav[@aria-label="Places"]';
const PARTS = '//nav[@aria-label="Findings"]';
const DIALOG = '//div[@role="dialog"]';

describe('findings', () => {
  it('open the sessions behind a figure, and stay as they were chosen in the address', async () => {
    await signIn(browser, 'caspian');
    await browser.press('Findings', PLACES);
    await browser.see('What to look at');
    await browser.see('Harm, in the room or later');
    const facts = await app.rows<{ n: string }>('select count(*) as n from session_facts');
    await browser.see(`${defined(facts[0]).n} sessions`);
    await pick(browser, 'Technique', 'in motion');
    await expect.poll(() => browser.driver.getCurrentUrl(), SOON).toContain('technique=inMotion');
    await browser.press('sessions', '//*[@class="findings-total"]');
    await browser.see('Endpoint', DIALOG);
  });

  it('propose a change of a row whose record speaks for it, as a draft with its reason', async () => {
    // A protocol that begins too low: nothing was ever seen at the first fluence in motion.
    await app.rows(
      `update session_facts set start_endpoint = 'none', endpoint = 'right' where technique = 'inMotion'`,
    );
    await app.rows(
      'insert into stale_months select distinct clinic_id, month from month_facts on conflict do nothing',
    );
    await browser.open('/findings/protocol');
    await browser.see('Begin higher: low end 6 → 7 J/cm²');
    await browser.press('Open as a draft');
    await browser.see('Changed since version 2, not in force');
    await browser.press('Keep as version 3');
    await browser.see('against version 2, in force');
    await browser.see('had no endpoint at the first fluence');
  });
});

describe('a trial', () => {
  it('goes from its design to a side that is planned one way alone', async () => {
    await newClient(browser, {
      ...{ given: 'Marigold', family: 'Inkpen', born: '1994-05-02', phone: '01632 960 777' },
    });
    await browser.press('Clients', PLACES);
    await browser.fill('Search by name, reference, telephone or birth date', 'Inkpen');
    await browser.press('Inkpen, Marigold', '//table');
    await browser.press('Add area');
    await browser.pressPart('right lower leg');
    await browser.press('Add area', DIALOG);
    await browser.see('right lower leg', '//main');

    await browser.press('Findings', PLACES);
    await browser.press('Trials', PARTS);
    await browser.press('Design a trial');
    await browser.fill('Title', 'Gliding against stamping');
    await browser.see('It needs a question.');
    await browser.fill('Question', 'Which hurts less?');
    await pick(browser, 'Way A: technique', 'in motion');
    await pick(browser, 'Way B: technique', 'stamping');
    await browser.see('Sites: must hold one site at least.');
    await search(browser, 'Sites, a left and a right one each', 'lower leg', 'lower leg');
    await pick(browser, 'Decided by', 'highest pain of a session, 0–10');
    await browser.seeWithin('clients find it four times in five', 60_000);
    await browser.press('Save the draft');
    await browser.see('Draft', '//main');
    await browser.press('Fix the design and begin');
    await browser.see('SHA-256');
    await browser.see('sealed');

    await browser.press('Take a client in');
    await search(browser, 'Client', 'Inkpen', await labelOf('Inkpen'));
    await browser.see('left and right lower leg', DIALOG);
    await browser.press('Type the name instead: Client, who has read this');
    await browser.fill('Client, who has read this, full name typed', 'Marigold Inkpen');
    await browser.press('Save the consent');
    await browser.see('drawn at the first visit');

    await browser.press('Today', PLACES);
    await openVisit(browser, 'Marigold Inkpen');
    await answerNo(browser);
    await signConsent(browser, 'Marigold Inkpen', 'Caspian Thorngate');
    await browser.press('Add a zone');
    await browser.press('right lower leg', DIALOG);
    await browser.gone('Add a zone to this visit');
    for (const side of ['left', 'right'] as const) {
      await browser.press(`${side} lower leg`, '//nav[@aria-label="Zones of this visit"]');
      await browser.press('Look', RIBBON);
      await browser.choose('Fitzpatrick type', 'II');
      await browser.choose('Tan on the area', 'no tan');
      await browser.choose('Colour', 'dark brown');
      await browser.choose('Calibre', 'coarse');
      await browser.choose('Density', 'medium');
      await browser.press('findings, go to Plan');
      if (side === 'left') {
        await browser.see('draw the sides first');
        await browser.press('Draw the sides');
      }
      await browser.see(`Trial “Gliding against stamping”: ${side} side`);
      await browser.see('What limits the fluence');
      await browser.press('Accept', '//footer');
      await browser.see('Prepare', RIBBON);
      await expect
        .poll(async () => (await app.kept('Inkpen', 'planAccepted')).length, SOON)
        .toBe(side === 'left' ? 1 : 2);
    }
    // The newest first: the right side, then the left one.
    const plans = await app.kept('Inkpen', 'planAccepted');
    const techniques = plans.map(
      ({ body }) =>
        (body['plan'] as unknown as { setting: { technique: string } }).setting.technique,
    );
    expect([...techniques].sort()).toEqual(['inMotion', 'stamping']);
    const [drawn] = await app.rows<{ body: { left: 'a' | 'b' } }>(
      `select e.body from trial_entries e join clients c on c.id = e.client_id where e.kind = 'drawn' and c.family_name = 'Inkpen'`,
    );
    expect(techniques[1]).toBe(defined(drawn).body.left === 'a' ? 'inMotion' : 'stamping');
  });

  it('asks a client for a follow-up by message, once', async () => {
    await browser.open('/');
    await browser.see('Trial follow-ups');
    const list = '//section[h2="Trial follow-ups"]';
    await browser.press('Send a message', `${list}//tbody/tr[1]`);
    await browser.see('asked on', `${list}//tbody/tr[1]`);
    await browser.see('Send a message', `${list}//tbody/tr[2]`);
    const asked = await app.rows<{ text: string }>(
      `select text from messages where kind = 'followUp'`,
    );
    expect(asked.map(({ text }) => text.includes('look at your skin again'))).toEqual([true]);
  });

  it('counts the pictures of a follow-up by their card, neither client nor side shown', async () => {
    // Both sides were photographed today.
    await app.rows(
      `with client as (
         select e.client_id, e.clinic_id, e.body from trial_entries e join clients c on c.id = e.client_id
         where c.family_name = 'Fenwhistle' and e.kind = 'enrolled'
       ), visit as (
         insert into visits (clinic_id, id, client_id, area_id, room_id, staff_id, starts_at)
         select v.clinic_id, gen_random_uuid(), v.client_id, v.area_id, v.room_id, v.staff_id, date_trunc('minute', now())
         from visits v join client using (client_id) limit 1 returning *
       )
       insert into photos (clinic_id, id, visit_id, area_id, staff_id, taken_at, type, width, height, sha256, thumbnail_sha256)
       select p.clinic_id, gen_random_uuid(), visit.id,
         (client.body ->> side)::uuid, p.staff_id, now(), p.type, p.width, p.height, p.sha256, p.thumbnail_sha256
       from visit, client, unnest(array['leftAreaId', 'rightAreaId']) side,
         (select p.* from photos p join areas a on a.id = p.area_id join clients c on c.id = a.client_id
          where c.family_name = 'Gladwyn-Moth' order by p.taken_at limit 1) p`,
    );
    await browser.open('/findings/trials');
    await browser.press('In motion or stamping', '//table');
    await browser.press('Count pictures');
    await browser.see('2 pictures left');
    await browser.press('Count on the picture…');
    const dialog = '//div[@role="dialog"]';
    await browser.see('The card was found', dialog);
    await browser.press('Count', `${dialog}//div[@class="picture-actions"]`);
    await browser.see('grown out', dialog);
    await browser.press('Keep this count', dialog);
    await browser.press('Save and show the next');
    await browser.see('1 picture left');
    const [counted] = await app.rows<{ body: { how: string; month: number; perCm2: number } }>(
      `select body from trial_entries where kind = 'counted' order by added_at desc limit 1`,
    );
    expect(counted?.body).toMatchObject({ how: 'picture', month: 6 });
    // Drawn with 43 hairs in 2 cm².
    expect(counted?.body.perCm2).toBeGreaterThan(16);
    expect(counted?.body.perCm2).toBeLessThan(26);
  });

  it('shows what it came to once it is closed, with its seed and a report', async () => {
    await browser.open('/findings/trials');
    await browser.press('In motion or stamping', '//table');
    await browser.see('12 clients of 12 planned');
    await browser.see('Nothing is shown while it runs');
    await browser.fill('Why look now', 'Half way');
    await browser.press('Record a look and show it');
    await browser.see('Hodges–Lehmann estimate');
    await browser.driver.navigate().refresh();
    await browser.see('Look 1 before the end');
    await browser.see('Hodges–Lehmann estimate');
    await browser.press('Close the trial…');
    await browser.fill('Why it ends now', 'The last follow-up cannot be waited for');
    await browser.press('Close it for good');
    await browser.see('Hodges–Lehmann estimate');
    await browser.see('Missing:');
    await browser.see('Moved to another town');
    const [seed] = await app.rows<{ seed: string }>(
      `select seed from trials where closed_at is not null`,
    );
    await browser.see(defined(seed).seed);
    const head = await browser.driver.executeAsyncScript<string>(
      `const done = arguments[arguments.length - 1];
       const link = [...document.querySelectorAll('a[href$="report.pdf"]')][0];
       fetch(link.href).then((r) => r.text()).then((t) => done(t.slice(0, 5)))`,
    );
    expect(head).toBe('%PDF-');
  });
});

describe('a technician', () => {
  it('finds trials and the register of incidents, and no figures', async () => {
    await signOut(browser);
    await signIn(browser, 'idony');
    await browser.press('Findings', PLACES);
    await browser.see('on the register', '//main');
    await browser.gone('Protocol review');
    await browser.open('/findings/reactions');
    await browser.see('for supervisor and owner');
  });
});

/** What a client is called in the list to choose from. */
async function labelOf(family: string): Promise<string> {
  const [client] = await app.rows<{ label: string }>(
    `select given_name || ' ' || family_name || ', ' || reference as label from clients where family_name = '${family}'`,
  );
  return defined(client).label;
}
