import type { ClientOpened, ClientPage } from '@tidy-quill/contract/clients';
import type { ConsentToRead } from '@tidy-quill/contract/consent';
import type { TreatmentPlanNow } from '@tidy-quill/contract/course-of-area';
import { courseStanding } from '@tidy-quill/core/course';
import { defined } from '@tidy-quill/core/units';
import { extractText, getDocumentProxy } from 'unpdf';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let person: Person;

beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
});
afterAll(() => app.close());

const opened = async (name: string): Promise<ClientOpened> => {
  const page = (await person.get(`/api/clients?text=${name}`)).body as ClientPage;
  return (await person.get(`/api/clients/${defined(page.clients[0]).id}`)).body as ClientOpened;
};
const hairOf = async (name: string) => {
  const { client, areas, visits, courseNotes } = await opened(name);
  const area = defined(areas.find(({ job }) => job === 'hair'));
  return { client, area, visits, courseNotes, path: `/api/clients/${client.id}` };
};
const step = async (name: string, body: object) => {
  const { path, area } = await hairOf(name);
  return person.post(`${path}/course-steps`, { id: v7(), areaId: area.id, ...body });
};
const book = async (name: string) => {
  const { path, area, visits } = await hairOf(name);
  const { rows } = await app.connection.pool.query<{ room_id: string; staff_id: string }>(
    'select room_id, staff_id from visits where id = $1',
    [defined(visits[0]).id],
  );
  const { room_id: roomId, staff_id: staffId } = defined(rows[0]);
  return person.post(`${path}/visits`, {
    ...{ id: v7(), areaId: area.id, roomId, staffId, startsAt: '2031-03-03T10:00:00.000Z' },
  });
};

describe('a course that is paused or stopped', () => {
  it('takes no booking until it is reopened, each with its reason on the record', async () => {
    const name = 'Quickthorn';
    expect((await step(name, { step: 'paused', reason: 'Hormones looked into.' })).status).toBe(
      201,
    );
    const { status, body } = await book(name);
    expect(status).toBe(422);
    expect(body).toMatchObject({
      title: 'The course of this area is paused',
      detail: expect.stringMatching(/^Hormones looked into\. Reopen it/),
    });
    expect((await step(name, { step: 'paused', reason: 'Twice' })).body).toMatchObject({
      detail: 'courseIsPaused',
    });
    expect((await step(name, { step: 'reopened', reason: 'All clear.' })).status).toBe(201);
    expect((await book(name)).status).toBe(201);
    const { courseNotes, client } = await hairOf(name);
    expect(courseNotes).toMatchObject([
      { kind: 'paused', reason: 'Hormones looked into.' },
      { kind: 'reopened', reason: 'All clear.' },
    ]);
    const exported = (await person.get(`/api/clients/${client.id}/record.json`)).body;
    expect(exported).toMatchObject({ courseNotes });
    const { rows } = await app.connection.pool.query<{ n: number }>(
      `select count(*)::int as n from audit_entries where kind = 'courseNoted' and client_id = $1`,
      [client.id],
    );
    expect(defined(rows[0]).n).toBe(2);
  });

  it('is kept once, however often it is sent, and asks for a reason', async () => {
    const { path, area } = await hairOf('Candlewick');
    const once = { id: v7(), areaId: area.id, step: 'stopped', reason: 'The client asked for it.' };
    expect((await person.post(`${path}/course-steps`, once)).status).toBe(201);
    expect((await person.post(`${path}/course-steps`, once)).status).toBe(201);
    expect((await hairOf('Candlewick')).courseNotes).toHaveLength(1);
    const bare = await person.post(`${path}/course-steps`, { ...once, id: v7(), reason: ' ' });
    expect(bare.body).toMatchObject({ fields: [{ field: 'reason' }] });
  });

  it('is of an area of that client', async () => {
    const { path } = await hairOf('Candlewick');
    const { area } = await hairOf('Quickthorn');
    const other = { id: v7(), areaId: area.id, step: 'paused', reason: 'x' };
    expect((await person.post(`${path}/course-steps`, other)).status).toBe(404);
  });

  it('is in the demo for hair that turned white, of which no visit is offered', async () => {
    const { courseNotes, path, area } = await hairOf('Emberlight');
    expect(courseStanding(courseNotes)).toMatchObject({
      state: 'stopped',
      reason: 'What is left is white: it does not respond.',
    });
    const { plan } = (await person.get(`${path}/treatment-plan?areaId=${area.id}`))
      .body as TreatmentPlanNow;
    expect(plan).toMatchObject({ made: 6, more: { few: 0, likely: 0, many: 0 }, days: [] });
  });
});

