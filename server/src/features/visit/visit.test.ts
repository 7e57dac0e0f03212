import type { EventsKept } from '@tidy-quill/contract/visit';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import type { Day } from '@tidy-quill/contract/today';
import { QUESTION_IDS } from '@tidy-quill/core/suitability';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { DEMO_PASSWORD } from '../../db/demo/people';
import { signTreatment } from '../../testing/consent';
import { readyEvents } from '../../testing/ready';
import { spotEvents } from '../../testing/spots';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let person: Person;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
});
afterAll(() => app.close());

const visitOf = async (name: string): Promise<string> => {
  const { visits } = (await person.get('/api/today')).body as Day;
  return defined(visits.find((visit) => visit.client.name.includes(name))).id;
};

const opened = async (id: string) => (await person.get(`/api/visits/${id}`)).body as VisitOpened;

const now = () => new Date().toISOString();
const event = (body: object, id = v7()) => ({ id, at: now(), body });
const append = (id: string, ...events: object[]) => person.post(`/api/visits/${id}/events`, events);

const allNo = Object.fromEntries(QUESTION_IDS.map((id) => [id, { yes: false }]));
const asked = (today: string, yes: object = {}) =>
  event({
    kind: 'answersGiven',
    answers: { ...allNo, ...yes },
    medicines: [],
    on: today,
    aheadId: null,
  });
const looked = (type: number) =>
  event({
    kind: 'findingsRecorded',
    findings: {
      skin: { type, tan: 'none', freckled: false, measuredFraction: 0.016 },
      hair: { colour: 'black', calibre: 'coarse', density: 'dense' },
      areaCm2: 950,
    },
  });

const setting = (fluenceJcm2: number) => ({
  handpieceId: 'diode-810-plate',
  technique: 'stamping',
  spot: { widthMm: 12, heightMm: 12 },
  pulseMs: 30,
  fluenceJcm2,
  rateHz: 1.5,
  passes: 1,
});

describe('events', () => {
  it('are kept once, however often they are sent', async () => {
    const id = await visitOf('Oxenstable');
    const { today } = await opened(id);
    const answers = asked(today);
    expect((await append(id, answers)).status).toBe(200);
    expect((await append(id, answers)).status).toBe(200);
    expect((await opened(id)).events.map((each) => each.id)).toEqual([answers.id]);
  });

  it('are all refused when one cannot be taken', async () => {
    const id = await visitOf('Thistlewaite');
    const { today } = await opened(id);
    const bad = event({ kind: 'painScored', score: 11 });
    const { status, body } = await append(id, asked(today), bad);
    expect(status).toBe(400);
    expect(body).toMatchObject({
      fields: [{ field: '1.body.score', problem: 'must be 10 or less' }],
    });
    expect((await opened(id)).events).toEqual([]);
  });

  it('that do not fit the visit as it stands are refused with the rule', async () => {
    const id = await visitOf('Thistlewaite');
    const { status, body } = await append(id, event({ kind: 'treatmentStarted' }));
    expect(status).toBe(422);
    expect(body).toMatchObject({ detail: 'planFirst' });
  });

  it('are never changed or taken out, not even in the database', async () => {
    const { pool } = app.connection;
    await expect(pool.query('delete from visit_events')).rejects.toThrow(/append-only/);
    await expect(pool.query("update visit_events set kind = 'x'")).rejects.toThrow(/append-only/);
    await expect(pool.query('truncate visit_events')).rejects.toThrow(/append-only/);
    await expect(pool.query("update catalogue_versions set content = '[]'")).rejects.toThrow(
      /never changed/,
    );
  });

  it('say who recorded them as the server knows it', async () => {
    const id = await visitOf('Oxenstable');
    const me = (await person.get('/api/me')).body as { staff: { id: string } };
    const [first] = (await opened(id)).events;
    expect(defined(first).staffId).toBe(me.staff.id);
  });
});

