import type { WebDriver } from 'selenium-webdriver';
import type chrome from 'selenium-webdriver/chrome';
import { passes, POLL_MS, WAIT_MS } from './patience';

/** The middle of an element, CSS pixels of the window, once it is ready to be pressed. */
type Ready = readonly [x: number, y: number];

/**
 * Finds what stands at a path, scrolls to it, hears whether the press comes there, and gives its middle; nothing where it is
 * disabled or something lies over it, and false where it is not there. The page may draw it again before the press comes: what
 * stands there then counts.
 */
const READY = `
  const path = arguments[0];
  const at = () => document.evaluate(path, document, null, XPathResult.FIRST_ORDERED_NODE_TYPE, null).singleNodeValue;
  const found = at();
  if (found === null) return false;
  if (found.matches(':disabled')) return null;
  found.scrollIntoView({ block: 'center', behavior: 'instant' });
  const [box] = found.getClientRects();
  if (box === undefined) return null;
  const [x, y] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  if (!found.contains(document.elementFromPoint(x, y))) return null;
  globalThis.pressed?.over.abort();
  const pressed = { at, over: new AbortController() };
  globalThis.pressed = pressed;
  for (const type of ['mousedown', 'click']) {
    globalThis.addEventListener(
      type,
      ({ target }) => { pressed[type] ||= found.contains(target) || at()?.contains(target) === true; },
      { capture: true, signal: pressed.over.signal },
    );
  }
  return [x, y];`;

/** Heard; or on another page since; or gone with the part of the page that the press took away as it went down. */
const WAS_HEARD = `
  const { pressed } = globalThis;
  return pressed === undefined || pressed.click || (pressed.mousedown && pressed.at() === null);`;

/** Presses what stands at a path, once, as a mouse does: again only where the press went elsewhere. */
export async function pressAt(driver: WebDriver, path: string): Promise<void> {
  let hasPressed = false;
  // The page may draw again between finding and pressing: try again until it holds still.
  await driver.wait(
    async () => {
      try {
        const ready = await driver.executeScript<Ready | null | false>(READY, path);
        // A press that fell beside it, as the page moved, took it away with what it stood on.
        if (ready === false) return hasPressed;
        if (ready === null) return false;
        hasPressed = true;
        await click(driver as chrome.Driver, ...ready);
        return await wasPressed(driver);
      } catch (error) {
        if (passes(error)) return false;
        throw error;
      }
    },
    WAIT_MS,
    `could not press ${path}`,
    POLL_MS,
  );
}

/** The mouse itself: the driver's own click looks for the element a second time, and waits for the page in between. */
async function click(driver: chrome.Driver, x: number, y: number): Promise<void> {
  const at = { x, y, button: 'left', clickCount: 1 };
  await driver.sendDevToolsCommand('Input.dispatchMouseEvent', { type: 'mouseMoved', x, y });
  for (const type of ['mousePressed', 'mouseReleased']) {
    await driver.sendDevToolsCommand('Input.dispatchMouseEvent', { ...at, type });
  }
}

/** Whether it was reached: a page that grows meanwhile may have moved it away from under the press. */
async function wasPressed(driver: WebDriver): Promise<boolean> {
  try {
    return await driver.executeScript<boolean>(WAS_HEARD);
  } catch (error) {
    // Gone with the page that the press took away.
    if (passes(error)) return true;
    throw error;
  }
}
