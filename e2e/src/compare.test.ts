import { blot, inkPicture, someTaking, twoCards, type InkScene } from '@tidy-quill/core/drawn';
import { PRINTED_AS_MEANT, type CardPrint } from '@tidy-quill/core/picture';
import { defined, seeded } from '@tidy-quill/core/units';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, until } from 'selenium-webdriver';
import { afterAll, describe, expect, it } from 'vitest';
import { WAIT_MS } from './patience';
import { writePicture } from './picture-file';
import { startWalk } from './start-walk';
import { agreeToPhotographs, openClient, openVisit, RIBBON, signIn, signOut, SOON } from './walk';

const { app, browser } = await startWalk();
await signIn(browser);

const folder = mkdtempSync(join(tmpdir(), 'walk-compare-'));
afterAll(() => rmSync(folder, { recursive: true }));
const DIALOG = '//div[@role="dialog"]';

/** Keys one after another, as a hand presses them. */
async function pressKeys(selector: string, keys: readonly string[]): Promise<void> {
  for (const key of keys) {
    await browser.driver.executeScript(
      `document.querySelector(arguments[0]).dispatchEvent(new KeyboardEvent('keydown', { key: arguments[1], bubbles: true }))`,
      ...[selector, key],
    );
  }
}

describe('pictures of a course', () => {
  it('are compared at one scale, one over the other, with what was used under each', async () => {
    await openClient(browser, 'Gladwyn-Moth');
    await browser.press('Pictures', '//section[contains(@class,"area-course")]');
    await browser.see('held as the first');
    await browser.see('21.5/cm²');
    await browser.see('Same scale, 12.5 pixels a mm');
    await browser.see('both in the colours that their cards show');
    await browser.choose('Look', 'wipe');
    await browser.see('Left of the line');
    await browser.choose('Look', 'difference');
    await browser.see('lighter than before');
    await browser.choose('Look', 'blink');
    // Both turn over by themselves.
    const shown = () => browser.text('.pair-one figcaption');
    const before = await shown();
    await expect.poll(shown, SOON).not.toBe(before);
    await browser.press('Hide what is drawn over it');
    await browser.see('Show what is drawn over it');
  });

  it('are printed on a sheet, a part of one covered', async () => {
    await browser.press('Sheet (PDF)…');
    await browser.see('Cover faces', DIALOG);
    await browser.press('Cover…', `${DIALOG}//li[1]`);
    await browser.see('Press one corner', DIALOG);
    await pressKeys('[role="dialog"] svg.pair-picture', [
      ...['Enter', 'ArrowRight', 'ArrowRight', 'ArrowRight'],
      ...['ArrowDown', 'ArrowDown', 'ArrowDown', 'Enter'],
    ]);
    await browser.see('1 place covered', `${DIALOG}//li[1]`);
    await browser.press('Make the sheet', DIALOG);
    await browser.see('Open the sheet', DIALOG);
    // The trail says who printed it.
    await expect
      .poll(() => app.rows(`select seq from audit_entries where kind = 'recordPrinted'`), SOON)
      .toHaveLength(1);
    await browser.press('Close', DIALOG);
    await browser.gone('Cover faces');
  });

  it('are laid over each other by landmarks, set by keys alone', async () => {
    await browser.choose('Look', 'side by side');
    await browser.press('Set landmarks…');
    await browser.see('Press a mole');
    const times = (many: number, key: string) => Array.from({ length: many }, () => key);
    const places = [[], times(8, 'ArrowUp'), [...times(8, 'ArrowDown'), ...times(8, 'ArrowRight')]];
    for (const keys of places) {
      await pressKeys('.landmarks figure:nth-child(1) svg', [...keys, 'Enter']);
      await browser.see('Press the same place in the later picture');
      await pressKeys('.landmarks figure:nth-child(2) svg', [...keys, 'Enter']);
      await browser.see('Press a mole');
    }
    await browser.see('3 places so far');
    await browser.press('Lay over each other by these');
    await browser.see('Same scale');
  });
});

