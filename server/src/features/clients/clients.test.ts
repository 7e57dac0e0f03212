import type { ClientOpened } from '@tidy-quill/contract/clients';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { addDays, defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { clinicToday } from '../../http/clinic-day';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let person: Person;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
});
afterAll(() => app.close());

const fields = (more: object = {}) => ({
  givenName: 'Ælfwynn',
  familyName: 'Straße-Ødegård',
  birthDate: '1990-02-28',
  phone: '01632 960 999',
  note: '',
  ...more,
});

const found = async (text: string) => {
  const { body } = await person.get(`/api/clients?text=${encodeURIComponent(text)}`);
  return (body as { clients: { familyName: string }[] }).clients.map((each) => each.familyName);
};

describe('search', () => {
  it('finds by part of a name, whatever its accents and capitals', async () => {
    expect(await found('zephyr')).toEqual(['Okapi-Lune']);
    expect(await found('ZÉPH okapi')).toEqual(['Okapi-Lune']);
    expect(await found('tq-0003')).toEqual(['Candlewick']);
    expect(await found('')).toHaveLength(20);
  });

  it('counts the areas of each, and no one else’s', async () => {
    const counted = async (name: string) => {
      const { body } = await person.get(`/api/clients?text=${name}`);
      return (body as { clients: { areas: number }[] }).clients.map((each) => each.areas);
    };
    expect(await counted('fiddlewood')).toEqual([2]);
    expect(await counted('larkspur')).toEqual([1]);
  });

  it('finds by telephone number and by birth date, as people type them', async () => {
    const { body } = await person.get('/api/clients?text=okapi');
    const [client] = (body as { clients: { birthDate: string; id: string }[] }).clients;
    const { phone } = (
      (await person.get(`/api/clients/${defined(client).id}`)).body as { client: { phone: string } }
    ).client;
    const [year, month, day] = defined(client).birthDate.split('-') as [string, string, string];
    for (const text of [
      phone,
      phone.replace(/\s/g, ''),
      defined(client).birthDate,
      `${day}/${month}/${year}`,
      `${Number(day)}.${Number(month)}.${year}`,
    ]) {
      expect(await found(text), text).toContain('Okapi-Lune');
    }
    expect(await found('(01632) 960-208')).toEqual(['Okapi-Lune']);
    expect(await found('01632 960 999')).toEqual([]);
  });

  it('takes % and _ for what they are', async () => {
    expect(await found('%')).toEqual([]);
    expect(await found('_')).toEqual([]);
  });

  it('refuses a page that is none', async () => {
    const { status, body } = await person.get('/api/clients?page=soon');
    expect(status).toBe(400);
    expect(body).toMatchObject({ fields: [{ field: 'page' }] });
  });
});

describe('a new client', () => {
  it('gets the next reference, and is found by plain letters', async () => {
    const id = crypto.randomUUID();
    const { status, body } = await person.post('/api/clients', { id, ...fields() });
    expect(status).toBe(201);
    expect(body).toMatchObject({ id, reference: 'TQ-0051', version: 1 });
    expect(await found('strasse odegard aelf')).toEqual(['Straße-Ødegård']);
  });

  it('is added once when sent twice', async () => {
    const id = crypto.randomUUID();
    const first = await person.post('/api/clients', { id, ...fields({ givenName: 'Twice' }) });
    const again = await person.post('/api/clients', { id, ...fields({ givenName: 'Twice' }) });
    expect(again.body).toEqual(first.body);
    expect(await found('twice')).toHaveLength(1);
  });

  it('is refused field by field, and nothing is written', async () => {
    const bad = fields({ birthDate: '1990-02-30', givenName: ' ', phone: 'call me' });
    const { status, body } = await person.post('/api/clients', { id: crypto.randomUUID(), ...bad });
    expect(status).toBe(400);
    expect((body as { fields: { field: string }[] }).fields.map(({ field }) => field)).toEqual([
      'givenName',
      'birthDate',
      'phone',
    ]);
    expect(await found('call me')).toEqual([]);
  });
});

