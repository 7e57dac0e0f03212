import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { addDays, defined } from '@tidy-quill/core/units';
import { startBrowser } from '../src/browser';
import { signIn } from '../src/walk';

// How long a full week takes to stand on the screen, and how smoothly a visit is dragged over a full day: six rooms, sixty
// visits each a week. Printed, never judged.
const [url, databaseUrl] = process.argv.slice(2) as [string, string];
const MONDAY = '2031-06-02';
const WEEKS = 6;
const ROOMS = 6;
const A_DAY = 10;
const DAYS = 6;
const VISITS = ROOMS * DAYS * A_DAY;
const FRAMES = 180;

async function fill(pool: pg.Pool): Promise<void> {
  const one = async <T>(query: string, values: unknown[] = []) =>
    (await pool.query(query, values)).rows as T[];
  const { id: clinicId } = defined((await one<{ id: string }>('select id from clinics'))[0]);
  const areas = await one<{ id: string; client_id: string }>('select id, client_id from areas');
  for (let room = 0; room < ROOMS; room += 1) {
    const [roomId, staffId] = [randomUUID(), randomUUID()];
    await pool.query('insert into rooms (clinic_id, id, name) values ($1, $2, $3)', [
      ...[clinicId, roomId, `Bench ${room + 1}`],
    ]);
    await pool.query(
      `insert into staff (clinic_id, id, name, sign_in_name, role, password_hash)
       select $1, $2, $3, $4, 'technician', password_hash from staff limit 1`,
      [clinicId, staffId, `Bench person ${room + 1}`, `bench.${room + 1}`],
    );
    for (let day = 0; day < WEEKS * 7; day += 1) {
      if (day % 7 >= DAYS) continue;
      for (let index = 0; index < A_DAY; index += 1) {
        const area = defined(areas[(day * 31 + room * 7 + index) % areas.length]);
        const at = new Date(`${addDays(MONDAY, day)}T07:30:00Z`).getTime() + index * 45 * 60_000;
        await pool.query(
          `insert into visits (clinic_id, id, client_id, area_id, room_id, staff_id, starts_at, planned_minutes)
           values ($1, $2, $3, $4, $5, $6, $7, 45)`,
          [clinicId, randomUUID(), area.client_id, area.id, roomId, staffId, new Date(at)],
        );
      }
    }
  }
}

const middle = (values: readonly number[], share = 0.5): number =>
  defined([...values].sort((one, other) => one - other)[Math.floor(values.length * share)]);

const pool = new pg.Pool({ connectionString: databaseUrl, max: 1 });
await fill(pool);
await pool.end();
const browser = await startBrowser(url);
try {
  await signIn(browser);
  await browser.open(`/calendar?view=week&day=${addDays(MONDAY, -7)}`);
  await browser.see('all rooms');
  const opened: number[] = [];
  for (let week = 0; week < WEEKS; week += 1) {
    opened.push(
      await browser.driver.executeAsyncScript<number>(
        `const done = arguments[1];
         const from = performance.now();
         [...document.querySelectorAll('button')].find((each) => each.innerText.includes('Week after')).click();
         const look = () =>
           document.querySelectorAll('.is-week .board-visit').length === arguments[0]
             ? requestAnimationFrame(() => done(performance.now() - from))
             : requestAnimationFrame(look);
         look();`,
        VISITS,
      ),
    );
  }
  console.log(
    `a week of ${VISITS} visits in ${ROOMS} rooms on the screen: median ${middle(opened).toFixed(0)} ms, longest ${Math.max(...opened).toFixed(0)} ms of ${WEEKS}`,
  );
  const asked = await browser.driver.executeScript<number[]>(
    `return performance.getEntriesByType('resource').filter(({ name }) => name.includes('/api/calendar?'))
       .map(({ duration }) => duration)`,
  );
  console.log(`  of that, until the server had answered: median ${middle(asked).toFixed(0)} ms`);
  await browser.open(`/calendar?day=${MONDAY}`);
  await browser.see('Bench 6');
  const frames = await browser.driver.executeAsyncScript<number[]>(
    `const done = arguments[1];
     const block = document.querySelector('.board-visit');
     const { left, top } = block.getBoundingClientRect();
     const send = (kind, x, y) => block.dispatchEvent(new PointerEvent(kind, {
       bubbles: true, pointerId: 1, button: 0, clientX: x, clientY: y }));
     block.setPointerCapture = () => undefined;
     send('pointerdown', left + 20, top + 8);
     const times = [];
     const step = (at) => {
       times.push(at);
       if (times.length > arguments[0]) {
         send('pointercancel', left, top);
         done(times.slice(1).map((each, index) => each - times[index]));
         return;
       }
       send('pointermove', left + 20 + times.length * 4, top + 8 + times.length * 2);
       requestAnimationFrame(step);
     };
     requestAnimationFrame(step);`,
    FRAMES,
  );
  console.log(
    `dragging over a day of ${ROOMS * A_DAY} visits: median ${middle(frames).toFixed(1)} ms a frame, 95 % within ${middle(frames, 0.95).toFixed(1)} ms, ${frames.filter((each) => each > 20).length} of ${frames.length} later than 20 ms`,
  );
} finally {
  await browser.close();
}
