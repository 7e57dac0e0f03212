import { demoZone } from '../../server/test-databases.mjs';
import { Key, type WebElement } from 'selenium-webdriver';
import { defined } from '@tidy-quill/core/units';
import type { Browser } from './browser';

/** How long the server may take to have what a page has kept already. */
export const SOON = { timeout: 20_000 };

export const RIBBON = '//nav[@aria-label="Stages of the visit"]';

/** Signs in as one of the demo's staff and reads the caution if it is shown. */
export async function signIn(browser: Browser, name = 'idony'): Promise<void> {
  await browser.open('/');
  await browser.fill('Name', name);
  await browser.fill('Password', 'quill and candle');
  await browser.press('Sign in');
  await readCaution(browser);
  await browser.see('Day after');
}

/** Reads the caution, and waits until the server knows: a page that is left sooner shows it again, and takes no keys until then. */
export async function readCaution(browser: Browser): Promise<void> {
  await browser.press('I have read this');
  await browser.gone('Before you begin');
}

/**
 * Signs out by the page, and waits until that is done: a page that is left sooner may take the request with it, and a cookie
 * that is taken away alone comes back with an answer that is under way.
 */
export async function signOut(browser: Browser): Promise<void> {
  await browser.press('Sign out');
  await browser.see('Password');
}

/** Waits until the browser keeps the application itself, so that it opens without a network. */
export const keepsItself = (browser: Browser): Promise<unknown> =>
  browser.driver.executeAsyncScript(
    'navigator.serviceWorker.ready.then(() => arguments[arguments.length - 1]())',
  );

/** A moment by the demo clinic's clock, as a field for day and time wants it. */
export const clinicMoment = (at: Date): string =>
  new Intl.DateTimeFormat('sv-SE', {
    timeZone: demoZone(),
    dateStyle: 'short',
    timeStyle: 'short',
  })
    .format(at)
    .replace(' ', 'T');

/** Types a day and a clock time, as YYYY-MM-DDTHH:mm. */
export async function fillMoment(browser: Browser, label: string, moment: string): Promise<void> {
  const [day, clock] = moment.split('T') as [string, string];
  await browser.fill(`${label} Day`, day);
  await browser.fill(`${label} Time`, clock);
}

interface NewClient {
  readonly given: string;
  readonly family: string;
  readonly born: string;
  readonly phone: string;
  readonly ink?: boolean;
}

/** Adds a client, with the left lower leg as area, and books and opens its first visit. */
export async function newClient(browser: Browser, of: NewClient): Promise<void> {
  await bookNewClient(browser, of);
  await browser.see('Send home', RIBBON);
}

/** The same up to the press that opens the visit. */
export async function bookNewClient(browser: Browser, of: NewClient): Promise<void> {
  await browser.press('Clients');
  await browser.press('Add client');
  await browser.fill('Given name', of.given);
  await browser.fill('Family name', of.family);
  await browser.fill('Date of birth', of.born);
  await browser.fill('Telephone', of.phone);
  await browser.press('Add client', '//div[@role="dialog"]');
  await browser.see('No areas yet');
  await browser.press('Add area');
  if (of.ink === true) await browser.choose('For', 'tattoo removal');
  await browser.pressPart('left lower leg');
  await browser.press('Add area', '//div[@role="dialog"]');
  await browser.see('700 cm²');
  await browser.press('Book a visit');
  await browser.press('Window room', '//div[@role="dialog"]');
  await browser.press('Book and open');
}

const SEARCH = 'Search by name, reference, telephone or birth date';

/** Opens a client's page from the list of clients, once that has taken the place of whatever table was there before. */
export async function openClient(browser: Browser, name: string): Promise<void> {
  await browser.press('Clients');
  await browser.see('Add client');
  // The list draws the rows alone that are in sight.
  await browser.fill(SEARCH, name.replaceAll(',', ''));
  await browser.press(name, '//table');
  await browser.see('Export');
}

/** Chooses a word of a list that opens. */
export async function pick(browser: Browser, label: string, word: string): Promise<void> {
  await browser.see(label);
  const field = await browser.driver.findElement({
    xpath: `//input[@id=//label[contains(., "${label}")]/@for]`,
  });
  await field.click();
  await take(browser, word);
}

/** Types into a list that opens, and takes a word of what it finds. */
export async function search(
  browser: Browser,
  label: string,
  text: string,
  word: string,
): Promise<void> {
  await browser.fill(label, text);
  await take(browser, word);
}

/** Takes a word of the list that is open: others that were stay in the page, hidden. */
async function take(browser: Browser, word: string): Promise<void> {
  const xpath = `//*[contains(@class, "ant-select-item-option")][@title="${word}"]`;
  let shown: WebElement | undefined;
  await browser.driver.wait(
    async () => {
      for (const option of await browser.driver.findElements({ xpath })) {
        if (await option.isDisplayed()) shown = option;
      }
      return shown !== undefined;
    },
    SOON.timeout,
    `${word} is not in the list`,
  );
  await defined(shown).click();
}