describe('fading', () => {
  it('is measured in today’s picture against the one that the design is traced over', async () => {
    await browser.open('/');
    await openVisit(browser, 'Gideon Larkspur-Bell');
    await browser.press('Look', RIBBON);
    await browser.see('Faded since the first session, by eye');
    await browser.press('Measure on pictures…');
    await browser.see('straight down, the card flat beside the design');
    await browser.press('With the last one over it…', DIALOG);
    const camera = '//div[@role="dialog"][.//video]';
    await browser.see('No card in it', camera);
    await browser.choose('Light', 'daylight');
    await browser.press('Take it', camera);
    await browser.see('Take it again', camera);
    await browser.press('Keep it', camera);
    await browser.see('No card was found in one of them', DIALOG);
    // As the last one was, but for the light.
    await expect
      .poll(() => app.rows(`select taken_as from photos order by taken_at desc limit 1`), SOON)
      .toEqual([
        {
          taken_as: { pose: 'sitting', view: 'straightOn', distance: 'forearm', light: 'daylight' },
        },
      ]);
    await browser.upload('Photograph to measure in', await todaysPicture());
    await browser.see('laid over each other', DIALOG);
    await browser.press('Measure the ink', DIALOG);
    await browser.see('Faded', DIALOG);
    await browser.press('Use what was measured', DIALOG);
    await browser.see('Faded since the first session, measured');
    await browser.press('Save again');
    await expect
      .poll(async () => (await app.kept('Larkspur-Bell', 'fadingSeen'))[0]?.body, SOON)
      .toMatchObject({ how: 'picture', measured: { method: 1 } });
    const body = defined((await app.kept('Larkspur-Bell', 'fadingSeen'))[0]?.body) as unknown as {
      fades: { colour: string; faded: number; from: number; to: number }[];
      measured: { residualMm: number };
    };
    // Drawn with three quarters of the ink gone.
    const [black] = body.fades;
    expect(black?.faded).toBeGreaterThan(0.75);
    expect(black?.from).toBeLessThan(black?.faded ?? 0);
    expect(body.measured.residualMm).toBeLessThan(0.5);
  });
});

describe('redness', () => {
  it('of a reaction is measured against the skin about it, and kept with the step', async () => {
    await browser.open('/');
    const row = '//section[@aria-label="Reactions being followed"]';
    await browser.press('Jessamy Rookwhistle', row);
    await browser.see('How does it go?');
    const here = await browser.driver.getCurrentUrl();
    await agreeToPhotographs(browser, 'Jessamy Rookwhistle');
    await browser.driver.get(here);
    await browser.see('How does it go?');
    await browser.choose('How do we know?', 'seen here');
    await browser.upload('Photograph', await redPatch());
    // Nothing below it moves while it comes: a press there fell on “Take off”.
    await browser.see('Measure how red it is…');
    await browser.driver.wait(until.elementLocated(By.css('.photo-kept img')), WAIT_MS);
    const moved = await browser.driver.executeScript<number>(
      `const image = document.querySelector('.photo-kept img');
       const button = [...document.querySelectorAll('button')].find((each) => each.innerText.includes('Measure how red'));
       const before = button.getBoundingClientRect().top;
       image.style.display = 'none';
       const after = button.getBoundingClientRect().top;
       image.style.display = '';
       return after - before;`,
    );
    expect(moved).toBe(0);
    await browser.press('Measure how red it is…');
    await browser.see('Press the middle of what is red', DIALOG);
    await pressKeys('[role="dialog"] svg.pair-picture', ['Enter']);
    await browser.see('Press its edge', DIALOG);
    const right = Array.from({ length: 10 }, () => 'ArrowRight');
    await pressKeys('[role="dialog"] svg.pair-picture', [...right, 'Enter']);
    await browser.see('Whoever looks decides', DIALOG);
    await browser.press('Use it', DIALOG);
    await browser.see('above the skin about it, ');
    await browser.choose('How does it go?', 'better');
    await browser.press('Save this step');
    await expect
      .poll(async () => (await app.kept('Rookwhistle', 'reactionFollowed'))[0]?.body, SOON)
      .toMatchObject({ how: 'seen', trend: 'better', redness: { method: 1 } });
    const body = defined((await app.kept('Rookwhistle', 'reactionFollowed'))[0]?.body);
    const { redness } = body as unknown as { redness: { more: number; doubt: number } };
    expect(redness.more).toBeGreaterThan(3);
    expect(redness.doubt).toBeLessThan(redness.more);
  });
});

/** A red patch in the middle of a picture, the card below it. */
const redPatch = (): Promise<string> =>
  drawn('red.jpg', {
    ...{ type: 2, pxPerMm: 8, widthMm: 100, heightMm: 130, blurPx: 0.4, turn: 0 },
    parts: [{ colour: 'red', outline: blot({ x: 50, y: 65 }, 10, seeded(4)), left: 0.4 }],
    ...{ moles: [], shiftMm: { x: 0, y: 0 } },
    card: { kind: 'pocket', middleMm: { x: 50, y: 102 }, turn: 0.03, aslant: 0.1, axis: 1 },
  });

