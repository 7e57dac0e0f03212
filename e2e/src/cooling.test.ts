import { describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startWalk } from './start-walk';
import {
  answerNo,
  endWithOpenCells,
  look,
  newClient,
  prepare,
  RIBBON,
  signConsent,
  signIn,
  testSpot,
} from './walk';

const { app, browser } = await startWalk();

const TIMER = '//*[@role="timer"]/..';

describe('a cold pack before, and cooling afterwards', () => {
  it('are dialled with the setting, and take the fluence limit with them', async () => {
    await signIn(browser);
    await newClient(browser, {
      given: 'Ismay',
      family: 'Frostwick',
      born: '3 Apr 1990',
      phone: '01632 960 556',
    });
    await answerNo(browser);
    await signConsent(browser, 'Ismay Frostwick');
    await look(browser, { type: 'III', colour: 'black', calibre: 'coarse', density: 'medium' });
    await browser.press('Diode 810, plate 12', '//table//tr[contains(., "stamping")]');
    await browser.see('Accept');
    const plain = await limit();
    await browser.press('Added cooling: none');
    await browser.see('s of cold pack before');
    await browser.keys('n', 'j');
    await browser.see('cold pack 30 s before');
    await browser.see('then 5 s of still air');
    await browser.see('cooled 30 s afterwards');
    await browser.driver.wait(async () => (await limit()) > plain, 20_000);
    await browser.pressTwice('Accept');
  });

  it('are made ready, and counted down before the first pulse of a cell and after the last one', async () => {
    await testSpot(browser, 'b', '3');
    await browser.press('Prepare', RIBBON);
    await browser.see('Cold pack at hand, to lie on for 30 s before the first pulse');
    await prepare(browser);
    await browser.press('Start treatment');
    await browser.press('Lay the cold pack on: 30 s');
    await browser.see('Cold pack: ', TIMER);
    await browser.press('+ 10 pulses');
    await browser.gone('Cold pack: ');
    await browser.press('small bumps');
    await browser.press('2', '//*[@aria-labelledby="pain-label"]');
    await browser.press('Cell 1 done');
    await browser.see('Cool: ', TIMER);
    await endWithOpenCells(browser);
  });

  it('stand in the record', async () => {
    const [kept] = await app.rows<{ added: object }>(
      `select e.body -> 'plan' -> 'setting' -> 'added' as added from visit_events e join visits v on v.id = e.visit_id
       join clients c on c.id = v.client_id where c.family_name = 'Frostwick' and e.kind = 'planAccepted'`,
    );
    expect(defined(kept).added).toEqual({ packSeconds: 30, air: false, afterSeconds: 30 });
    const { pathname } = new URL(await browser.driver.getCurrentUrl());
    await browser.open(`/visits/${pathname.split('/')[2]}/record`);
    await browser.see('cold pack 30 s before');
  });
});

/** What the skin model allows, J/cm². */
const limit = async () => Number(/skin model\s+([\d.]+)/.exec(await browser.text('main'))?.[1]);
