import type { Day } from '@tidy-quill/contract/today';
import type { TrialListed, TrialOpened, TrialShown } from '@tidy-quill/contract/trials';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { QUESTION_IDS } from '@tidy-quill/core/suitability';
import { allocations } from '@tidy-quill/core/trial';
import { defined } from '@tidy-quill/core/units';
import { createHash } from 'node:crypto';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';
import { drawsOf } from './seed';

let app: Application;
let technician: Person;
let supervisor: Person;
let visit: VisitOpened;
const id = v7();
const [left, right] = [v7(), v7()];
const signature = { kind: 'typed', name: 'A Client' } as const;
const arm = (technique: string) => ({ name: technique, handpieceId: null, technique });
const design = {
  ...{ title: 'Gliding or stamping', question: 'Which hurts less?', settings: 'asPlanned' },
  arms: { a: arm('inMotion'), b: arm('stamping') },
  ...{ sites: ['lowerLeg'], visits: 1, outcome: 'pain', decidedAt: 1, clients: 12 },
  ...{
    difference: 1,
    deviation: 1.5,
    information: 'Each leg is treated in one way, drawn by lot.',
  },
} as const;

beforeAll(async () => {
  app = await startApplication();
  technician = await app.signedIn('idony');
  supervisor = await app.signedIn('caspian');
  const { visits } = (await technician.get('/api/today')).body as Day;
  const booked = defined(visits.find(({ client }) => client.name.includes('Oxenstable')));
  visit = await opened(booked.id);
  for (const [areaId, side] of [
    [left, 'left'],
    [right, 'right'],
  ]) {
    const area = { id: areaId, site: 'lowerLeg', side, areaCm2: 400 };
    const { status } = await technician.post(`/api/clients/${visit.client.id}/areas`, area);
    expect(status).toBe(201);
  }
});
afterAll(() => app.close());

const opened = async (visitId: string) =>
  (await technician.get(`/api/visits/${visitId}`)).body as VisitOpened;
const trial = async (person = technician) =>
  (await person.get(`/api/trials/${id}`)).body as TrialOpened;
const post = (person: Person, path: string, body: object = {}) =>
  person.post(`/api/trials/${id}/${path}`, body);
const event = (body: object, areaId?: string) => ({
  ...{ id: v7(), at: new Date().toISOString(), areaId, body },
});
const append = (...events: object[]) =>
  technician.post(`/api/visits/${visit.visit.id}/events`, events);
const accept = (areaId: string, technique: string) =>
  technician.post(`/api/visits/${visit.visit.id}/plan`, {
    ...{ id: v7(), at: new Date().toISOString(), areaId },
    setting: {
      ...{ handpieceId: 'diode-810-plate', technique, spot: { widthMm: 12, heightMm: 12 } },
      ...{ pulseMs: 60, fluenceJcm2: 12, rateHz: 1, passes: 1 },
    },
  });
const enrol = (more: object = {}) =>
  post(technician, 'participants', {
    ...{ id: v7(), clientId: visit.client.id, leftAreaId: left, rightAreaId: right, signature },
    ...more,
  });
const drawSides = () =>
  post(technician, 'draws', { id: v7(), clientId: visit.client.id, visitId: visit.visit.id });

