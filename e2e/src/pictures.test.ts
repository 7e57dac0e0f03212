import { EVEN_LIGHT, hairPicture, type HairScene } from '@tidy-quill/core/drawn';
import { HAIR_METHOD } from '@tidy-quill/core/picture';
import { defined, seeded } from '@tidy-quill/core/units';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { writePicture } from './picture-file';
import { startWalk } from './start-walk';
import { agreeToPhotographs, openClient, openVisit, RIBBON, signIn, SOON } from './walk';

const { app, browser } = await startWalk();
await signIn(browser);

const DIALOG = '//div[@role="dialog"]';
const folder = mkdtempSync(join(tmpdir(), 'walk-pictures-'));
afterAll(() => rmSync(folder, { recursive: true }));

const SCENE: HairScene = {
  ...({ type: 2, colour: 'black', window: { widthMm: 60, heightMm: 14 } } as const),
  ...({ pxPerMm: 16, hairs: 120, widthUm: [75, 95], lengthMm: [1.5, 3], spread: 0.3 } as const),
  ...{ turn: 0, blurPx: 0.3, card: { turn: 0.04, aslant: 0.2, axis: 1 } },
};

async function drawn(name: string, scene: HairScene): Promise<string> {
  const { picture } = hairPicture(scene, { ...EVEN_LIGHT, noise: 0.01 }, seeded(17));
  return writePicture(join(folder, name), picture);
}

describe('hair on a picture', () => {
  it('is not counted where it is lighter than the skin, and the page says why', async () => {
    await openVisit(browser, 'Odalys Penhallurick-Voss');
    await agreeToPhotographs(browser, 'Odalys Penhallurick-Voss');
    await browser.press('Look', RIBBON);
    await browser.choose('Tan on the area', 'no tan');
    await browser.press('Count on a picture…');
    const white = await drawn('white.jpg', { ...SCENE, colour: 'white', type: 4 });
    await browser.upload('Picture to count on', white);
    await browser.see('The card was found', DIALOG);
    await browser.press('Count', `${DIALOG}//div[@class="picture-actions"]`);
    await browser.see('Not measurable here', DIALOG);
    expect(await browser.isEnabled('Keep this count')).toBe(false);
  });

  it('is counted by the card’s scale, corrected by a press, and goes into the course', async () => {
    await browser.upload('Picture to count on', await drawn('dark.jpg', SCENE));
    await browser.see('The card was found', DIALOG);
    await browser.press('Count', `${DIALOG}//div[@class="picture-actions"]`);
    await browser.see('median width', DIALOG);
    // 120 hairs in 60 × 14 mm are 14 in a cm², as they happen to fall.
    const found = Number(/^(\d+) hair/.exec(await browser.text('.picture-figures'))?.[1]);
    expect(found).toBeGreaterThanOrEqual(7);
    expect(found).toBeLessThanOrEqual(24);
    await browser.driver.executeScript(
      `document.querySelector('[data-hair="0"]').dispatchEvent(new MouseEvent('click', { bubbles: true }))`,
    );
    await browser.see(`${found - 1} hairs (${found} found)`, DIALOG);
    await browser.press('Undo', DIALOG);
    await browser.gone(`(${found} found)`, DIALOG);
    await browser.press('One more', DIALOG);
    await browser.see(`${found + 1} hairs (${found} found)`, DIALOG);
    await browser.press('Keep this count', DIALOG);
    await browser.see(`From a picture: ${found + 1} hairs (${found} found)`);
    await browser.press('go to Plan');
    await expect
      .poll(async () => (await app.kept('Penhallurick-Voss', 'findingsRecorded'))[0]?.body, SOON)
      .toMatchObject({
        findings: {
          hair: {
            hairsPerCm2: found + 1,
            counted: {
              how: 'picture',
              sizeCm2: 1,
              picture: { found, kept: found + 1, byCard: true, method: HAIR_METHOD },
            },
          },
        },
      });
    // The picture itself is kept with the visit.
    const body = defined(
      (await app.kept('Penhallurick-Voss', 'findingsRecorded'))[0]?.body,
    ) as unknown as {
      findings: { hair: { counted: { picture: { photoId: string; pxPerMm: number } } } };
    };
    const { photoId, pxPerMm } = body.findings.hair.counted.picture;
    expect(Math.abs(pxPerMm / 16 - 1)).toBeLessThan(0.03);
    await expect
      .poll(() => app.rows(`select id from photos where id = '${photoId}'`), SOON)
      .toHaveLength(1);
    await openClient(browser, 'Penhallurick-Voss');
    await browser.see('counted');
  });
});
