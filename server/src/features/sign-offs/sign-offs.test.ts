import type { Times } from '@tidy-quill/contract/calendar';
import type { SignOffs } from '@tidy-quill/contract/sign-offs';
import type { EventsKept } from '@tidy-quill/contract/visit';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import type { Skill } from '@tidy-quill/core/access';
import type { BodyOf } from '@tidy-quill/core/events';
import { SITES, type SiteId } from '@tidy-quill/core/sites';
import { QUESTION_IDS } from '@tidy-quill/core/suitability';
import { addDays, defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import { DEMO_PASSWORD } from '../../db/demo/people';
import type { Person } from '../../testing/application';
import { startDesk } from '../../testing/desk';

const { app, person, of } = await startDesk();
let owner: Person;
let caspian: Person;
let today: string;
let idony: string;
beforeAll(async () => {
  owner = await app.signedIn('morwenna');
  caspian = await app.signedIn('caspian');
  idony = await idOf(person);
  // What the demo signed is taken back: each test says itself what holds.
  const all = (await kept()).signOffs.flatMap(({ skills }) => skills);
  if (all.length > 0) await sign([...new Set(all)], { withdrawn: true });
});

const idOf = async (who: Person) =>
  ((await who.get('/api/me')).body as { staff: { id: string } }).staff.id;
const kept = async () => (await person.get('/api/sign-offs')).body as SignOffs;
const rule = (to: SignOffs['rule'], asked: readonly Skill[]) =>
  owner.put('/api/clinic/sign-off-rule', { rule: to, asked });
const sign = (skills: readonly Skill[], more: object = {}, staffId = idony, who = caspian) =>
  who.post(`/api/clinic/staff/${staffId}/sign-offs`, {
    ...{ id: v7(), skills, from: '2026-01-01', until: null, withdrawn: false, note: '' },
    ...more,
  });

const visit = () => of('Oxenstable');
const event = (body: object) => ({ id: v7(), at: new Date().toISOString(), body });
const plan = async () => {
  const { status, body } = await person.post(`/api/visits/${visit().id}/plan`, {
    ...{ id: v7(), at: new Date().toISOString() },
    setting: {
      ...{ handpieceId: 'diode-810-plate', technique: 'stamping', fluenceJcm2: 10 },
      ...{ spot: { widthMm: 12, heightMm: 12 }, pulseMs: 30, rateHz: 1.5, passes: 1 },
    },
  });
  return { status, body: body as { detail?: string } & EventsKept };
};
const approve = (more: object, who = person) =>
  who.post(`/api/visits/${visit().id}/approvals`, {
    ...{ id: v7(), about: 'signOff', technique: 'stamping', reason: 'I stand beside' },
    ...more,
  });
const by = (name: string) => ({ supervisor: { name, password: DEMO_PASSWORD } });

describe('a sign-off', () => {
  it('is given by a supervisor, to others, for some days, and read by all', async () => {
    const until = '2027-05-31';
    expect((await sign(['face'], { until, note: 'Ten cells' })).status).toBe(201);
    expect((await kept()).signOffs.at(-1)).toMatchObject({
      ...{ staffId: idony, skills: ['face'], from: '2026-01-01', until, withdrawn: false },
      ...{ note: 'Ten cells', by: 'Caspian Thorngate' },
    });
    expect((await sign(['face'], {}, idony, owner)).status).toBe(403);
    expect((await sign(['face'], {}, idony, person)).status).toBe(403);
    expect(await sign(['face'], {}, await idOf(caspian))).toMatchObject({
      ...{ status: 422, body: { detail: 'ownSignOff' } },
    });
    expect((await sign(['face'], {}, v7())).status).toBe(404);
    expect(await sign(['face'], { until: '2025-12-31' })).toMatchObject({
      ...{
        status: 400,
        body: { fields: [{ field: 'until', problem: 'must not lie before the start' }] },
      },
    });
  });

  it('is one however often it is sent, and never changed', async () => {
    const id = v7();
    await sign(['trunk'], { id });
    await sign(['trunk'], { id });
    expect((await kept()).signOffs.filter((each) => each.id === id)).toHaveLength(1);
    await expect(app.connection.pool.query('delete from sign_offs')).rejects.toThrow(/append-only/);
  });
});

describe('a plan', () => {
  beforeAll(async () => {
    const opened = (await person.get(`/api/visits/${visit().id}`)).body as VisitOpened;
    today = opened.today;
    const answers = Object.fromEntries(QUESTION_IDS.map((id) => [id, { yes: false }]));
    await person.post(`/api/visits/${visit().id}/events`, [
      event({ kind: 'answersGiven', answers, medicines: [], on: today, aheadId: null }),
      event({
        kind: 'findingsRecorded',
        findings: {
          skin: { type: 2, tan: 'none', freckled: false, measuredFraction: 0.016 },
          hair: { colour: 'black', calibre: 'coarse', density: 'dense' },
          areaCm2: 950,
        },
      }),
    ]);
  });

  it('waits for a supervisor’s approval where the clinic asks for one', async () => {
    await rule('approve', ['stamping']);
    expect(await plan()).toMatchObject({ status: 422, body: { detail: 'signOffFirst' } });
    // An owner sets the rule, but does not stand in for the supervisor.
    expect((await approve(by('morwenna'))).status).toBe(403);
    expect((await approve({}, owner)).status).toBe(403);
    expect((await approve(by('caspian'))).status).toBe(200);
    const { status, body } = await plan();
    expect(status).toBe(200);
    expect(body.events.at(-1)?.body).toMatchObject({ plan: { notSignedOff: ['stamping'] } });
  });

  it('has nothing to approve once it is signed off', async () => {
    await sign(['stamping']);
    expect(await approve(by('caspian'))).toMatchObject({
      ...{ status: 422, body: { detail: 'noSignOffNeeded' } },
    });
    const { body } = await plan();
    expect(body.events.at(-1)?.body).not.toHaveProperty('plan.notSignedOff');
  });

  it('goes on and says so where the clinic only says it, once a sign-off ended', async () => {
    await sign(['stamping'], { until: addDays(today, -1) });
    await rule('say', ['stamping', 'limb']);
    const { status, body } = await plan();
    expect(status).toBe(200);
    const told = defined(body.events.at(-1)).body as BodyOf<'planAccepted'>;
    expect(told.plan.notSignedOff).toContain('stamping');
  });
});

describe('a time that is sought', () => {
  const times = async (params = '') => {
    const { areaId, client } = visit();
    const url = `/api/clients/${client.id}/times?areaIds=${areaId}${params}`;
    return (await person.get(url)).body as Times;
  };

  it('is with whoever is signed off, and names who is not', async () => {
    const tobiah = await idOf(await app.signedIn('tobiah'));
    await sign(['stamping', 'inMotion', 'longPulse1064', 'subMs1064', 'suction']);
    await rule('approve', ['ink']);
    expect((await times()).leftOut).toEqual([]);
    const { part } = SITES[visit().site as SiteId];
    await rule('approve', [part]);
    await sign([part]);
    await sign([part], { withdrawn: true }, tobiah);
    const { times: found, leftOut } = await times();
    expect(found.length).toBeGreaterThan(0);
    expect(new Set(found.map(({ staffId }) => staffId))).toEqual(new Set([idony]));
    expect(leftOut).toEqual([{ staffId: tobiah, skills: [[part]] }]);
    // By name they are offered all the same: a supervisor may approve.
    expect((await times(`&staffId=${tobiah}`)).times.length).toBeGreaterThan(0);
  });
});