describe('a plan', () => {
  it('is judged on the server: above the limit it is refused, within it is kept whole', async () => {
    const id = await visitOf('Oxenstable');
    await append(id, looked(2));
    const above = await person.post(`/api/visits/${id}/plan`, {
      id: v7(),
      at: now(),
      setting: setting(35),
    });
    expect(above.status).toBe(422);
    expect(above.body).toMatchObject({ detail: 'aboveLimit' });
    const { after } = await opened(id);
    const within = await person.post(`/api/visits/${id}/plan?after=${after}`, {
      id: v7(),
      at: now(),
      setting: setting(18),
    });
    expect(within.status).toBe(200);
    // Of what was kept before, nothing is answered again.
    expect(within.body).toMatchObject({ events: [{ body: { kind: 'planAccepted' } }] });
    const { events, catalogue } = await opened(id);
    expect(defined(events.at(-1)).body).toMatchObject({
      kind: 'planAccepted',
      plan: {
        setting: setting(18),
        subject: { site: 'upperBack', areaCm2: 950, history: [] },
        // 41 J/cm² at 30 ms on type II, measured: × 0.70 is 28; at a chance of harm of 2 % × 0.60.
        upperJcm2: 24,
        wavelengthNm: 810,
        expectedPulses: 660,
        protocolVersionId: catalogue.protocolVersionId,
      },
    });
  });

  it('cannot be slipped in among other events', async () => {
    const id = await visitOf('Oxenstable');
    const { events } = await opened(id);
    const forged = event({ ...defined(events.at(-1)).body });
    const { status, body } = await append(id, forged);
    expect(status).toBe(400);
    expect(body).toMatchObject({ fields: [{ field: '0.body.kind' }] });
  });

  it('lets the setting change within its limits only', async () => {
    const id = await visitOf('Oxenstable');
    const start = await append(id, event({ kind: 'treatmentStarted' }));
    expect(start.body).toMatchObject({ detail: 'noConsent' });
    await signTreatment(person, await opened(id));
    const untested = await append(id, event({ kind: 'treatmentStarted' }));
    expect(untested.body).toMatchObject({ detail: 'testSpotFirst' });
    await append(id, ...spotEvents(setting(18), ['perifollicularOedema']));
    await append(id, ...readyEvents(setting(18), 810));
    expect((await append(id, event({ kind: 'treatmentStarted' }))).status).toBe(200);
    const change = (fluence: number) =>
      append(
        id,
        event({ kind: 'settingChanged', setting: setting(fluence), reason: 'No endpoint seen' }),
      );
    expect((await change(19)).status).toBe(200);
    expect((await change(35)).status).toBe(422);
  });
});

describe('a stop', () => {
  const override = (id: string, supervisorName: string, password = DEMO_PASSWORD) =>
    person.post(`/api/visits/${id}/approvals`, {
      id: v7(),
      about: 'stop',
      supervisor: { name: supervisorName, password: password },
      reason: 'Stopped the tablets on advice',
    });

  it('is set aside by a supervisor’s own word only', async () => {
    const id = await visitOf('Bristlecombe');
    expect((await override(id, 'idony')).status).toBe(403);
    expect((await override(id, 'caspian', 'guess')).status).toBe(403);
    const { status, body } = await override(id, 'caspian');
    expect(status).toBe(200);
    expect(defined((body as EventsKept).events.at(-1)).body).toMatchObject({
      kind: 'stopOverridden',
      rules: ['photosensitiser'],
      reason: 'Stopped the tablets on advice',
    });
  });

  it('is overridden by whoever is signed in only where that is a supervisor', async () => {
    const id = await visitOf('Sparrowdale');
    const { today } = await opened(id);
    await append(id, asked(today, { epilepsy: { yes: true } }));
    const unnamed = () => ({ id: v7(), about: 'stop', reason: 'Stopped the tablets on advice' });
    expect((await person.post(`/api/visits/${id}/approvals`, unnamed())).status).toBe(403);
    const supervisor = await app.signedIn('caspian');
    const { status, body } = await supervisor.post(`/api/visits/${id}/approvals`, unnamed());
    expect(status).toBe(200);
    expect(defined((body as EventsKept).events.at(-1)).body).toMatchObject({
      kind: 'stopOverridden',
    });
  });

  it('that is never set aside stays', async () => {
    const id = await visitOf('Candlewick');
    const { today } = await opened(id);
    await append(id, asked(today, { pregnant: { yes: true } }));
    const { status, body } = await override(id, 'caspian');
    expect(status).toBe(422);
    expect(body).toMatchObject({ detail: 'neverOverridden' });
  });

  it('names the answer that makes no sense', async () => {
    const id = await visitOf('Candlewick');
    const { today } = await opened(id);
    const ahead = asked(today, { sun: { yes: true, lastOn: '2099-01-01' } });
    const { status, body } = await append(id, ahead);
    expect(status).toBe(400);
    expect(body).toMatchObject({ fields: [{ field: 'answers.sun.lastOn' }] });
  });
});