/** Opens a visit of today's list. */
export async function openVisit(browser: Browser, client: string): Promise<void> {
  await browser.press(client, '//table');
  await browser.see('Send home', RIBBON);
}

/** Answers no to everything that is left, and keeps it. */
export async function answerNo(browser: Browser): Promise<void> {
  await browser.press('Mark the rest “No”');
  await browser.press('Save answers, go to');
}

/** Reads and signs the consent that is asked for, names typed, and goes on to Look. */
export async function signConsent(
  browser: Browser,
  client: string,
  technician = 'Idony Brackwater',
): Promise<void> {
  await browser.press('Read and sign', '//footer');
  await browser.see('What may go wrong');
  await browser.press('The client has read it');
  for (const who of [`Client, ${client}`, 'Technician']) {
    await browser.press(`Type the name instead: ${who}`);
    await browser.fill(`${who}, full name typed`, who === 'Technician' ? technician : client);
  }
  await browser.press('Sign and keep');
  await browser.see('signed and in force');
  await browser.press('Go to Look');
  await browser.see('Fitzpatrick type');
}

/** Notes skin and hair and goes on to Plan. */
export async function look(
  browser: Browser,
  found: { type: string; tan?: string; colour: string; calibre: string; density: string },
): Promise<void> {
  await browser.choose('Fitzpatrick type', found.type);
  await browser.choose('Tan on the area', found.tan ?? 'no tan');
  await browser.choose('Colour', found.colour);
  await browser.choose('Calibre', found.calibre);
  await browser.choose('Density', found.density);
  await browser.press('findings, go to Plan');
  await browser.see('What limits the fluence');
}

const CARD = '//*[contains(@class, "console-card")]';

/** Switches the room's simulated console on where it is off, and dials it as planned. */
export async function consoleAsPlanned(browser: Browser): Promise<void> {
  const found = (xpath: string) => browser.driver.findElements({ xpath });
  const STATE = `${CARD}//*[@data-testid="console-state"]`;
  const NONE = '//*[contains(text(), "No console is linked")]';
  await browser.driver.wait(async () => (await found(`${STATE} | ${NONE}`)).length > 0, 20_000);
  if ((await found(NONE)).length > 0) return;
  const isOpen = async () => (await found(`${CARD}//details[@open]`)).length > 0;
  const open = async () => {
    if (!(await isOpen())) await browser.press('This console is simulated');
  };
  if ((await found(`${STATE}[contains(., "OFF")]`)).length > 0) {
    await open();
    await browser.press('Power on');
    await browser.see('Console STANDBY');
  }
  if ((await found(`${CARD}//*[contains(., "agrees:")]`)).length > 0) return;
  await open();
  await browser.press('Dial as planned');
  await browser.see('agrees:', CARD);
}

/** Ticks every line of the checklist that is open, by its letter. */
async function tickAll(browser: Browser): Promise<void> {
  await browser.see('Settings, read aloud');
  const lines = '//*[@class="check-list"]//button[@aria-pressed="false"]';
  const open = () => browser.driver.findElements({ xpath: lines });
  for (let left = await open(); left.length > 0; left = await open()) {
    const letter = await defined(left[0]).getAttribute('aria-keyshortcuts');
    await browser.keys(defined(letter));
    const before = left.length;
    await browser.driver.wait(async () => (await open()).length < before, 20_000);
  }
}

/** Makes ready what firing needs, before the first test spot, and goes on to Spot. */
export async function prepareForSpots(browser: Browser): Promise<void> {
  await tickAll(browser);
  await consoleAsPlanned(browser);
  await browser.keys('r');
  await browser.see('Ready for the test spots.');
  await browser.press('Go to Spot');
  await browser.see('A test spot comes first');
}

/** Fires one test spot by its keys, reads it at once and again six minutes later, each time with a mark by its letter. */
export async function testSpot(browser: Browser, mark: string, pain: string): Promise<void> {
  await prepareForSpots(browser);
  await browser.keys('f');
  await browser.see('Read spot 1');
  await readSpot(browser, 1, mark, pain);
  await browser.later(6);
  await browser.see('now,', '//*[@data-testid="due 1"]/..');
  await readSpot(browser, 1, mark);
}

const READ_KEYS = 'qwertyuio';

