import { defined } from '@tidy-quill/core/units';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Builder, By, Key, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome';
import { passes, POLL_MS, WAIT_MS } from './patience';
import { pressAt } from './press';

/** A headless Chromium with a few words to drive it by what a person sees. */
export interface Browser {
  readonly driver: WebDriver;
  readonly open: (path: string) => Promise<void>;
  /** Waits for an element of a role, or by selector, that shows the text, and gives it. */
  readonly see: (text: string, within?: string) => Promise<WebElement>;
  /** As `see`, for what takes its time. */
  readonly seeWithin: (text: string, waitMs: number) => Promise<WebElement>;
  readonly gone: (text: string, within?: string) => Promise<void>;
  /** Presses the button, link, option or label that is called this. */
  readonly press: (name: string, within?: string) => Promise<void>;
  /** Presses a part of the drawn body. */
  readonly pressPart: (part: string) => Promise<void>;
  /** Gives a file to the upload with this label. */
  readonly upload: (label: string, file: string) => Promise<void>;
  readonly isEnabled: (name: string) => Promise<boolean>;
  /** Types into the field with this label. */
  readonly fill: (label: string, text: string) => Promise<void>;
  /** Chooses a word in a row of choices. */
  readonly choose: (label: string, word: string) => Promise<void>;
  readonly keys: (...keys: string[]) => Promise<void>;
  /** Presses it twice as fast as a hand does by mistake. */
  readonly pressTwice: (name: string) => Promise<void>;
  /** Loads the page again, its clock set forward by so many minutes from now on. */
  readonly later: (minutes: number) => Promise<void>;
  /** Reloads the page with the tablet’s clock wrong by this many minutes; the server’s stays right. */
  readonly wrongClock: (minutes: number) => Promise<void>;
  readonly size: (width: number, height: number) => Promise<void>;
  /** Lets things move, on pages opened from now on; without, nothing does, as a device may ask for. */
  readonly motion: (on: boolean) => Promise<void>;
  /** Takes the network away from this browser, or gives it back. */
  readonly network: (on: boolean) => Promise<void>;
  readonly text: (selector: string) => Promise<string>;
  readonly picture: () => Promise<string>;
  /** How many presses, choices, keys and typed fields there were so far; keys that only move the focus are none. */
  readonly steps: () => number;
  readonly close: () => Promise<void>;
}

const FLAGS = [
  '--headless=new',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--force-prefers-reduced-motion',
  // A camera of the browser's own that shows a test picture, and lets every page see it.
  '--use-fake-device-for-media-stream',
  '--use-fake-ui-for-media-stream',
  // The page alone: tabs, toolbar and helpers of a desktop’s browser took a third of the walks’ time.
  '--app=data:,',
  '--disable-software-rasterizer',
  '--disable-extensions',
  '--disable-component-extensions-with-background-pages',
  '--disable-default-apps',
  '--disable-breakpad',
  '--disable-features=PreloadTopChromeWebUI,InitialWebUI,WebUIToolbar,MediaRouter,OptimizationHints,Translate',
];

// A path that asks every element for its text costs the page far more than one reading of all its text.
const SAYS = `
  const says = (text) => (document.body?.textContent ?? '').replace(/[ \\t\\r\\n]+/g, ' ').includes(text);`;
const AT = `
  const at = (path) => document.evaluate(path, document, null, XPathResult.FIRST_ORDERED_NODE_TYPE, null).singleNodeValue;`;
/** The first element at a path where the page says a text and the element can be seen; else nothing. */
const SHOWN = `${SAYS}${AT}
  if (!says(arguments[1])) return null;
  const found = at(arguments[0]);
  const can = found?.checkVisibility({ checkOpacity: true, checkVisibilityCSS: true }) ?? false;
  return can && found.getClientRects().length > 0 ? found : null;`;
const IS_CHOSEN = `${AT} return at(arguments[0])?.checked === true;`;

