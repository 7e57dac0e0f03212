import { keepFigure, median, quantile } from '../../core/bench/figures';
import { floorMs } from '../../core/bench/floor';
import { startBrowser, type Browser } from '../src/browser';
import { keepsItself, openVisit, RIBBON, signIn } from '../src/walk';

// How soon pages stand, and how soon Plan has followed a press, in Chromium. Printed, never judged.
const [url] = process.argv.slice(2) as [string];
const COLD = 5;
const ROUNDS = 6;
// Between two presses of a hand that looks at what it has done.
const HAND_MS = 500;
const FRAME_MS = 1000 / 60;
// The aims are of a machine on which a column of skin is heated in so long, ms.
const AIMED_AT_COLUMN_MS = 0.03;

const said = (name: string, ms: readonly number[], aim: string) => {
  console.log(
    `${name.padEnd(58)} median ${median(ms).toFixed(0)} ms, 95 % within ${quantile(ms, 0.95).toFixed(0)} ms of ${ms.length} (${aim})`,
  );
};

const firstPaint = (browser: Browser) =>
  browser.driver.executeAsyncScript<number>(
    `const [done] = arguments;
     const look = () => {
       const [entry] = performance.getEntriesByName('first-contentful-paint');
       if (entry === undefined) requestAnimationFrame(look); else done(entry.startTime);
     };
     look();`,
  );

/**
 * Presses what an expression of the page finds, and gives the time until the frame in which another holds is painted: a message
 * sent within a frame comes after its layout and paint.
 */
const until = (browser: Browser, press: string, holds: string) =>
  browser.driver.executeAsyncScript<number>(
    `const [done] = arguments;
     const before = document.querySelector('.window-map path.map-line')?.getAttribute('d');
     const from = performance.now();
     (${press}).click();
     const painted = new MessageChannel();
     painted.port1.onmessage = () => done(performance.now() - from);
     const look = () => {
       if (${holds}) painted.port2.postMessage(null);
       else requestAnimationFrame(look);
     };
     requestAnimationFrame(look);`,
  );

const cold: number[] = [];
const warm: number[] = [];
for (let round = 0; round < COLD; round += 1) {
  const browser = await startBrowser(url);
  await browser.open('/');
  cold.push(await firstPaint(browser));
  await browser.open('/');
  warm.push(await firstPaint(browser));
  await browser.close();
}
said('sign-in, first paint, nothing kept', cold, 'aim 400 ms');
said('sign-in, first paint, files kept', warm, 'aim 150 ms');

const browser = await startBrowser(url);
try {
  await signIn(browser);
  await keepsItself(browser);
  await openVisit(browser, 'Yewbarrow');
  const stages = ['Ask', 'Look', 'Plan', 'Prepare', 'Treat', 'Watch', 'Send home'];
  const opened: number[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    for (const stage of stages) {
      const ms = await until(
        browser,
        `[...document.querySelectorAll('.stage-nav a')].find((each) => each.innerText.includes('${stage}'))`,
        `document.querySelector('.stage-nav a[aria-current]')?.innerText.includes('${stage}') &&
         document.querySelector('.stage, .stage-foot') !== null &&
         document.querySelector('.ant-skeleton') === null`,
      );
      // The first round fetches what is not there yet.
      if (round > 0) opened.push(ms);
    }
  }
  said('a stage of a visit opens', opened, 'aim 100 ms at 95 %');

  const pressed: number[] = [];
  const mapped: number[] = [];
  const fresh = `document.querySelector('.stage.plan')?.getAttribute('aria-busy') === 'false'`;
  const button = (label: string, at: number) =>
    `document.querySelectorAll('.stepper[aria-label="${label}"] button')[${at}]`;
  for (let round = 0; round < ROUNDS; round += 1) {
    await browser.open('/');
    await openVisit(browser, 'Fennimore Quickthorn');
    await browser.press('Plan', RIBBON);
    await browser.see('What limits');
    await browser.driver.executeAsyncScript(
      `const [done] = arguments; const look = () => (${fresh} ? done() : requestAnimationFrame(look)); look();`,
    );
    for (let press = 0; press < 8; press += 1) {
      await browser.driver.sleep(HAND_MS);
      pressed.push(await until(browser, button('Fluence', press % 2), fresh));
    }
    // Down through the spots, the next time up: each map is drawn for the first time.
    for (;;) {
      const next = button('Spot', round % 2);
      const isThere = await browser.driver.executeScript<boolean>(`return !${next}.disabled;`);
      if (!isThere) break;
      await browser.driver.sleep(HAND_MS);
      mapped.push(
        await until(
          browser,
          next,
          `document.querySelector('.window-map path.map-line')?.getAttribute('d') !== before`,
        ),
      );
    }
  }
  said('a fluence press to all that follows from it, drawn', pressed, 'aim 16 ms, 33 ms at 95 %');
  said('a spot press to its map, drawn for the first time', mapped, 'aim 16 ms, 33 ms at 95 %');
  const columnMs = median(Array.from({ length: 25 }, floorMs));
  console.log(
    `a column of skin is heated in ${columnMs.toFixed(3)} ms here and now, ${(columnMs / AIMED_AT_COLUMN_MS).toFixed(1)} × what it takes where the aims are`,
  );
  keepFigure('frames from a fluence press to what follows, drawn', median(pressed) / FRAME_MS);
} finally {
  await browser.close();
}