/** Reads a spot that is due, by keys alone. */
export async function readSpot(
  browser: Browser,
  number: number,
  mark: string,
  pain?: string,
): Promise<void> {
  await browser.see('now,', `//*[@data-testid="due ${number}"]/..`);
  await browser.keys(defined(READ_KEYS[number - 1]));
  await browser.see('Skin response');
  await browser.keys(mark, ...(pain === undefined ? [] : [pain]));
  await browser.see('Save reading');
  await browser.keys(Key.ENTER);
  await browser.gone('Skin response');
}

/** Ticks every line of the checklist, reads the console back as planned, and goes on to Treat. */
export async function prepare(browser: Browser, then = 'Start treatment'): Promise<void> {
  await tickAll(browser);
  await consoleAsPlanned(browser);
  await browser.keys('r');
  await browser.see('All ready.');
  await browser.press('Go to Treat');
  await browser.see(then);
}

/** Ends the treatment though cells are open. */
export async function endWithOpenCells(browser: Browser): Promise<void> {
  await browser.keys('.');
  await browser.press('End, leave', '//div[@role="dialog"]');
  await browser.see('Second look');
}

/** Keeps the second look, saying why it is made before its time where it is. */
export async function keepLook(browser: Browser): Promise<void> {
  const early = await browser.driver.findElements({ xpath: '//*[contains(., "Too early")]' });
  if (early.length > 0) await browser.fill('Too early', 'The client has to leave');
  await browser.press('Save what was seen');
}

/** What somebody does who has no mouse. */
export interface Keyboard {
  /** Goes on by Tab to what is called this. */
  readonly tabTo: (name: string) => Promise<void>;
  /** Goes there and presses it. */
  readonly enter: (name: string) => Promise<void>;
  /** Goes to a row of choices and moves to a word of it. */
  readonly choose: (label: string, word: string) => Promise<void>;
  /** Goes to a field and types. */
  readonly type: (label: string, text: string) => Promise<void>;
}

// More stops than any page has: by then Tab has gone round.
const ROUND = 160;

export function keyboard(browser: Browser): Keyboard {
  const at = (what: string) =>
    browser.driver.executeScript<string>(`const at = document.activeElement; return ${what} ?? ''`);
  const tabUntil = async (what: string, found: (text: string) => boolean, name: string) => {
    for (let tries = 0; tries < ROUND; tries++) {
      if (found(await at(what))) return;
      await browser.keys(Key.TAB);
    }
    throw new Error(`No way to ${name} by Tab`);
  };
  const NAME = `at.matches('body, [tabindex="-1"]') ? "" : at.ariaLabel ?? (at.labels?.[0] ?? at).innerText`;
  const tabTo = (name: string) => tabUntil(NAME, (text) => text.includes(name), name);
  const chosen = () => at('at.checked ? at.labels[0].innerText : ""');
  return {
    tabTo,
    enter: async (name) => {
      await tabTo(name);
      await browser.keys(Key.ENTER);
    },
    choose: async (label, word) => {
      const GROUP = 'at.closest(".choice")?.querySelector("span")?.innerText';
      await tabUntil(GROUP, (text) => text.trim() === label, label);
      await browser.keys(Key.SPACE);
      for (let moves = 0; moves < ROUND; moves++) {
        if ((await chosen()).trim() === word) return;
        await browser.keys(Key.ARROW_DOWN);
      }
      throw new Error(`${label} has no ${word}`);
    },
    type: async (label, text) => {
      await tabTo(label);
      await browser.keys(text);
    },
  };
}

/** Reads a clinic’s first version of a document row by row, and approves it. */
export async function readAndApprove(browser: Browser, number = 1): Promise<void> {
  const rows = '//section[@aria-label="Read row by row"]';
  await browser.see('still to be read');
  // One after the other, as a hand does it, without a round trip for each of a hundred and more.
  const count = await browser.driver.executeAsyncScript<number>(
    `const done = arguments[0];
     const boxes = [...document.querySelectorAll('.rows-to-read input[type="checkbox"]')];
     const next = (at) => {
       if (at === boxes.length) return done(at);
       boxes[at].click();
       setTimeout(() => next(at + 1));
     };
     next(0);`,
  );
  await browser.see(`Read row by row: ${count} of ${count}`, rows);
  await browser.press(`Approve version ${number}`);
}

/** Has a client agree to photographs for the record of the area, names typed, in an open visit of Idony’s. */
export async function agreeToPhotographs(browser: Browser, client: string): Promise<void> {
  await browser.press('Ask', RIBBON);
  await browser.press('Consent', '//*[@role="tablist"]');
  await browser.press('Photographs: read and sign');
  await browser.press('My record: to compare');
  await browser.press('The client has read it');
  for (const [who, name] of [
    [`Client, ${client}`, client],
    ['Technician', 'Idony Brackwater'],
  ] as const) {
    await browser.press(`Type the name instead: ${who}`);
    await browser.fill(`${who}, full name typed`, name);
  }
  await browser.press('Sign and keep');
}
