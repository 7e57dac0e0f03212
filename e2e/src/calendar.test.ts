import { demoToday, demoZone } from '../../server/test-databases.mjs';
import { Key, Origin } from 'selenium-webdriver';
import { momentOf } from '@tidy-quill/contract/labels/format';
import { addDays } from '@tidy-quill/core/units';
import { describe, expect, it } from 'vitest';
import { startBrowser } from './browser';
import { startWalk } from './start-walk';
import { openClient, signIn, SOON } from './walk';

const { app, browser } = await startWalk();
await signIn(browser);

const DIALOG = '//div[@role="dialog"]';
const STATUS = '//*[contains(@class, "board-status")]';
const today = demoToday();
const DAY = addDays(today, 3);

/** Asks the server as this page does; gives the status. */
const post = (path: string, body: object, by = browser) =>
  by.driver.executeAsyncScript<number>(
    `const done = arguments[2];
     fetch('/api' + arguments[0], { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(arguments[1]) })
       .then(({ status }) => done(status))`,
    path,
    body,
  );

interface Place {
  readonly id: string;
  readonly client_id: string;
  readonly area_id: string;
  readonly room_id: string;
  readonly staff_id: string;
  readonly starts_at: Date;
}
const visitOf = async (family: string, on: string): Promise<Place | undefined> => {
  const found = await app.rows<Place>(
    `select v.* from visits v join clients c on c.id = v.client_id
     where c.family_name = $1 and (v.starts_at at time zone '${demoZone()}')::date = $2`,
    [family, on],
  );
  return found[0];
};
const clockOf = async (family: string) =>
  (await visitOf(family, DAY))?.starts_at.toLocaleTimeString('sv-SE', {
    ...{ timeZone: demoZone(), hour: '2-digit', minute: '2-digit' },
  });
/** Books a client as their visit of today is, at an hour of the day that is used here. */
async function book(family: string, startsAt: string): Promise<void> {
  const of = await visitOf(family, today);
  if (of === undefined) throw new Error(`${family} has no visit today`);
  const status = await post(`/clients/${of.client_id}/visits`, {
    ...{ id: crypto.randomUUID(), areaId: of.area_id, roomId: of.room_id, staffId: of.staff_id },
    startsAt,
  });
  expect(status).toBe(201);
}
const block = (name: string) =>
  browser.driver.findElement({
    xpath: `//button[contains(@class, "board-visit")][contains(., "${name}")]`,
  });

describe('booking', () => {
  it('goes on to where room and person are free, and says what is in the way of a time that is typed', async () => {
    await openClient(browser, 'Bristlecombe');
    await browser.press('Book a visit');
    await browser.press('Garden room', DIALOG);
    await browser.see('min, with asking, second look and cleaning', DIALOG);
    await browser.fill('Time', '13:40');
    await browser.keys(Key.TAB);
    await browser.see('The garden room has Fennimore Quickthorn from 13:30 to 14:00.', DIALOG);
    expect(await browser.isEnabled('Book and open')).toBe(false);
    await browser.press('Next free: ', DIALOG);
    await browser.gone('The garden room has', DIALOG);
    await browser.press('Cancel', DIALOG);
  });
});