/** Starts Debian's Chromium on an address, with a profile of its own. */
export async function startBrowser(address: string): Promise<Browser> {
  const profile = mkdtempSync(join(tmpdir(), 'tidy-quill-browser-'));
  const options = new chrome.Options();
  options.setChromeBinaryPath('/usr/bin/chromium');
  options.addArguments(...FLAGS, `--user-data-dir=${profile}`);
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new chrome.ServiceBuilder('/usr/bin/chromedriver'))
    .build();
  // A browser that keeps the application itself fetches some hundred files for that.
  await driver.manage().setTimeouts({ script: 3 * WAIT_MS });

  const find = (path: string) =>
    driver.wait(until.elementLocated(By.xpath(path)), WAIT_MS, path, POLL_MS);
  const says = async (text: string) => {
    try {
      return await driver.executeScript<boolean>(`${SAYS} return says(arguments[0]);`, text);
    } catch (error) {
      // Asked again of the page that comes.
      if (passes(error)) return null;
      throw error;
    }
  };
  // What somebody would have seen instead goes into the failure: a walk that fails once in many runs is understood from it.
  const orTell = async <T>(work: () => Promise<T>): Promise<T> => {
    try {
      return await work();
    } catch (error) {
      const page = await driver.executeScript<string>(
        `const said = (element) => element.innerText.replace(/\\n+/g, ' | ');
         const over = [...document.querySelectorAll('[role="dialog"], [role="alert"]')].map(said);
         return [location.pathname, said(document.body).slice(0, 3000), ...over].join(': ')`,
      );
      throw new Error(`${(error as Error).message}\nThe page: ${page}`, { cause: error });
    }
  };
  // The page may draw again between finding and asking: looked for each time, all in one question.
  const shown = async (path: string, text = ''): Promise<WebElement> => {
    let seen: WebElement | null = null;
    await driver.wait(
      async () => {
        try {
          seen = await driver.executeScript<WebElement | null>(SHOWN, path, text);
          return seen !== null;
        } catch (error) {
          if (passes(error)) return false;
          throw error;
        }
      },
      WAIT_MS,
      path,
      POLL_MS,
    );
    return defined(seen);
  };
  const clickable = (path: string) => pressAt(driver, path);
  let minutesOn = 0;
  const later = async (minutes: number) => {
    minutesOn += minutes;
    await setClock(minutesOn);
  };
  const setClock = async (shown: number, real = shown) => {
    await (driver as chrome.Driver).sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
      source: `if (!globalThis.clockSet || globalThis.clockSet < ${shown}) {
        globalThis.clockSet = ${shown};
        const Real = globalThis.RealDate ?? Date;
        globalThis.RealDate = Real;
        const now = () => Real.now() + ${shown} * 60000;
        globalThis.Date = class extends Real {
          constructor(...of) { if (of.length === 0) super(now()); else super(...of); }
          static now() { return now(); }
        };
        // The server's clock goes on with it, as it does when time passes.
        const get = globalThis.realGet ?? Headers.prototype.get;
        globalThis.realGet = get;
        Headers.prototype.get = function (name) {
          const value = get.call(this, name);
          if (value === null || name !== 'x-server-time') return value;
          return String(Number(value) + ${real} * 60000);
        };
      }`,
    });
    await driver.navigate().refresh();
  };
  const size = async (width: number, height: number) => {
    await (driver as chrome.Driver).sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
      width,
      height,
      deviceScaleFactor: 1,
      mobile: false,
    });
  };
  const motion = (on: boolean) =>
    (driver as chrome.Driver).sendDevToolsCommand('Emulation.setEmulatedMedia', {
      features: [{ name: 'prefers-reduced-motion', value: on ? 'no-preference' : 'reduce' }],
    });
  const network = async (on: boolean) => {
    const devTools = driver as chrome.Driver;
    await devTools.sendDevToolsCommand('Network.enable', {});
    await devTools.sendDevToolsCommand('Network.emulateNetworkConditions', {
      ...{ offline: !on, latency: 0, downloadThroughput: -1, uploadThroughput: -1 },
    });
    // The page hears of it a moment later; a line that is open already carries what is pressed until then.
    const heard = () =>
      driver.executeScript<boolean>('return navigator.onLine === arguments[0]', on);
    await driver.wait(heard, WAIT_MS, `the page did not hear of the network`, POLL_MS);
  };
  await size(1280, 800);

  let steps = 0;
  const browser: Browser = {
    driver,
    steps: () => steps,
    size,
    network,
    motion,
    later,
    wrongClock: (minutes) => setClock(minutes, 0),
    open: (path) => driver.get(`${address}${path}`),
    see: (text, within = '//body') => orTell(() => shown(`${within}//*[${saying(text)}]`, text)),
    seeWithin: (text, waitMs) =>
      driver.wait(until.elementLocated(By.xpath(`//*[${saying(text)}]`)), waitMs, text, POLL_MS),
    gone: (text, within = '//body') =>
      orTell(async () => {
        await driver.wait(
          async () =>
            (await says(text)) === false ||
            (await driver.findElements(By.xpath(`${within}//*[${saying(text)}]`))).length === 0,
          WAIT_MS,
          `${text} is still there`,
          POLL_MS,
        );
      }),
    press: (name, within = '//body') =>
      orTell(() =>
        clickable(
          `(${within}//*[(self::button or self::a or self::summary or self::label or @role="option") and ${saying(name)}])[1]`,
        ),
      ),
    pressTwice: async (name) => {
      const button = await shown(`//button[${saying(name)}]`);
      await driver.wait(until.elementIsEnabled(button), WAIT_MS, name, POLL_MS);
      await driver.executeScript('arguments[0].click(); arguments[0].click();', button);
    },
    pressPart: async (part) => {
      const path = `//*[@data-part=${quoted(part)}]`;
      const chosen = By.xpath(`${path}[contains(@class, "is-chosen")]`);
      // A dialogue that still opens may move the drawing away from under the press.
      await driver.wait(
        async () => {
          await clickable(`(${path})[1]`);
          return (await driver.findElements(chosen)).length > 0;
        },
        WAIT_MS,
        `${part} was not chosen`,
        POLL_MS,
      );
    },
    upload: async (label, file) =>
      (
        await find(
          `//input[@type="file"][@aria-label=${quoted(label)} or @id=//label[${saying(label)}]/@for]`,
        )
      ).sendKeys(file),
    isEnabled: async (name) => (await shown(`//button[${saying(name)}]`)).isEnabled(),
    fill: async (label, text) => {
      const field = await shown(
        `//*[(self::input or self::textarea) and (@aria-label=${quoted(label)} or @id=//label[${saying(label)}]/@for or ancestor::label[${saying(label)}])]`,
      );
      const type = await field.getAttribute('type');
      if (['date', 'time', 'datetime-local'].includes(type ?? ''))
        await setValue(driver, field, text);
      else {
        // What is selected is typed over, as a person does it.
        await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text === '' ? Key.DELETE : text);
      }
    },
    choose: async (label, word) => {
      const path = `//*[@class="choice"][span[normalize-space()=${quoted(label)}]]//label[normalize-space()=${quoted(word)}]`;
      const chosen = () => driver.executeScript<boolean>(IS_CHOSEN, `${path}//input`);
      await clickable(path);
      // A page that grows while it is pressed may have moved the word away from under the press.
      await driver.wait(
        async () => {
          if (await chosen()) return true;
          await clickable(path);
          return false;
        },
        WAIT_MS,
        `${word} was not chosen`,
        POLL_MS,
      );
    },
    keys: async (...keys) => {
      await driver
        .actions()
        .sendKeys(...keys)
        .perform();
    },
    text: async (selector) =>
      (
        await driver.wait(until.elementLocated(By.css(selector)), WAIT_MS, selector, POLL_MS)
      ).getText(),
    picture: () => driver.takeScreenshot(),
    close: async () => {
      await driver.quit();
      // The last of its processes may still write there.
      rmSync(profile, { recursive: true, force: true, maxRetries: 10 });
    },
  };
  const counted =
    <A extends readonly unknown[]>(act: (...of: A) => Promise<void>, many = (_of: A) => 1) =>
    (...of: A) => {
      steps += many(of);
      return act(...of);
    };
  return {
    ...browser,
    press: counted(browser.press),
    pressPart: counted(browser.pressPart),
    fill: counted(browser.fill),
    choose: counted(browser.choose),
    upload: counted(browser.upload),
    keys: counted(browser.keys, (keys) => keys.filter((key) => !MOVES.includes(key)).length),
  };
}

/** Keys that only move the focus. */
const MOVES: readonly string[] = [
  Key.TAB,
  Key.ARROW_DOWN,
  Key.ARROW_UP,
  Key.ARROW_LEFT,
  Key.ARROW_RIGHT,
];

// XPath knows no escapes: a text with both kinds of quote would need concat(), which no label has.
const quoted = (text: string) => (text.includes("'") ? `"${text}"` : `'${text}'`);

const saying = (text: string) => `contains(normalize-space(.), ${quoted(text)})`;

/** Sets a date or time field as its own picker would: Chromium's typed form depends on the locale. */
async function setValue(driver: WebDriver, field: WebElement, value: string): Promise<void> {
  await driver.executeScript(
    `const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
     set.call(arguments[0], arguments[1]);
     arguments[0].dispatchEvent(new Event('input', { bubbles: true }));`,
    field,
    value,
  );
}