describe('a day', () => {
  const inZone = async <T>(timeZone: string, work: () => Promise<T>): Promise<T> => {
    const { pool } = app.connection;
    const was = await pool.query<{ time_zone: string }>('select time_zone from clinics');
    await pool.query('update clinics set time_zone = $1', [timeZone]);
    try {
      return await work();
    } finally {
      await pool.query('update clinics set time_zone = $1', [defined(was.rows[0]).time_zone]);
    }
  };

  // Fourteen hours before UTC and twelve after it: for most of a day it is another day there.
  it.each(['Etc/GMT-14', 'Etc/GMT+12'])('of birth is not after today at the clinic: %s', (zone) =>
    inZone(zone, async () => {
      const today = clinicToday(zone);
      const id = crypto.randomUUID();
      const unborn = { ...fields({ givenName: 'Unborn', birthDate: addDays(today, 1) }) };
      const refused = [{ field: 'birthDate', problem: 'must not be after today' }];
      const added = await person.post('/api/clients', { id, ...unborn });
      expect(added).toMatchObject({ status: 400, body: { fields: refused } });
      expect((await person.get(`/api/clients/${id}`)).status).toBe(404);
      const born = { ...unborn, birthDate: today };
      expect((await person.post('/api/clients', { id, ...born })).status).toBe(201);
      const edited = await person.put(`/api/clients/${id}`, { version: 1, ...unborn });
      expect(edited).toMatchObject({ status: 400, body: { fields: refused } });
    }),
  );

  it('of a visit is the clinic’s where a consent ends', async () => {
    const { rows } = await app.connection.pool.query<{ id: string; client_id: string }>(
      `update visits v set starts_at = (s.valid_until || ' 12:00Z')::timestamptz
       from consents s, clients c
       where c.family_name = 'Marshwhistle' and c.id = v.client_id and s.client_id = c.id
         and v.starts_at > now() - interval '1 day' and v.cancelled_at is null
       returning v.id, v.client_id`,
    );
    const { id, client_id: clientId } = defined(rows[0]);
    const stage = async () => {
      const { body } = await person.get(`/api/clients/${clientId}`);
      return (body as ClientOpened).visits.find((visit) => visit.id === id)?.stage;
    };
    expect(await inZone('UTC', stage)).toBe('plan');
    // Two in the morning of the day after.
    expect(await inZone('Etc/GMT-14', stage)).toBe('ask');
  });
});

describe('editing', () => {
  it('over a version that is no longer the newest gives 409 with the newer one', async () => {
    const id = crypto.randomUUID();
    await person.post('/api/clients', { id, ...fields({ givenName: 'Meanwhile' }) });
    const other = await app.signedIn('caspian');
    const theirs = { version: 1, ...fields({ givenName: 'Meanwhile', note: 'theirs' }) };
    expect((await other.put(`/api/clients/${id}`, theirs)).status).toBe(200);
    const mine = { version: 1, ...fields({ givenName: 'Meanwhile', note: 'mine' }) };
    const late = await person.put(`/api/clients/${id}`, mine);
    expect(late.status).toBe(409);
    expect(late.body).toMatchObject({ current: { note: 'theirs', version: 2 } });
    const saved = await person.put(`/api/clients/${id}`, { ...mine, version: 2 });
    expect(saved.body).toMatchObject({ note: 'mine', version: 3 });
  });
});

describe('booking into a room that is none', () => {
  it('is refused, and nothing is booked', async () => {
    const { body: list } = await person.get('/api/clients?text=gullfeather');
    const [client] = (list as { clients: { id: string }[] }).clients;
    const opened = (await person.get(`/api/clients/${defined(client).id}`)).body as {
      areas: { id: string }[];
      visits: unknown[];
    };
    const me = (await person.get('/api/me')).body as { staff: { id: string } };
    const { status, body } = await person.post(`/api/clients/${defined(client).id}/visits`, {
      id: crypto.randomUUID(),
      areaId: defined(opened.areas[0]).id,
      roomId: crypto.randomUUID(),
      staffId: me.staff.id,
      startsAt: '2031-12-01T10:00:00Z',
    });
    expect(status).toBe(400);
    expect(body).toMatchObject({ title: 'This names something that does not exist' });
    const after = (await person.get(`/api/clients/${defined(client).id}`)).body as {
      visits: unknown[];
    };
    expect(after.visits).toHaveLength(opened.visits.length);
  });
});

