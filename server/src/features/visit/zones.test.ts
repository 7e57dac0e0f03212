import type { Day, FollowUp } from '@tidy-quill/contract/today';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import type { ClientOpened } from '@tidy-quill/contract/clients';
import { zoneRecord } from '@tidy-quill/core/session';
import { QUESTION_IDS } from '@tidy-quill/core/suitability';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { DEMO_PASSWORD } from '../../db/demo/people';
import { startApplication, type Application, type Person } from '../../testing/application';
import { consentFor, signTreatment } from '../../testing/consent';
import { readyEvents } from '../../testing/ready';
import { spotEvents } from '../../testing/spots';

let app: Application;
let person: Person;
let visitId: string;
let legId: string;
const lipId = v7();
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  const { visits } = (await person.get('/api/today')).body as Day;
  visitId = defined(visits.find(({ client }) => client.name.includes('Oxenstable'))).id;
  legId = (await opened()).area.id;
});
afterAll(() => app.close());

const opened = async () => (await person.get(`/api/visits/${visitId}`)).body as VisitOpened;
const event = (body: object, areaId?: string) => ({
  id: v7(),
  at: new Date().toISOString(),
  areaId,
  body,
});
const append = (...events: object[]) => person.post(`/api/visits/${visitId}/events`, events);
const no = Object.fromEntries(QUESTION_IDS.map((id) => [id, { yes: false }]));
const asked = (today: string, answers: object = no) =>
  event({ kind: 'answersGiven', answers, medicines: [], on: today, aheadId: null });
const looked = (type: number, areaCm2: number, areaId?: string) =>
  event(
    {
      kind: 'findingsRecorded',
      findings: {
        skin: { type, tan: 'none', freckled: false, measuredFraction: null },
        hair: { colour: 'black', calibre: 'coarse', density: 'medium' },
        areaCm2,
      },
    },
    areaId,
  );
const setting = (fluenceJcm2: number) => ({
  handpieceId: 'diode-810-plate',
  technique: 'stamping',
  spot: { widthMm: 12, heightMm: 12 },
  pulseMs: 60,
  fluenceJcm2,
  rateHz: 1,
  passes: 1,
});
const accept = (fluence: number, areaId?: string) =>
  person.post(`/api/visits/${visitId}/plan`, {
    id: v7(),
    at: new Date().toISOString(),
    areaId,
    setting: setting(fluence),
  });
const zone = async (areaId: string) => {
  const { events } = await opened();
  return zoneRecord(events, areaId, legId);
};

describe('a visit of two zones', () => {
  it('takes a second area of the same client only', async () => {
    const { client, today } = await opened();
    await person.post(`/api/clients/${client.id}/areas`, {
      id: lipId,
      site: 'upperLip',
      side: 'whole',
      areaCm2: 12,
    });
    await append(asked(today));
    const added = await append(event({ kind: 'zoneAdded', areaId: lipId }));
    expect(added.status).toBe(200);
    const stranger = await append(event({ kind: 'zoneAdded', areaId: v7() }));
    expect(stranger.body).toMatchObject({
      fields: [{ field: 'areaId', problem: 'is not an area of this client' }],
    });
  });

  it('judges what was said for each by its own rules', async () => {
    // A face is judged by more than a back: what was answered counts for it too where nothing is lacking.
    expect((await zone(lipId)).assessment).toMatchObject({ outcome: 'go' });
    const { today } = await opened();
    await append(asked(today, { ...no, herpes: { yes: true } }));
    const rules = async (areaId: string) =>
      defined((await zone(areaId)).assessment).findings.map(({ rule }) => rule.id);
    expect(await rules(lipId)).toEqual(['herpes on the face']);
    expect(await rules(legId)).toEqual(['herpes on the body']);
  });

  it('plans each with findings of its own', async () => {
    await append(looked(2, 900), looked(3, 12, lipId));
    expect((await accept(18)).status).toBe(200);
    expect((await accept(18, lipId)).status).toBe(422);
    expect((await zone(legId)).plan).toMatchObject({ subject: { areaCm2: 900 } });
    expect((await zone(lipId)).plan).toBeNull();
    expect((await append(looked(2, 900, v7()))).status).toBe(422);
  });

  it('begins no session on a new zone before a test spot was read', async () => {
    await signTreatment(person, await opened());
    const start = await append(event({ kind: 'treatmentStarted' }));
    expect(start.body).toMatchObject({ detail: 'testSpotFirst' });
    const above = await append(...spotEvents(setting(40), ['nothing']));
    expect(above).toMatchObject({ status: 422, body: { detail: 'aboveLimit' } });
    expect((await append(...spotEvents(setting(18), ['nothing']))).status).toBe(200);
    expect(await zone(legId)).toMatchObject({
      spots: [{ readings: [{}, {}] }],
      planIsStale: false,
    });
    // No endpoint at 18 J/cm² and pain of 3: × 1.1 = 19.8, on the console’s step 19.
    const planned = await accept(19);
    expect(planned.status).toBe(200);
    expect(defined((await zone(legId)).plan).subject.history).toMatchObject([
      { test: true, setting: { fluenceJcm2: 18 }, answer: { endpoint: 'none' } },
    ]);
    const unprepared = await append(event({ kind: 'treatmentStarted' }));
    expect(unprepared.body).toMatchObject({ detail: 'prepareFirst' });
    await append(...readyEvents(setting(19), 810));
    expect((await append(event({ kind: 'treatmentStarted' }))).status).toBe(200);
  });

  it('leaves a zone out again, and books it in neither list', async () => {
    const left = await append(event({ kind: 'zoneLeft', areaId: lipId, reason: 'Not today' }));
    expect(left.status).toBe(200);
    const { client } = await opened();
    const { visits } = (await person.get(`/api/clients/${client.id}`)).body as ClientOpened;
    expect(visits.map(({ areaId }) => areaId)).toEqual([legId]);
  });

  it('shows what was tested as history at the next visit', async () => {
    const { client, visit } = await opened();
    const nextId = v7();
    await person.post(`/api/clients/${client.id}/visits`, {
      id: nextId,
      areaId: legId,
      roomId: visit.roomId,
      staffId: visit.staffId,
      startsAt: new Date(Date.now() + 400 * 86_400_000).toISOString(),
    });
    const next = (await person.get(`/api/visits/${nextId}`)).body as VisitOpened;
    expect(defined(next.before[legId]).history).toMatchObject([{ test: true }]);
  });
});