describe('a treatment plan', () => {
  const paper = async (name: string) => {
    const { path, area } = await hairOf(name);
    const file = await person.bytes(`${path}/treatment-plan.pdf?areaId=${area.id}`);
    const document = await getDocumentProxy(new Uint8Array(file));
    const { text } = await extractText(document, { mergePages: true });
    return { pages: document.numPages, text: text.replace(/\s+/g, ' ') };
  };

  it('says on one page how many visits, how long and how far apart, one number of each', async () => {
    const { pages, text } = await paper('Candlewick');
    expect(pages).toBe(1);
    expect(text).toContain('So far: 2 visits.');
    expect(text).toMatch(
      /more visits until less than a fifth .* about 6 weeks apart, about \d+ minutes each/,
    );
    // One number of visits on the page: what a new client would be told is no longer hers.
    expect(text.match(/\d visits|\d more visits/g)).toEqual([
      '2 visits',
      expect.stringMatching('more visits'),
    ]);
    expect(text).not.toContain('Since the plan of');
  });

  it('counts no visits that lead nowhere, and offers none to hair without pigment', async () => {
    const thin = (await paper('Marshwhistle')).text;
    expect(thin).toContain('No number of visits is expected to bring this hair under a fifth');
    // The one visit that is named is the one that is booked.
    expect(thin.match(/• from|, as booked/g)).toEqual([', as booked']);
    const grey = (await paper('Saltmeadow')).text;
    expect(grey).toContain('No further visit is offered');
    expect(grey).toMatch(/For grey, .* it has no pigment that light can reach/);
    expect(grey).not.toContain('Days that would fit');
  });

  it('is before the first look what the site alone tells, its length not yet known', async () => {
    const { text } = await paper('Oxenstable');
    expect(text).toMatch(
      /Expect (\d+–\d+|at least \d+) visits until less than a fifth of the hair/,
    );
    expect(text).toContain('their length worked out at the first one. This is an estimate');
    expect(text).not.toContain('So far');
  });

  it('is kept as it was given, and says what has changed since', async () => {
    const { path, area } = await hairOf('Marshwhistle');
    const given = { id: v7(), areaId: area.id };
    for (let times = 0; times < 2; times++) {
      expect((await person.post(`${path}/treatment-plans`, given)).status).toBe(201);
    }
    const { courseNotes } = await hairOf('Marshwhistle');
    expect(courseNotes).toMatchObject([{ kind: 'planGiven', plan: { made: 5, intervalWeeks: 4 } }]);
    expect((await paper('Marshwhistle')).text).toContain('Nothing has changed.');
    // As if it had been given two visits ago, at another interval.
    const { plan } = courseNotes[0] as Extract<(typeof courseNotes)[0], { kind: 'planGiven' }>;
    await app.connection.pool.query(
      `insert into course_notes (clinic_id, id, client_id, area_id, staff_id, kind, plan)
       select clinic_id, $1, client_id, area_id, staff_id, kind, $2 from course_notes where id = $3`,
      [v7(), JSON.stringify({ ...plan, made: 3, intervalWeeks: 6 }), given.id],
    );
    const { changes } = (await person.get(`${path}/treatment-plan?areaId=${area.id}`))
      .body as TreatmentPlanNow;
    expect(changes).toEqual(
      expect.arrayContaining([
        { kind: 'visitsMade', count: 2 },
        { kind: 'interval', then: 6, now: 4 },
      ]),
    );
    const { text } = await paper('Marshwhistle');
    expect(text).toContain('2 visits made.');
    expect(text).toContain('4 weeks apart instead of 6.');
  });

  it('is there for hair of this client alone', async () => {
    const { path } = await hairOf('Marshwhistle');
    const { client, areas } = await opened('Larkspur');
    const ink = defined(areas[0]).id;
    const status = async (of: string, areaId: string) =>
      (await person.get(`${of}/treatment-plan.pdf?areaId=${areaId}`)).status;
    expect(await status(`/api/clients/${client.id}`, ink)).toBe(422);
    expect(await status(path, ink)).toBe(404);
    expect(await status(path, v7())).toBe(404);
    expect(await status(path, 'none')).toBe(400);
  });
});

describe('what is read before signing', () => {
  const expectations = async (name: string) => {
    const { path, area } = await hairOf(name);
    const asked = await person.get(`${path}/consent-to-read?areaId=${area.id}&kind=hair`);
    return defined((asked.body as ConsentToRead).expectations).join(' ');
  };

  it('speaks of the hair and skin that were found, or says that they are looked at first', async () => {
    expect(await expectations('Penhallurick')).toContain(
      'For dark brown, medium hair on skin of type III: expect',
    );
    expect(await expectations('Oxenstable')).toContain('which are looked at first');
    expect(await expectations('Emberlight')).toContain('it has no pigment that light can reach');
  });
});