describe('booking', () => {
  it('takes in several areas at once, and each of them only of this client', async () => {
    const { body: list } = await person.get('/api/clients?text=fiddlewood');
    const [client] = (list as { clients: { id: string }[] }).clients;
    const { areas } = (await person.get(`/api/clients/${defined(client).id}`)).body as {
      areas: { id: string; clientId: string }[];
    };
    const [first, second] = areas;
    const clinic = (await person.get('/api/clinic')).body as {
      rooms: { id: string }[];
      staff: { id: string }[];
    };
    const visit = {
      ...{ roomId: defined(clinic.rooms[0]).id, staffId: defined(clinic.staff[0]).id },
      startsAt: '2031-12-01T10:00:00Z',
    };
    const id = crypto.randomUUID();
    const both = { ...visit, id, areaId: defined(first).id, alsoAreaIds: [defined(second).id] };
    expect((await person.post(`/api/clients/${defined(first).clientId}/visits`, both)).status).toBe(
      201,
    );
    expect((await person.post(`/api/clients/${defined(first).clientId}/visits`, both)).status).toBe(
      201,
    );
    const opened = (await person.get(`/api/visits/${id}`)).body as { events: { body: object }[] };
    expect(opened.events.map(({ body }) => body)).toEqual([
      { kind: 'zoneAdded', areaId: defined(second).id, assessment: null },
    ]);
    const strange = { ...both, id: crypto.randomUUID(), alsoAreaIds: [crypto.randomUUID()] };
    const refused = await person.post(`/api/clients/${defined(first).clientId}/visits`, strange);
    expect(refused.body).toMatchObject({ fields: [{ field: 'alsoAreaIds.0' }] });
  });

  it('refuses another client’s area', async () => {
    const { body: list } = await person.get('/api/clients?text=candlewick');
    const { body: others } = await person.get('/api/clients?text=oxenstable');
    const [candlewick] = (list as { clients: { id: string }[] }).clients;
    const [oxenstable] = (others as { clients: { id: string }[] }).clients;
    const opened = (await person.get(`/api/clients/${defined(oxenstable).id}`)).body as {
      areas: { id: string }[];
    };
    const clinic = (await person.get('/api/clinic')).body as {
      rooms: { id: string }[];
      staff: { id: string }[];
    };
    const { status, body } = await person.post(`/api/clients/${defined(candlewick).id}/visits`, {
      id: crypto.randomUUID(),
      areaId: defined(opened.areas[0]).id,
      roomId: defined(clinic.rooms[0]).id,
      staffId: defined(clinic.staff[0]).id,
      startsAt: '2031-12-01T10:00:00Z',
    });
    expect(status).toBe(400);
    expect(body).toMatchObject({ fields: [{ field: 'areaId' }] });
  });
});

describe('what is kept of a client beside the name', () => {
  const more = {
    ...{ email: 'aelfwynn@example.org', contactBy: 'email', language: 'pl', doNotContact: false },
    guardian: { name: 'Godric Straße', relation: 'father', phone: '01632 960 998' },
    alert: 'Faints at needles: lies down first',
  };

  it('is given back as it was kept, and as if nobody had said it where it is left out', async () => {
    const id = v7();
    const added = await person.post('/api/clients', { id, ...fields(more) });
    expect(added.body).toMatchObject(more);
    const plain = await person.put(`/api/clients/${id}`, { version: 1, ...fields() });
    expect(plain.body).toMatchObject({
      ...{ email: '', contactBy: null, language: null, doNotContact: false, guardian: null },
      alert: '',
    });
  });

  it.each([
    [{ email: 'nowhere' }, 'email', 'must be an address such as name@example.org'],
    [{ language: 'polish-ish-x' }, 'language', 'must be the code of a language, such as pl'],
    [{ guardian: { name: '', relation: '', phone: '' } }, 'guardian.name', 'must not be empty'],
  ])('is refused where it cannot be: %o', async (wrong, field, problem) => {
    const { status, body } = await person.post('/api/clients', { id: v7(), ...fields(wrong) });
    expect(status).toBe(400);
    expect((body as { fields: object[] }).fields).toEqual([{ field, problem }]);
  });
});

describe('who may be here already', () => {
  const alike = async (asked: Record<string, string>) => {
    const { body } = await person.get(
      `/api/clients/alike?${new URLSearchParams(asked).toString()}`,
    );
    return (body as { familyName: string; alike: string[] }[]).map((each) => [
      each.familyName,
      each.alike,
    ]);
  };

  it('is found by a slip in the name and the same day of birth, or the same telephone', async () => {
    const { body } = await person.get('/api/clients?text=okapi');
    const [client] = (body as { clients: { birthDate: string; id: string }[] }).clients;
    const { birthDate, id } = defined(client);
    const asked = { givenName: 'Zephirine', familyName: 'Okapi Lune', birthDate };
    expect(await alike(asked)).toEqual([['Okapi-Lune', ['closeName', 'sameBirthDate']]]);
    expect(await alike({ birthDate, phone: '+44 1632 960208' })).toEqual([
      ['Okapi-Lune', ['sameBirthDate', 'samePhone']],
    ]);
    expect(await alike({ ...asked, except: id })).toEqual([]);
    expect(await alike({ familyName: 'Okapi-Lune', givenName: 'Zéphyrine' })).toEqual([]);
    expect(await alike({})).toEqual([]);
  });
});
