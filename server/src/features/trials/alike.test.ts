import type { Day } from '@tidy-quill/contract/today';
import type { TrialOpened } from '@tidy-quill/contract/trials';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { QUESTION_IDS } from '@tidy-quill/core/suitability';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';
import { signTreatment } from '../../testing/consent';
import { readyEvents } from '../../testing/ready';
import { spotEvents } from '../../testing/spots';

let app: Application;
let technician: Person;
let visitId: string;
const id = v7();
const areas = { left: v7(), right: v7() };
const NM = { 'long-pulse-1064': 1064, 'alexandrite-755': 755 } as const;
const arm = (handpieceId: keyof typeof NM) => ({ name: handpieceId, handpieceId, technique: null });
const design = {
  ...{ title: '1064 or 755', question: 'Which leaves less hair?', settings: 'alike' },
  arms: { a: arm('long-pulse-1064'), b: arm('alexandrite-755') },
  ...{ sites: ['lowerLeg'], visits: 1, outcome: 'pain', decidedAt: 1, clients: 12 },
  ...{ difference: 1, deviation: 1.5, information: 'Each leg is treated with one light.' },
} as const;

const event = (body: object, areaId?: string) => ({
  ...{ id: v7(), at: new Date().toISOString(), areaId, body },
});
const append = (...events: object[]) => technician.post(`/api/visits/${visitId}/events`, events);
const opened = async () => (await technician.get(`/api/visits/${visitId}`)).body as VisitOpened;
const settingOf = (handpieceId: string, fluenceJcm2: number) => ({
  ...{ handpieceId, spot: { diameterMm: 12 } },
  technique: handpieceId === 'alexandrite-755' ? 'stamping' : 'longPulse1064',
  ...{ pulseMs: 40, fluenceJcm2, rateHz: 1, passes: 1 },
});
const accept = (areaId: string, setting: object) =>
  technician.post(`/api/visits/${visitId}/plan`, {
    ...{ id: v7(), at: new Date().toISOString(), areaId, setting },
  });

beforeAll(async () => {
  app = await startApplication();
  technician = await app.signedIn('idony');
  const supervisor = await app.signedIn('caspian');
  const { visits } = (await technician.get('/api/today')).body as Day;
  visitId = defined(visits.find(({ client }) => client.name.includes('Oxenstable'))).id;
  const { client, today } = await opened();
  await supervisor.post('/api/trials', { id, design });
  await supervisor.post(`/api/trials/${id}/fix`);
  const no = Object.fromEntries(QUESTION_IDS.map((each) => [each, { yes: false }]));
  for (const side of ['left', 'right'] as const) {
    const area = { id: areas[side], site: 'lowerLeg', side, areaCm2: 400 };
    await technician.post(`/api/clients/${client.id}/areas`, area);
  }
  await append(
    event({ kind: 'answersGiven', answers: no, medicines: [], on: today, aheadId: null }),
  );
  const findings = {
    skin: { type: 2, tan: 'none', freckled: false, measuredFraction: null },
    hair: { colour: 'black', calibre: 'coarse', density: 'medium' },
    areaCm2: 400,
  };
  for (const areaId of Object.values(areas)) {
    await append(event({ kind: 'zoneAdded', areaId }));
    await append(event({ kind: 'findingsRecorded', findings }, areaId));
    const visit = await opened();
    await signTreatment(technician, { ...visit, area: { ...visit.area, id: areaId } });
  }
  await technician.post(`/api/trials/${id}/participants`, {
    ...{ id: v7(), clientId: client.id, leftAreaId: areas.left, rightAreaId: areas.right },
    signature: { kind: 'typed', name: 'A Client' },
  });
  await technician.post(`/api/trials/${id}/draws`, { id: v7(), clientId: client.id, visitId });
});
afterAll(() => app.close());

describe('sides that go alike', () => {
  it('hold the second to what the first is worked with, until a deviation is recorded', async () => {
    const { trial, client } = await opened();
    const drawn = defined(defined(trial).drawn);
    const of = (side: 'left' | 'right') => defined(design.arms[drawn[side]].handpieceId);
    const first = settingOf(of('left'), 10);
    // Before the first is worked either may be planned as it comes.
    const tried = await accept(areas.right, settingOf(of('right'), 9));
    expect(tried).toMatchObject({ status: 200 });
    expect((await accept(areas.left, first)).status).toBe(200);
    const spots = await append(
      ...spotEvents(first, ['perifollicularOedema'], { areaId: areas.left }),
    );
    expect(spots.status).toBe(200);
    await append(...readyEvents(first, NM[first.handpieceId as keyof typeof NM], areas.left));
    expect((await append(event({ kind: 'treatmentStarted' }, areas.left))).status).toBe(200);
    const refused = await accept(areas.right, settingOf(of('right'), 9));
    expect(refused).toMatchObject({
      ...{ status: 422, body: { title: 'This is not the other side’s setting' } },
    });
    expect(JSON.stringify(refused.body)).toContain('fluence would differ');
    expect((await accept(areas.right, settingOf(of('right'), 10))).status).toBe(200);
    const note = { kind: 'deviated', id: v7(), clientId: client.id, side: 'right', visitId };
    await technician.post(`/api/trials/${id}/notes`, { ...note, reason: 'It hurt' });
    expect((await accept(areas.right, settingOf(of('right'), 9))).status).toBe(200);
    const { participants } = (await technician.get(`/api/trials/${id}`)).body as TrialOpened;
    expect(participants).toMatchObject([{ deviations: [{ reason: 'It hurt' }] }]);
  });
});