describe('the board of a day', () => {
  it('shows rooms side by side, and moves a visit by keys: never onto another', async () => {
    await book('Candlewick', momentOf(DAY, '10:00', demoZone()));
    await book('Bristlecombe', momentOf(DAY, '11:00', demoZone()));
    await browser.open(`/calendar?day=${DAY}`);
    await browser.see('Thisbe Candlewick');
    await browser.driver.executeScript('arguments[0].focus()', await block('Candlewick'));
    await browser.keys('m', ...Array.from({ length: 4 }, () => Key.ARROW_DOWN));
    await browser.see('Thisbe Candlewick to 11:00, Window room: free', STATUS);
    await browser.keys(Key.ARROW_LEFT);
    await browser.see('taken: Garden room has Leander Bristlecombe until', STATUS);
    await browser.keys(Key.ENTER);
    await browser.see('taken: ', STATUS);
    await browser.keys(Key.ARROW_RIGHT, Key.ENTER);
    await browser.see('Thisbe Candlewick moved to 11:00, Window room.', STATUS);
    expect(await clockOf('Candlewick')).toBe('11:00');
    await browser.press('Undo', STATUS);
    await expect.poll(() => clockOf('Candlewick'), SOON).toBe('10:00');
  });

  it('moves one by dragging, and opens one by a press', async () => {
    await browser.open(`/calendar?day=${DAY}`);
    await browser.see('Thisbe Candlewick');
    const of = await block('Candlewick');
    const actions = browser.driver.actions();
    // An hour is 84 px.
    await actions
      .move({ origin: of })
      .press()
      .move({ origin: Origin.POINTER, y: 30 })
      .move({ origin: Origin.POINTER, y: 96 })
      .release()
      .perform();
    await browser.see('Thisbe Candlewick moved to 11:30, Window room.', STATUS);
    expect(await clockOf('Candlewick')).toBe('11:30');
    await (await block('Bristlecombe')).click();
    await browser.see('Move to another day');
    await browser.press('by person');
    await browser.see('Tobiah Lanternfield');
  });

  it('says that somebody else has moved it meanwhile, and takes it from there', async () => {
    await browser.open(`/calendar?day=${DAY}`);
    await browser.see('Thisbe Candlewick');
    await browser.driver.executeScript('arguments[0].focus()', await block('Candlewick'));
    await browser.keys('m', Key.ARROW_DOWN);
    await browser.see('Thisbe Candlewick to 11:45', STATUS);
    const other = await startBrowser(app.url);
    try {
      await signIn(other, 'tobiah');
      const of = await visitOf('Candlewick', DAY);
      const moved = await post(
        `/visits/${of?.id}/move`,
        {
          ...{ from: of?.starts_at.toISOString(), startsAt: momentOf(DAY, '15:00', demoZone()) },
          ...{ roomId: of?.room_id, staffId: of?.staff_id },
        },
        other,
      );
      expect(moved).toBe(204);
    } finally {
      await other.close();
    }
    await browser.keys(Key.ENTER);
    await browser.see('Somebody else has moved this visit meanwhile');
    await expect.poll(() => clockOf('Candlewick'), SOON).toBe('15:00');
  });
});

describe('a visit that is not ready', () => {
  it('is moved to when it could be, from the list, in one press', async () => {
    await browser.open('/');
    await browser.press('of Leander Bristlecombe', '//section[contains(@class, "not-ready")]');
    await browser.see('at the earliest.', DIALOG);
    await browser.press('Move to', DIALOG);
    await browser.gone('Move the visit: Leander', '//body');
    await expect.poll(() => visitOf('Bristlecombe', today), SOON).toBeUndefined();
  });
});

describe('finding a time', () => {
  it('goes by the wishes, says what a day means, and books by one press more', async () => {
    await openClient(browser, 'Candlewick');
    await browser.press('Book a visit');
    await browser.press('Find a time', DIALOG);
    await browser.see('weeks after the last', DIALOG);
    await browser.press('afternoon', DIALOG);
    await browser.press('Wed', DIALOG);
    await browser.see('Wed ', '//*[@class="time-list"]');
    await browser.press(':', '(//*[@class="time-list"]/li)[2]');
    await browser.press('Book and open', DIALOG);
    await browser.see('Send home');
    const [booked] = await app.rows<{ weekday: number; hour: number }>(
      `select extract(isodow from v.starts_at at time zone '${demoZone()}')::int as weekday,
         extract(hour from v.starts_at at time zone '${demoZone()}')::int as hour
       from visits v where v.id = $1`,
      [new URL(await browser.driver.getCurrentUrl()).pathname.split('/')[2]],
    );
    expect(booked?.weekday).toBe(3);
    expect(booked?.hour).toBeGreaterThanOrEqual(12);
    expect(booked?.hour).toBeLessThan(17);
  });
});

describe('a whole course', () => {
  it('is booked at once, an interval apart', async () => {
    await openClient(browser, 'Oxenstable');
    await browser.press('Book a visit');
    await browser.press('Window room', DIALOG);
    await browser.fill('Day', addDays(today, 30));
    await browser.fill('Time', '10:00');
    await browser.choose('And visits after it', '2');
    await browser.press('Book 3 visits', DIALOG);
    await browser.gone('And visits after it');
    // Eight weeks for a back.
    const starts = async () =>
      (
        await app.rows<{ day: string }>(
          `select to_char(v.starts_at at time zone '${demoZone()}', 'YYYY-MM-DD HH24:MI') as day
           from visits v join clients c on c.id = v.client_id
           where c.family_name = 'Oxenstable' and v.starts_at > now() + interval '20 days'
           order by v.starts_at`,
        )
      ).map(({ day }) => day);
    expect(await starts()).toEqual(
      [30, 30 + 56, 30 + 112].map((days) => `${addDays(today, days)} 10:00`),
    );
  });
});

