import type { ClientPage } from '@tidy-quill/contract/clients';
import type { ClientPhoto } from '@tidy-quill/contract/photos';
import type { Day } from '@tidy-quill/contract/today';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { countHairs, findCard, type Pixels } from '@tidy-quill/core/picture';
import { defined } from '@tidy-quill/core/units';
import sharp from 'sharp';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DEMO_PICTURED } from '../../db/demo/pictured';
import { smallPictureOf } from './decode-apart';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let person: Person;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
});
afterAll(() => app.close());

const clientId = async (text: string) => {
  const { clients } = (await person.get(`/api/clients?text=${text}`)).body as ClientPage;
  return defined(clients[0]).id;
};
const photosOf = async (text: string) =>
  (await person.get(`/api/clients/${await clientId(text)}/photos`)).body as ClientPhoto[];

describe('the pictures of a client', () => {
  it('are all listed, the oldest first, with how they were taken', async () => {
    const photos = await photosOf('Gladwyn');
    expect(photos).toHaveLength(6);
    const days = photos.map(({ takenAt }) => takenAt);
    expect(days).toEqual([...days].sort());
    expect(photos[0]).toMatchObject({
      takenAs: { pose: 'armRaised', view: 'straightOn', distance: 'forearm', light: 'ring' },
      fromHome: false,
    });
    expect((await person.get(`/api/clients/${v7()}/photos`)).status).toBe(404);
  });

  it('hold as many hairs as were counted on them, and say of the dim one that nothing can be told', async () => {
    const photos = await photosOf('Gladwyn');
    const counts = DEMO_PICTURED.sessions.map(({ picture }) => defined(picture));
    const read = async (id: string): Promise<Pixels> => {
      const { data, info } = await sharp(await person.bytes(`/api/photos/${id}`))
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true });
      return { width: info.width, height: info.height, data };
    };
    const countOn = async (id: string, of: (typeof counts)[number]) => {
      const picture = await read(id);
      const { pxPerMm } = defined(findCard(picture) ?? undefined);
      return countHairs(picture, { window: defined(of.window), pxPerMm });
    };
    for (const [each, of] of counts.entries()) {
      const found = await countOn(defined(photos[each]).id, of);
      expect(found.notMeasurable).toBeNull();
      expect(Math.abs(found.hairs.length - of.found)).toBeLessThanOrEqual(3);
    }
    const dim = await countOn(defined(photos.at(-1)).id, defined(counts.at(-1)));
    expect(dim.notMeasurable).not.toBeNull();
  });
});

describe('a sheet of pictures', () => {
  it('is a PDF of an area’s own pictures, what is marked in them covered before it leaves', async () => {
    const id = await clientId('Gladwyn');
    const photos = await photosOf('Gladwyn');
    const { areaId } = defined(photos[0]);
    const whole = { x: 0, y: 0, width: 1, height: 1 };
    const sheet = (asked: object) =>
      person.post(`/api/clients/${id}/picture-sheet.pdf`, { areaId, ...asked });
    const pictures = photos.slice(0, 2).map((photo) => ({ photoId: photo.id, masks: [whole] }));
    const made = await sheet({ pictures });
    expect(made.status).toBe(200);
    const strange = defined((await photosOf('Larkspur'))[0]);
    expect((await sheet({ pictures: [{ photoId: strange.id, masks: [] }] })).status).toBe(404);
    expect((await sheet({ pictures: [] })).status).toBe(400);
  });

  it('covers a part of a picture wholly, and leaves the rest', async () => {
    const drawn = await sharp({
      create: { width: 400, height: 300, channels: 3, background: '#e0b090' },
    })
      .jpeg()
      .toBuffer();
    const masks = [{ x: 0.5, y: 0, width: 0.25, height: 0.5 }];
    const small = await smallPictureOf(drawn, { sidePx: 200, masks });
    const { data, info } = await sharp(small).raw().toBuffer({ resolveWithObject: true });
    expect([info.width, info.height]).toEqual([200, 150]);
    const red = (x: number, y: number) => data[3 * (y * info.width + x)] ?? 0;
    // Covered from 100 to 150 px across and to 75 px down; #1c is 28, #e0 is 224.
    expect([red(110, 10), red(140, 60)].every((value) => Math.abs(value - 28) < 12)).toBe(true);
    expect([red(90, 10), red(160, 10), red(120, 90)].every((value) => value > 200)).toBe(true);
  });
});

describe('fading that was measured in pictures', () => {
  const visitOf = async (name: string) => {
    const { visits } = (await person.get('/api/today')).body as Day;
    const { id } = defined(visits.find(({ client }) => client.name.includes(name)));
    return (await person.get(`/api/visits/${id}`)).body as VisitOpened;
  };
  const seen = (visit: VisitOpened, more: object) =>
    person.post(`/api/visits/${visit.visit.id}/events`, [
      {
        ...{ id: v7(), at: new Date().toISOString() },
        body: {
          ...{ kind: 'fadingSeen', how: 'picture', fades: [{ colour: 'black', faded: 0.7 }] },
          ...more,
        },
      },
    ]);
  const measured = (firstId: string, nowId: string) => ({
    measured: {
      ...{ firstId, nowId, method: 1, residualMm: 0.1 },
      raw: [{ colour: 'black', faded: 0.72, doubt: 0.02 }],
    },
  });

  it('is kept with both pictures and what they gave by themselves', async () => {
    const visit = await visitOf('Larkspur-Bell');
    const photos = await photosOf('Larkspur');
    const [first, last] = [defined(photos[0]), defined(photos.at(-1))];
    expect((await seen(visit, measured(first.id, last.id))).status).toBe(200);
    const strange = defined((await photosOf('Gladwyn'))[0]);
    expect((await seen(visit, measured(first.id, strange.id))).body).toMatchObject({
      fields: [{ field: '0.body.measured.nowId', problem: 'is a picture of another area' }],
    });
    const { events } = await visitOf('Larkspur-Bell');
    const kept = events.findLast(({ body }) => body.kind === 'fadingSeen');
    expect(kept?.body).toMatchObject(measured(first.id, last.id));
  });

  it('is refused within six weeks of a session, with the day from which it may be', async () => {
    // Treated three weeks ago, and here again today.
    const visitId = v7();
    await app.connection.pool.query(
      `insert into visits (clinic_id, id, client_id, area_id, room_id, staff_id, starts_at)
       select clinic_id, $2, client_id, area_id, room_id, staff_id, date_trunc('minute', now())
       from visits where client_id = $1 limit 1`,
      [await clientId('Holloway'), visitId],
    );
    const visit = (await person.get(`/api/visits/${visitId}`)).body as VisitOpened;
    const { status, body } = await seen(visit, {});
    expect(status).toBe(422);
    expect(body).toMatchObject({ title: 'It is too early to measure ink in pictures' });
    expect(JSON.stringify(body)).toMatch(/from \d{4}-\d\d-\d\d on/u);
    expect((await seen(visit, { how: 'eye' })).status).toBe(200);
  });
});
