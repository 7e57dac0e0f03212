import { defined } from '@tidy-quill/core/units';
import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { signIn } from './walk';

let app: Application;
let browser: Browser;
let owner: Browser;

beforeAll(async () => {
  app = await startApplication();
  [browser, owner] = await Promise.all([startBrowser(app.url), startBrowser(app.url)]);
  await signIn(browser, 'caspian');
  await signIn(owner, 'morwenna');
});
afterAll(async () => {
  await browser.close();
  await owner.close();
  await app.close();
});

const DIALOG = '//div[@role="dialog"]';

/** How many visits stand under each record of Hollis Emberlight, the first record first. */
const visits = async () =>
  (
    await app.rows<{ n: number }>(
      `select (select count(*)::int from visits v where v.client_id = c.id) as n
       from clients c where family_name = 'Emberlight' order by reference`,
    )
  ).map(({ n }) => n);

describe('a client who was entered twice', () => {
  it('is found again by a supervisor, and both records are laid side by side', async () => {
    const [first] = await app.rows<{ born: string }>(
      `select birth_date::text as born from clients where family_name = 'Emberlight'`,
    );
    await browser.press('Clients');
    await browser.press('Add client');
    await browser.fill('Given name', 'Hollis');
    await browser.fill('Family name', 'Emberlight');
    await browser.fill('Date of birth', defined(first).born);
    await browser.fill('Telephone', '01632 960 333');
    await browser.press('Add client', DIALOG);
    await browser.see('No areas yet');
    await browser.press('Add area');
    await browser.pressPart('chin');
    await browser.press('Add area', DIALOG);
    await browser.gone('No areas yet');
    await browser.press('Merge…');
    await browser.see('Which record is Hollis Emberlight too?', DIALOG);
    await browser.press('Hollis Emberlight', `${DIALOG}//li`);
    await browser.see('One client, two records?');
    await browser.see('TQ-0022', '//th');
    await browser.see('chin, hair: becomes one area, with all that its skin was given');
  });

  it('has one record afterwards, with every visit, and says whence it came', async () => {
    const before = await visits();
    await browser.press('Keep the other one');
    await browser.see('Merge into TQ-0022');
    await browser.press('Keep the other one');
    await browser.see('Merge into TQ-0051');
    await browser.press('Merge into TQ-0051');
    await browser.see('merged by Caspian');
    await expect.poll(visits).toEqual([0, defined(before[0])]);
    await browser.see('Course stopped', '//main');
    await browser.press('TQ-0022', '//ul[@class="merged-records"]');
    await browser.see('This record was merged into another one of the same client');
    await browser.press('Open it');
    await browser.see('merged by Caspian');
  });

  it('is two again by one press, for as long as nothing rests on it', async () => {
    await browser.press('Part them again');
    await browser.gone('merged by Caspian');
    const [first, second] = await visits();
    expect([defined(first) > 0, second]).toEqual([true, 0]);
  });
});

describe('records that need not be kept any longer', () => {
  it('fall due by the rule that the owner sets, and by none before', async () => {
    await owner.press('Clinic');
    await owner.press('How long records are kept, and which fall due');
    await owner.see('No rule yet');
    await owner.fill('Years after the last visit', '8');
    await owner.fill('Whoever was a minor then, until the age of', '25');
    await owner.keys(Key.ENTER);
    await owner.see('Nothing falls due');
    await app.rows(
      `update clients set created_at = now() - interval '9 years' where reference = 'TQ-0051'`,
    );
    await owner.driver.navigate().refresh();
    await owner.see('1 record need not be kept any longer');
    await owner.see('TQ-0051', '//table');
  });
});