describe('a test spot on dark skin', () => {
  it('waits for the next day, and stands among what has to be followed up', async () => {
    const { visits } = (await person.get('/api/today')).body as Day;
    visitId = defined(visits.find(({ client }) => client.name.includes('Sparrowdale'))).id;
    const { today, area } = await opened();
    legId = area.id;
    await append(asked(today), looked(5, 90));
    const { setting: wanted } = {
      setting: {
        ...setting(12),
        handpieceId: 'long-pulse-1064',
        technique: 'longPulse1064',
        spot: { diameterMm: 12 },
        pulseMs: 30,
      },
    };
    const body = { id: v7(), at: new Date().toISOString(), setting: wanted };
    expect((await person.post(`/api/visits/${visitId}/plan`, body)).status).toBe(200);
    await signTreatment(person, await opened());
    expect((await append(...spotEvents(wanted, ['perifollicularOedema']))).status).toBe(200);
    const due = (await person.get('/api/today/follow-ups')).body as FollowUp[];
    expect(due.find((each) => each.visitId === visitId)).toMatchObject({
      areaId: legId,
      spots: 1,
      due: { kind: 'later' },
    });
    const start = await append(event({ kind: 'treatmentStarted' }));
    expect(start.body).toMatchObject({ detail: 'testSpotFirst' });
  });

  it('is left out on a supervisor’s own word only', async () => {
    const waive = (supervisorName: string) =>
      person.post(`/api/visits/${visitId}/approvals`, {
        id: v7(),
        about: 'testSpot',
        supervisor: { name: supervisorName, password: DEMO_PASSWORD },
        reason: 'Tested at another clinic, letter seen',
      });
    expect((await waive('idony')).status).toBe(403);
    expect((await waive('caspian')).status).toBe(200);
    expect((await zone(legId)).waived).toMatchObject({
      reasons: ['newWavelength', 'darkerSkin'],
      reason: 'Tested at another clinic, letter seen',
    });
    const wanted = {
      ...setting(12),
      handpieceId: 'long-pulse-1064',
      technique: 'longPulse1064',
      spot: { diameterMm: 12 },
      pulseMs: 30,
    };
    await append(...readyEvents(wanted, 1064));
    expect((await append(event({ kind: 'treatmentStarted' }))).status).toBe(200);
    const forged = { kind: 'spotWaived', reasons: [], reason: 'me', supervisorId: v7() };
    expect((await append(event(forged))).status).toBe(400);
  });
});

describe('consent', () => {
  it('to one zone is none to another', async () => {
    const { client } = await opened();
    const chestId = v7();
    await person.post(`/api/clients/${client.id}/areas`, {
      id: chestId,
      site: 'chest',
      side: 'whole',
      areaCm2: 300,
    });
    await append(event({ kind: 'zoneAdded', areaId: chestId }));
    await append(looked(5, 300, chestId));
    const wanted = {
      ...setting(12),
      handpieceId: 'long-pulse-1064',
      technique: 'longPulse1064',
      spot: { diameterMm: 12 },
      pulseMs: 30,
    };
    const body = { id: v7(), at: new Date().toISOString(), areaId: chestId, setting: wanted };
    expect((await person.post(`/api/visits/${visitId}/plan`, body)).status).toBe(200);
    const fired = await append(...spotEvents(wanted, ['nothing'], { areaId: chestId }));
    expect(fired.body).toMatchObject({ detail: 'noConsent' });
    const visit = await opened();
    const area = defined(visit.areas.find(({ id }) => id === chestId));
    const signed = await consentFor(person, { client, area });
    await person.post(`/api/clients/${client.id}/consents`, signed);
    expect((await append(...spotEvents(wanted, ['nothing'], { areaId: chestId }))).status).toBe(
      200,
    );
  });
});
