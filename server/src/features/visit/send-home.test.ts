import type { Day } from '@tidy-quill/contract/today';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let person: Person;
let visit: VisitOpened;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  const { visits } = (await person.get('/api/today')).body as Day;
  const { id } = defined(visits.find(({ client }) => client.name.includes('Okapi-Lune')));
  visit = (await person.get(`/api/visits/${id}`)).body as VisitOpened;
});
afterAll(() => app.close());

const event = (body: object, id = v7()) => ({ id, at: new Date().toISOString(), body });
const home = {
  kind: 'sentHome',
  advice: [{ code: 'sunCover', until: '2031-01-07' }],
  nextVisitOn: '2031-01-07',
  note: '',
};
const send = (body: object) => person.post(`/api/visits/${visit.visit.id}/send-home`, body);
const booked = async () => {
  const { rows } = await app.connection.pool.query(
    'select count(*)::int as n from visits where area_id = $1',
    [visit.area.id],
  );
  return rows[0].n as number;
};

describe('sending home', () => {
  const next = () => ({
    id: v7(),
    startsAt: '2031-01-07T10:00:00.000Z',
    roomId: visit.visit.roomId,
  });

  it('waits for the second look, and books nothing until then', async () => {
    const before = await booked();
    const { status, body } = await send({ event: event(home), nextVisit: next() });
    expect(status).toBe(422);
    expect(body).toMatchObject({ detail: 'watchFirst' });
    expect(await booked()).toBe(before);
  });

  it('books the next visit in the same stroke, once however often it is sent', async () => {
    const path = `/api/visits/${visit.visit.id}/events`;
    const watched = {
      kind: 'postTreatmentChecked',
      minutesAfter: 10,
      marks: [],
      grade: 0,
      note: '',
    };
    await person.post(path, [event({ kind: 'treatmentEnded' })]);
    expect((await person.post(path, [event(watched)])).status).toBe(200);
    const before = await booked();
    const once = { event: event(home), nextVisit: next() };
    expect((await send(once)).status).toBe(200);
    expect((await send(once)).status).toBe(200);
    expect(await booked()).toBe(before + 1);
  });

  it('takes back everything when the room does not exist', async () => {
    const before = await booked();
    const lost = { ...next(), roomId: crypto.randomUUID() };
    const { status } = await send({ event: event(home), nextVisit: lost });
    // Already sent home: refused before the room is looked at.
    expect(status).toBe(422);
    expect(await booked()).toBe(before);
  });

  it('takes no other event by this way', async () => {
    const { status, body } = await send({ event: event({ kind: 'paused' }), nextVisit: null });
    expect(status).toBe(400);
    expect(body).toMatchObject({ fields: [{ field: 'event.body.kind' }] });
  });
});