describe('an absence', () => {
  it('is entered by whoever it is of, stands on the board, and takes no booking', async () => {
    await browser.open(`/calendar?day=${DAY}`);
    await browser.press('Away and closed');
    await browser.see('You enter your own absence', DIALOG);
    await browser.press('Enter it', DIALOG);
    await browser.see('must not be empty', DIALOG);
    await browser.fill('From time', '16:00');
    await browser.fill('Until time', '17:30');
    await browser.fill('Reason', 'Dentist');
    await browser.press('Enter it', DIALOG);
    await browser.see('These visits are booked then, and have to be moved:', DIALOG);
    await browser.see('16:00, Isolde Marrowby', DIALOG);
    await browser.see(', 16:00 to ', DIALOG);
    await browser.press('Close', DIALOG);
    await browser.press('by person');
    await browser.see('Dentist', '//ul[@aria-label="Idony Brackwater"]');
    await openClient(browser, 'Oxenstable');
    await browser.press('Book a visit');
    await browser.press('Window room', DIALOG);
    await browser.fill('Day', DAY);
    await browser.fill('Time', '16:30');
    await browser.keys(Key.TAB);
    await browser.see('Somebody is away then: Dentist.', DIALOG);
    expect(await browser.isEnabled('Book and open')).toBe(false);
    await browser.press('Next free: 17:30', DIALOG);
    await browser.gone('Somebody is away', DIALOG);
    await browser.press('Cancel', DIALOG);
  });
});

describe('a week', () => {
  it('opens the day of a visit, where it is said to have been confirmed', async () => {
    await browser.open(`/calendar?day=${DAY}&view=week`);
    await browser.press('Thisbe Candlewick', '//main');
    await browser.press('Has confirmed');
    await browser.see('confirmed', '//*[@class="visit-status"]/..');
    await browser.press('Take that back');
    await browser.see('booked', '//*[@class="visit-status"]/..');
    await browser.press('month');
    await browser.see('3 visits, ', '//td//button');
    await browser.press('calls');
    await browser.see('Missed, with nothing booked since');
  });
});

describe('visits in another calendar', () => {
  it('are read at an address that is told once, and ended', async () => {
    await browser.press('Account');
    await browser.press('Make an address');
    await browser.see('It is shown this once. Copy it now.');
    const address = await browser.driver
      .findElement({ xpath: '//input[@aria-label="Calendar address"]' })
      .getAttribute('value');
    const read = () => fetch(String(address)).then(({ status }) => status);
    expect(await read()).toBe(200);
    await browser.press('End it', '//section[@aria-label="Your visits in another calendar"]');
    await browser.see('There is no address.');
    expect(await read()).toBe(404);
  });
});

describe('a reminder', () => {
  it('is sent to a day by one press, answered on a small screen, and the answer stands on the list of calls', async () => {
    // To a telephone that takes nothing, so that the message waits with its link in it.
    await app.rows("update clients set phone = '12' where family_name = 'Candlewick' returning id");
    await browser.open(`/calendar?day=${DAY}`);
    await browser.pressTwice('Remind those not confirmed');
    await browser.see('1 could not be: see the outbox under Clinic.');
    const [message] = await app.rows<{ text: string }>(
      "select text from messages where text like '%/appointment/%' and state = 'failed'",
    );
    const path = /\/appointment\/[\w-]+/.exec(message?.text ?? '')?.[0] ?? '';
    const phone = await startBrowser(app.url);
    try {
      await phone.size(390, 844);
      await phone.open(path);
      await phone.see('Hello Thisbe');
      await phone.see('Shave the area the day before.');
      await phone.press('I need another time');
      await phone.fill('When would suit you?', 'After five, please');
      await phone.press('Ask for another time');
      await phone.see('You have asked for another time. The clinic will call you.');
    } finally {
      await phone.close();
    }
    await browser.press('calls');
    await browser.see('After five, please');
    await browser.press(',', '(//h2[.="Ask for another time"]/following-sibling::table)[1]//td');
    await browser.see('Move to another day');
  });
});
