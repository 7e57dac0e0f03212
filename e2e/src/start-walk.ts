import { afterAll } from 'vitest';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';

/** The application and a browser on it for all tests of a file; both end with them. Called at the top of the file. */
export async function startWalk(): Promise<{
  readonly app: Application;
  readonly browser: Browser;
}> {
  const app = await startApplication();
  const browser = await startBrowser(app.url);
  afterAll(async () => {
    await browser.close();
    await app.close();
  });
  return { app, browser };
}
