import { By, type WebDriver, type WebElement } from 'selenium-webdriver';
import { passes, POLL_MS, WAIT_MS } from './patience';

/** Scrolls to what is about to be pressed, and hears whether the press comes there. */
const LISTEN = `
  arguments[0].scrollIntoView({ block: 'center' });
  globalThis.pressHeard = false;
  const hear = () => { globalThis.pressHeard = true; };
  arguments[0].addEventListener('click', hear, { once: true, capture: true });`;

/** Heard, or on another page since. */
const WAS_HEARD = 'return globalThis.pressHeard !== false';

/** Presses what stands at a path, once: again only where the press went elsewhere. */
export async function pressAt(driver: WebDriver, path: string): Promise<void> {
  // The page may draw again between finding and pressing: try again until it holds still.
  await driver.wait(
    async () => {
      try {
        const element = await driver.findElement(By.xpath(path));
        if (!(await element.isEnabled())) return false;
        await driver.executeScript(LISTEN, element);
        await element.click();
        return await wasPressed(driver, element);
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

/** Whether it was reached: a page that grows meanwhile may have moved it away from under the press. */
async function wasPressed(driver: WebDriver, element: WebElement): Promise<boolean> {
  try {
    if (await driver.executeScript<boolean>(WAS_HEARD)) return true;
    await element.isEnabled();
    return false;
  } catch (error) {
    // Gone with the page, or the part of it, that the press took away.
    if (passes(error)) return true;
    throw error;
  }
}
