import type { Calendar } from '@tidy-quill/contract/calendar';
import type { ClientOpened } from '@tidy-quill/contract/clients';
import type { Day, DayVisit } from '@tidy-quill/contract/today';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let idony: Person;
let owner: Person;
let visits: readonly DayVisit[];
beforeAll(async () => {
  app = await startApplication();
  [idony, owner] = [await app.signedIn('idony'), await app.signedIn('morwenna')];
  ({ visits } = (await idony.get('/api/today')).body as Day);
});
afterAll(() => app.close());

const of = (name: string) => defined(visits.find(({ client }) => client.name.includes(name)));
const calendar = async (from: string, until = from) =>
  (await idony.get(`/api/calendar?from=${from}&until=${until}`)).body as Calendar;

/** Books the first area of a client of today's in the room and with the person of their visit. */
async function book(name: string, startsAt: string): Promise<{ readonly id: string }> {
  const { client, roomId, staffId } = of(name);
  const { areas } = (await idony.get(`/api/clients/${client.id}`)).body as ClientOpened;
  const id = v7();
  const visit = { id, areaId: defined(areas[0]).id, startsAt, roomId, staffId };
  expect((await idony.post(`/api/clients/${client.id}/visits`, visit)).status).toBe(201);
  return { id };
}

describe('visits in another calendar', () => {
  const made = async () => (await idony.post('/api/me/feed', { id: v7() })).body as { url: string };
  const path = ({ url }: { url: string }) => new URL(url).pathname;
  const read = async (of: { url: string }) => {
    const { status, type } = await app.person().get(path(of));
    if (status !== 200) return status;
    expect(type).toContain('text/calendar');
    return (await app.person().bytes(path(of))).toString();
  };

  it('are read by whoever has the address, without names unless the clinic allows them', async () => {
    const { client, staffId } = of('Candlewick');
    expect(staffId).toBe(((await idony.get('/api/me')).body as { staff: { id: string } }).staff.id);
    const feed = await made();
    const text = await read(feed);
    expect(text).toContain('SUMMARY:Visit\\, Window room');
    expect(text).not.toContain(client.name);
    expect((await idony.put('/api/clinic/feed-names', { named: true })).status).toBe(403);
    expect((await owner.put('/api/clinic/feed-names', { named: true })).status).toBe(204);
    expect(await read(feed)).toContain(`SUMMARY:${client.name}`);
    await owner.put('/api/clinic/feed-names', { named: false });
  });

  it('follow a visit that is moved and cancelled, under one UID', async () => {
    const { id } = await book('Candlewick', '2031-09-01T10:00:00.000Z');
    const feed = await made();
    const event = async () =>
      ((await read(feed)) as string)
        .split('BEGIN:VEVENT')
        .find((each) => each.includes(`UID:${id}`));
    expect(await event()).toMatch(/DTSTART:20310901T100000Z[^]*SEQUENCE:0[^]*STATUS:TENTATIVE/);
    const { roomId, staffId } = of('Candlewick');
    const to = { from: '2031-09-01T10:00:00.000Z', startsAt: '2031-09-02T11:00:00.000Z' };
    await idony.post(`/api/visits/${id}/move`, { ...to, roomId, staffId });
    expect(await event()).toMatch(/DTSTART:20310902T110000Z[^]*SEQUENCE:1/);
    await idony.post(`/api/visits/${id}/cancel`, { reason: 'Called' });
    expect(await event()).toMatch(/SEQUENCE:2[^]*STATUS:CANCELLED/);
    const own = (await idony.bytes(`/api/visits/${id}/calendar.ics`)).toString();
    expect(own).toContain('SUMMARY:Appointment\\, Lantern Yard Laser Rooms');
    expect(own).not.toContain('underarm');
  });

  it('are read no more once the address ended, was replaced, or is unknown', async () => {
    const [older, newer] = [await made(), await made()];
    expect(await read(older)).toBe(404);
    expect(await read(newer)).toContain('BEGIN:VCALENDAR');
    expect((await idony.post('/api/me/feed/end')).status).toBe(204);
    expect(await read(newer)).toBe(404);
    expect(await read({ url: 'http://x/api/feeds/none' })).toBe(404);
    const { rows } = await app.connection.pool.query<{ text: string }>(
      `select what::text as text from audit_entries where kind in ('linkMade', 'linkEnded')`,
    );
    expect(rows.length).toBeGreaterThan(2);
    expect(rows.map(({ text }) => text).join()).not.toContain('token_hash');
  });

  it('give times away from a file, all or none, each once', async () => {
    const event = (uid: string, day: string) =>
      `BEGIN:VEVENT\r\nUID:${uid}\r\nDTSTART:${day}T090000Z\r\nDTEND:${day}T100000Z\r\nSUMMARY:Off\r\nEND:VEVENT\r\n`;
    const file = (...events: string[]) =>
      Buffer.from(`BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${events.join('')}END:VCALENDAR\r\n`);
    const send = (bytes: Buffer) => idony.send('/api/unavailable/file', bytes, 'text/calendar');
    const two = file(event('a', '20311001'), event('b', '20311002'));
    expect((await send(two)).body).toEqual({ added: 2, inTheWay: [] });
    expect((await send(two)).body).toEqual({ added: 0, inTheWay: [] });
    expect((await calendar('2031-10-01', '2031-10-02')).unavailable).toMatchObject([
      { what: 'staff', reason: 'Off', from: '2031-10-01T09:00:00.000Z' },
      { what: 'staff', reason: 'Off', from: '2031-10-02T09:00:00.000Z' },
    ]);
    const broken = file(event('c', '20311003'), 'BEGIN:VEVENT\r\nUID:d\r\nEND:VEVENT\r\n');
    expect((await send(broken)).status).toBe(400);
    expect((await calendar('2031-10-03')).unavailable).toEqual([]);
    expect((await send(Buffer.from(''))).status).toBe(400);
  });
});