/** A picture of the design as it would be seen today: three quarters of it gone, in another light, turned a little. */
async function todaysPicture(): Promise<string> {
  const looked = defined((await app.kept('Larkspur-Bell', 'findingsRecorded'))[0]?.body);
  const { findings } = looked as unknown as {
    findings: { ink: { parts: { outline: [number, number][] }[] } };
  };
  return drawn('today.jpg', {
    ...{ type: 2, pxPerMm: 7, widthMm: 150, heightMm: 150, blurPx: 0.3, turn: 0.05 },
    parts: findings.ink.parts.map(({ outline }) => ({
      ...{ colour: 'black' as const, left: 0.25 },
      outline: outline.map(([x, y]) => ({ x: 10 * x, y: 10 * y })),
    })),
    ...{ moles: [], shiftMm: { x: 2, y: 1 } },
    card: { kind: 'pocket', middleMm: { x: 74, y: 112 }, turn: 0.03, aslant: 0.1, axis: 1 },
  });
}

/** A drawn picture as a file, in a light of its own. */
async function drawn(name: string, scene: InkScene): Promise<string> {
  const next = seeded(3);
  const { picture } = inkPicture(scene, { ...someTaking(next), noise: 0.01 }, next);
  return writePicture(join(folder, name), picture);
}

describe('a picture that a client sends from home', () => {
  it('lies over the clinic’s of the session, on the page of its reactions', async () => {
    // The one after it, too dark to measure, is of the same visit.
    const [photo] = await app.rows<{ id: string; visit_id: string }>(
      `select p.id, p.visit_id from photos p join areas a on a.id = p.area_id
       join clients c on c.id = a.client_id
       where c.family_name = 'Gladwyn-Moth' order by p.taken_at desc, p.id desc offset 1 limit 1`,
    );
    const { id, visit_id: visit } = defined(photo);
    await browser.open(`/visits/${visit}/sendHome`);
    await browser.press('Send a healing diary');
    const diary = await browser.text('.give-advice a[href*="/diary/"]');
    await browser.open(new URL(diary).pathname);
    await browser.upload('A picture, 0 of 3', await fetched(id));
    await browser.press('better', '//*[@class="choice"][1]');
    await browser.press('Send it to the clinic');
    await browser.see('Thank you');
    await browser.open(`/visits/${visit}/reactions`);
    await browser.press('Compare with the session’s picture');
    await browser.see('from home', DIALOG);
    await browser.see('Same scale, 12.5 pixels a mm', DIALOG);
    await browser.see('both in the colours that their cards show', DIALOG);
    await browser.press('Close', DIALOG);
  });

  /** A picture of the server's as a file. */
  async function fetched(id: string): Promise<string> {
    const base64 = await browser.driver.executeAsyncScript<string>(
      `const done = arguments[arguments.length - 1];
       fetch('/api/photos/' + arguments[0]).then((answer) => answer.blob()).then((blob) => {
         const reader = new FileReader();
         reader.onload = () => done(reader.result.split(',')[1]);
         reader.readAsDataURL(blob);
       });`,
      id,
    );
    const file = join(folder, 'home.jpg');
    writeFileSync(file, Buffer.from(base64, 'base64'));
    return file;
  }
});

describe('the picture card', () => {
  /** Its middle greys come out light. */
  const MINE: CardPrint = {
    greys: [0.07, 0.16, 0.32, 0.57, 0.86].map((each) => [each, each, each] as const),
    colours: PRINTED_AS_MEANT.colours,
  };

  it('is measured beside a known one by a supervisor, and read so from then on', async () => {
    const picture = twoCards(MINE, { ...someTaking(seeded(8)), noise: 0.01 }, seeded(9));
    const file = await writePicture(join(folder, 'cards.jpg'), picture);
    await signOut(browser);
    await signIn(browser, 'caspian');
    await browser.open('/devices/picture-card');
    await browser.see('No print has been measured');
    await browser.press('Measure my printer’s greys');
    await browser.upload('Picture of both cards', file);
    await browser.see('The known card is');
    await browser.press('Read my card');
    // Grey 3, meant as 25 %: what this printer makes of it is 32.
    await browser.see('My card shows');
    expect(await browser.text('.patch-table tbody tr:nth-child(3)')).toMatch(
      /Grey 3 25 3[123][.\d]* \/ 3[123][.\d]* \/ 3[123][.\d]*$/,
    );
    await browser.press('Keep this print');
    await browser.see('Measured by Caspian Thorngate');
  });
});