describe('a trial', () => {
  it('is drafted by a supervisor, and refused where it makes no sense', async () => {
    expect((await technician.post('/api/trials', { id, design })).status).toBe(403);
    const alike = { ...design, arms: { a: design.arms.a, b: design.arms.a } };
    const nonsense = await supervisor.post('/api/trials', { id, design: alike });
    expect(nonsense).toMatchObject({ status: 400 });
    expect(JSON.stringify(nonsense.body)).toContain('design.arms');
    expect((await supervisor.post('/api/trials', { id, design })).status).toBe(201);
    expect((await supervisor.post('/api/trials', { id, design })).status).toBe(201);
    const listed = (await technician.get('/api/trials')).body as TrialListed[];
    expect(listed.filter((each) => each.id === id)).toMatchObject([{ state: 'draft' }]);
  });

  it('changes as a draft alone, and not over somebody else’s change', async () => {
    const title = 'Gliding or stamping on legs';
    const set = (version: number) =>
      supervisor.put(`/api/trials/${id}`, { version, design: { ...design, title } });
    expect((await set(0)).status).toBe(204);
    expect((await set(0)).status).toBe(409);
    expect((await enrol()).status).toBe(422);
    expect((await post(supervisor, 'fix')).status).toBe(204);
    expect((await set(1)).status).toBe(422);
    await expect(
      app.connection.pool.query(`update trials set seed = 'x' where id = $1`, [id]),
    ).rejects.toThrow('does not change');
  });

  it('takes a client in who has signed, with a pair of its sites, once', async () => {
    expect((await enrol({ rightAreaId: left })).status).toBe(422);
    expect((await enrol({ rightAreaId: v7() })).status).toBe(404);
    expect((await enrol({ signature: { kind: 'typed', name: '' } })).status).toBe(400);
    expect((await enrol()).status).toBe(201);
    expect((await enrol()).status).toBe(422);
    expect((await trial()).participants).toMatchObject([{ code: 'P01', drawn: null, left: null }]);
  });

  it('draws no sides before both are zones of the visit of that day', async () => {
    expect((await drawSides()).body).toMatchObject({ title: expect.stringContaining('zones') });
    const no = Object.fromEntries(QUESTION_IDS.map((each) => [each, { yes: false }]));
    const asked = { answers: no, medicines: [], on: visit.today, aheadId: null };
    expect((await append(event({ kind: 'answersGiven', ...asked }))).status).toBe(200);
    for (const areaId of [left, right]) {
      expect((await append(event({ kind: 'zoneAdded', areaId }))).status).toBe(200);
      const findings = {
        skin: { type: 2, tan: 'none', freckled: false, measuredFraction: null },
        hair: { colour: 'black', calibre: 'coarse', density: 'medium' },
        areaCm2: 400,
      };
      expect((await append(event({ kind: 'findingsRecorded', findings }, areaId))).status).toBe(
        200,
      );
    }
    expect((await accept(left, 'stamping')).body).toMatchObject({
      title: 'The sides of the trial have not been drawn',
    });
    expect((await drawSides()).status).toBe(201);
    expect((await drawSides()).status).toBe(201);
    const [participant] = (await trial()).participants;
    expect(defined(defined(participant).drawn).left).not.toBe(
      defined(defined(participant).drawn).right,
    );
  });

  it('lets each side be planned its own way alone, until a deviation is recorded', async () => {
    const { drawn } = defined((await opened(visit.visit.id)).trial);
    const stamped = defined(drawn).left === 'b' ? left : right;
    const other = stamped === left ? right : left;
    expect((await accept(stamped, 'stamping')).status).toBe(200);
    const refused = await accept(other, 'stamping');
    expect(refused).toMatchObject({ status: 422, body: { title: 'This is the other side’s way' } });
    const side = other === left ? 'left' : 'right';
    const deviation = { kind: 'deviated', id: v7(), clientId: visit.client.id, side };
    const noted = { ...deviation, visitId: visit.visit.id, reason: 'Gliding head out of service' };
    expect((await post(technician, 'notes', { ...noted, reason: '' })).status).toBe(400);
    expect((await post(technician, 'notes', noted)).status).toBe(201);
    expect((await accept(other, 'stamping')).status).toBe(200);
    expect((await trial()).participants).toMatchObject([{ deviations: [{ side }] }]);
  });

  it('shows nothing before a look is recorded, and counts looks', async () => {
    for (const path of ['results', 'report.pdf', 'data.csv', 'data.json']) {
      expect((await supervisor.get(`/api/trials/${id}/${path}`)).status, path).toBe(422);
    }
    expect((await post(technician, 'looks', { id: v7(), note: '' })).status).toBe(403);
    const { body } = await post(supervisor, 'looks', { id: v7(), note: 'Half way' });
    expect((body as TrialShown).outcomes[0]).toMatchObject({ outcome: 'pain', decides: true });
    expect((await trial()).looks).toMatchObject([{ pairs: 0, note: 'Half way' }]);
  });

  it('keeps counts of whoever has not treated, and of no picture that is not there', async () => {
    const by = { how: 'secondPerson', clientId: visit.client.id, side: 'left', month: 0 };
    expect((await post(technician, 'counts', { ...by, id: v7(), perCm2: 22 })).status).toBe(201);
    const picture = { how: 'picture', id: v7(), key: 'guessed', perCm2: 22 };
    expect((await post(technician, 'counts', picture)).status).toBe(404);
    expect((await trial()).participants).toMatchObject([{ counted: [{ month: 0, side: 'left' }] }]);
  });

  it('tells its seed to nobody before it is closed, and lets anybody draw again after', async () => {
    const { rows } = await app.connection.pool.query<{ seed: string }>(
      'select seed from trials where id = $1',
      [id],
    );
    const { seed } = defined(rows[0]);
    const said = async () => {
      const paths = [`/api/trials/${id}`, '/api/trials', `/api/visits/${visit.visit.id}`];
      const answers = await Promise.all(
        [...paths, '/api/audit', `/api/trials/${id}/to-count`].map((path) => supervisor.get(path)),
      );
      return answers.some(({ body }) => JSON.stringify(body).includes(seed));
    };
    expect(await said()).toBe(false);
    expect((await post(technician, 'close', { reason: 'Enough' })).status).toBe(403);
    expect((await post(supervisor, 'close', { reason: 'Enough' })).status).toBe(204);
    const { closed, fixed, participants } = await trial();
    expect(defined(closed).seed).toBe(seed);
    expect(defined(fixed).seedHash).toBe(createHash('sha256').update(seed).digest('hex'));
    const [drawn] = allocations(drawsOf(seed, 'sides'), 1);
    expect(defined(participants[0]).drawn).toMatchObject(defined(drawn));
    expect(
      (
        await post(technician, 'notes', {
          kind: 'left',
          id: v7(),
          clientId: visit.client.id,
          reason: 'x',
        })
      ).status,
    ).toBe(422);
  });

  it('is given out with its dictionary, persons by code alone', async () => {
    const json = (await supervisor.get(`/api/trials/${id}/data.json`)).body as {
      dictionary: object;
      rows: object[];
      seed: string;
    };
    expect(Object.keys(defined(json.rows[0])).sort()).toEqual(Object.keys(json.dictionary).sort());
    const csv = (await supervisor.bytes(`/api/trials/${id}/data.csv`)).toString();
    expect(csv.split('\r\n')[0]).toBe(Object.keys(json.dictionary).join(','));
    const { name } = defined((await trial()).participants[0]).client;
    expect(`${csv}${JSON.stringify(json)}`).not.toContain(name);
    const pdf = await supervisor.bytes(`/api/trials/${id}/report.pdf`);
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  });
});
