import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, until } from 'selenium-webdriver';
import { startBrowser } from './browser';
import { look, openClient, openVisit, RIBBON, signIn, signOut } from './walk';

// One picture of each main view, from the demo data: tsx e2e/src/screenshots.ts <url> <folder>
const [, , url = '', folder = ''] = process.argv;
mkdirSync(folder, { recursive: true });
const browser = await startBrowser(url);

const keep = async (name: string) => {
  writeFileSync(join(folder, `${name}.png`), await browser.picture(), 'base64');
};

const stage = async (client: string, word: string, sign: string) => {
  await browser.open('/');
  await openVisit(browser, client);
  await browser.press(word, RIBBON);
  await browser.see(sign);
};

try {
  await browser.open('/');
  await browser.see('Password');
  await signIn(browser);
  await browser.see('Corisande');
  await browser.see('Reactions being followed');
  await browser.see('Trial follow-ups');
  await keep('today');
  await browser.press('Calendar');
  await browser.see('Odalys Penhallurick-Voss', '//*[@class="board"]');
  await keep('calendar');
  await browser.press('Clients');
  await browser.see('Add client');
  await browser.gone('Looking…');
  await browser.press('Candlewick', '//table');
  await browser.see('pain 0–10');
  await keep('client');
  await browser.press('Bench');
  await browser.see('Temperature at');
  await browser.see('works fully');
  await keep('bench');
  await browser.press('Devices');
  await browser.press('Condition', '//nav[@aria-label="Devices or protocol"]');
  await browser.see('Gives, of what it shows');
  await browser.press('Pulsed light 640–1000', '//table');
  await browser.see('What it gives');
  await browser.driver.wait(until.elementLocated(By.css('.drift-chart .recharts-line-curve')));
  await keep('devices');
  await stage('Leander Bristlecombe', 'Ask', 'Wait until');
  await keep('ask');
  await stage('Ottoline Marshwhistle', 'Look', 'Fitzpatrick type');
  await keep('look');
  await stage('Odalys Penhallurick-Voss', 'Look', 'Fitzpatrick type');
  await look(browser, {
    type: 'III',
    tan: 'fading tan',
    colour: 'dark brown',
    calibre: 'medium',
    density: 'medium',
  });
  await browser.see('Temperature at');
  await browser.see('clinic protocol');
  await keep('plan');
  await browser.open('/');
  await browser.press('Rowena Fiddlewood', '//table');
  await browser.press('both forearms', '//nav[@aria-label="Zones of this visit"]');
  await browser.see('Read spot 3');
  await keep('spot');
  await stage('Zéphyrine Okapi-Lune', 'Treat', 'PAUSED');
  await browser.press('Go on');
  await browser.see('TREATING');
  await keep('treat');
  await browser.keys('z');
  await browser.see('✓ Goggle view');
  await keep('treat-goggles');
  await browser.keys('z');
  await stage('Corisande Yewbarrow', 'Prepare', 'Settings, read aloud');
  await keep('prepare');
  await stage('Corisande Yewbarrow', 'Watch', 'Second look');
  await keep('watch');
  await stage('Corisande Yewbarrow', 'Send home', 'After your laser');
  await browser.see('At the usual');
  await keep('send-home');
  await openClient(browser, 'Larkspur-Bell');
  await browser.press('Pictures', '//section[contains(@class,"area-course")]');
  await browser.see('Measure the ink');
  await browser.choose('Look', 'side by side');
  await keep('pictures');
  await browser.open('/');
  await stage('Gideon Larkspur-Bell', 'Plan', 'What each light would do');
  await browser.see('as it has shown');
  await keep('ink-plan');
  // A hand that is slow at its turns beside an even one: the first run of the demo's second technician.
  await signOut(browser);
  await signIn(browser, 'tobiah');
  const first = await browser.driver.executeAsyncScript<string>(
    `const done = arguments[0];
     fetch('/api/practice').then((answer) => answer.json()).then((runs) =>
       done(runs.filter(({ exercise }) => exercise === 'motionThigh').at(-1).id));`,
  );
  await browser.open(`/practice/runs/${first}`);
  await browser.see('An even hand');
  await browser.driver.executeScript('scrollTo(0, 0)');
  await keep('practice');
  await signOut(browser);
  await signIn(browser, 'caspian');
  await browser.press('Findings', '//nav[@aria-label="Places"]');
  await browser.see('What to look at');
  await browser.driver.wait(until.elementLocated(By.css('.harm-chart .recharts-line-curve')));
  await keep('findings');
  await browser.press('Trials', '//nav[@aria-label="Findings"]');
  await browser.press('In motion or stamping', '//table');
  await browser.press('Record a look and show it');
  await browser.see('An interim look');
  await browser.driver.executeScript('document.querySelector(".trial-results").scrollIntoView()');
  await keep('trial');
} finally {
  await browser.close();
}