describe('what answers mean', () => {
  it('is worked out by the server, whatever a browser claims', async () => {
    const id = await visitOf('Sparrowdale');
    const { today, suitability } = await opened(id);
    const answers = { ...allNo, gold: { yes: true } };
    const forged = {
      ...asked(today).body,
      answers,
      assessment: { outcome: 'go', clearOn: null, findings: [], unanswered: [] },
    };
    expect((await append(id, event(forged))).status).toBe(200);
    const { events } = await opened(id);
    expect(defined(events.at(-1)).body).toMatchObject({
      assessment: { outcome: 'refer', findings: [{ rule: { id: 'gold', override: 'never' } }] },
    });
    expect(suitability).toMatchObject({ versionId: null, number: 0 });
  });

  it('is not worked out from half the answers', async () => {
    const id = await visitOf('Sparrowdale');
    const { today } = await opened(id);
    const { gold: _gold, ...half } = allNo as Record<string, object>;
    const { status, body } = await append(id, event({ ...asked(today).body, answers: half }));
    expect(status).toBe(400);
    expect(body).toMatchObject({ fields: [{ field: 'answers.gold', problem: 'is missing' }] });
  });

  it('takes a medicine of the list by its class', async () => {
    const id = await visitOf('Sparrowdale');
    const { today } = await opened(id);
    const body = {
      ...asked(today, { medicines: { yes: true } }).body,
      medicines: [{ name: 'doxycycline', substanceId: 'doxycycline', lastOn: today }],
    };
    await append(id, event(body));
    const { events } = await opened(id);
    expect(defined(events.at(-1)).body).toMatchObject({
      assessment: { outcome: 'wait', findings: [{ medicine: 'doxycycline', wait: { days: 14 } }] },
    });
  });

  it('follows a client from visit to visit, by whom and when it was said', async () => {
    const { saidLast } = await opened(await visitOf('Candlewick'));
    expect(saidLast).toMatchObject({ by: 'Idony Brackwater', answers: { gold: { yes: false } } });
    expect((await opened(await visitOf('Oxenstable'))).saidLast).toBeNull();
  });
});

describe('a day claimed for answers', () => {
  it('is that of the event, or one beside it', async () => {
    const id = await visitOf('Thistlewaite');
    const { today } = await opened(id);
    const old = await append(id, asked('2026-01-01'));
    expect(old.status).toBe(400);
    expect(old.body).toMatchObject({ fields: [{ field: '0.body.on' }] });
    expect((await append(id, asked(today))).status).toBe(200);
  });
});

describe('after a reaction', () => {
  it('nothing is accepted before a supervisor has given their word', async () => {
    const id = await visitOf('Candlewick');
    const { today } = await opened(id);
    await append(id, asked(today), looked(4));
    const wanted = {
      handpieceId: 'long-pulse-1064',
      technique: 'longPulse1064',
      spot: { diameterMm: 12 },
      pulseMs: 30,
      fluenceJcm2: 8,
      rateHz: 1,
      passes: 1,
    };
    const plan = () =>
      person.post(`/api/visits/${id}/plan`, { id: v7(), at: now(), setting: wanted });
    const held = await plan();
    expect(held.body).toMatchObject({ title: 'A supervisor has to approve first' });
    const word = (supervisorName: string) =>
      person.post(`/api/visits/${id}/approvals`, {
        id: v7(),
        about: 'reaction',
        supervisor: { name: supervisorName, password: DEMO_PASSWORD },
        reason: 'Healed dry, seen today',
      });
    expect((await word('idony')).status).toBe(403);
    expect((await word('caspian')).status).toBe(200);
    expect((await plan()).status).toBe(200);
    const forged = event({ kind: 'reactionAgreed', reason: 'me', supervisorId: v7() });
    expect((await append(id, forged)).status).toBe(400);
  });
});

describe('history', () => {
  it('tells the next plan what was used and what the skin answered', async () => {
    const { before, area } = await opened(await visitOf('Candlewick'));
    const { history } = defined(before[area.id]);
    expect(history).toHaveLength(2);
    expect(defined(history.at(-1)).answer.adverse).toEqual(['blister']);
    const { visits } = (await person.get('/api/today')).body as Day;
    const line = defined(visits.find((visit) => visit.client.name.includes('Candlewick')));
    expect(line.attention).toContain('reactionLastTime');
  });
});

describe('presses', () => {
  it('are answered with what was kept after a place, by whomever, and nothing twice', async () => {
    const id = await visitOf('Okapi-Lune');
    const other = await app.signedIn('tobiah');
    const { after } = await opened(id);
    const press = (count: number) => event({ kind: 'pulsesFired', count });
    const path = `/api/visits/${id}/events?after=${after}`;
    const mine = press(7);
    const theirs = press(9);
    await other.post(path, [theirs]);
    const kept = (await person.post(path, [mine])).body as EventsKept;
    expect(kept.events.map((each) => each.id)).toEqual([theirs.id, mine.id]);
    const again = await person.post(`/api/visits/${id}/events?after=${kept.after}`, [mine]);
    expect(again.body).toEqual({ events: [], after: kept.after });
  });

  it('before a session has begun are refused', async () => {
    const id = await visitOf('Candlewick');
    const { status, body } = await append(id, event({ kind: 'pulsesFired', count: 1 }));
    expect([status, (body as { detail: string }).detail]).toEqual([422, 'notStarted']);
  });
});

describe('strangers', () => {
  it('see nothing of a visit', async () => {
    const id = await visitOf('Candlewick');
    expect((await app.person().get(`/api/visits/${id}`)).status).toBe(401);
    expect((await person.get(`/api/visits/${crypto.randomUUID()}`)).status).toBe(404);
    expect((await person.get('/api/visits/not-an-id')).status).toBe(404);
    expect((await person.get('/api/clients/1')).status).toBe(404);
  });
});
