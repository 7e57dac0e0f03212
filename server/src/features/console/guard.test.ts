import type { Day } from '@tidy-quill/contract/today';
import type { EventsKept } from '@tidy-quill/contract/visit';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { asShown } from '@tidy-quill/core/prepare';
import { zoneRecords } from '@tidy-quill/core/session';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { serveConsole, type ServedConsole } from '../../simulated/serve-console';
import {
  signedInAt,
  startApplication,
  startBeside,
  type Application,
  type Person,
} from '../../testing/application';

const SOON = { timeout: 10_000 };

let device: ServedConsole;
let app: Application;
let beside: Awaited<ReturnType<typeof startBeside>>;
let person: Person;
// Paused in the middle of its treatment; nobody has a page open.
let visitId: string;

beforeAll(async () => {
  device = await serveConsole('G-7', 0);
  const consoles = { rooms: `Garden room=127.0.0.1:${device.port}` };
  app = await startApplication(undefined, {}, consoles);
  beside = await startBeside(app, consoles);
  person = await app.signedIn('tobiah');
  const { visits } = (await person.get('/api/today')).body as Day;
  visitId = defined(visits.find(({ client }) => client.name.includes('Okapi-Lune'))).id;
});
// The first server ends in the last test.
afterAll(async () => {
  await beside.close();
  device.close();
});

const opened = async () => (await person.get(`/api/visits/${visitId}`)).body as VisitOpened;
const events = async () =>
  ((await person.get(`/api/visits/${visitId}/events?after=0`)).body as EventsKept).events;
const record = async () => {
  const { visit } = await opened();
  return defined(zoneRecords(await events(), visit.areaId).get(visit.areaId));
};
const press = async (body: object) => {
  const event = { id: v7(), at: new Date().toISOString(), body };
  // With all that was kept in sight, a stop among it.
  const { after } = await opened();
  const path = `/api/visits/${visitId}/events?after=${after}`;
  const { status, body: answer } = await person.post(path, [event]);
  expect([status, answer], JSON.stringify(answer)).toMatchObject([200, {}]);
};
const order = async (body: object) => {
  expect((await person.post(`/api/visits/${visitId}/console`, body)).status).toBe(204);
};
const state = () => device.machine.status(new Date()).state;
const incidents = async () =>
  (await events()).flatMap(({ body }) => (body.kind === 'incident' ? [body.what] : []));
const running = async () => {
  await press({ kind: 'resumed' });
  await order({ type: 'ready' });
  await expect.poll(state, SOON).toBe('ready');
};

describe('a console that nobody has a page open for', () => {
  it('has its pulses counted, once, by one of two servers', async () => {
    const { plan } = await record();
    const { setting, wavelengthNm } = defined(plan);
    await order({ type: 'power', on: true });
    const tipC = setting.cooling !== undefined && 'plateC' in setting.cooling ? 5 : null;
    await order({ type: 'dial', setting: asShown(setting, wavelengthNm), tipC });
    await running();
    const before = (await record()).run.pulses;
    await order({ type: 'pedal', pulses: 4 });
    await expect.poll(async () => (await record()).run.pulses, SOON).toBe(before + 4);
    await order({ type: 'pedal', pulses: 3 });
    await expect.poll(async () => (await record()).run.pulses, SOON).toBe(before + 7);
    expect(await incidents()).toEqual([]);
    const counted = (await events()).filter(({ body }) => body.kind === 'consolePulses');
    expect(counted).toHaveLength(2);
  });

  it('goes to standby at a pain of 7', async () => {
    await press({ kind: 'painScored', score: 7 });
    await expect.poll(state, SOON).toBe('standby');
    expect((await record()).run.state).toBe('stopped');
    // And does not stay ready where somebody makes it so before the causes were looked at.
    await order({ type: 'ready' });
    await expect.poll(state, SOON).toBe('standby');
  });

  it('stops the session when it fails, told of once', async () => {
    const { run } = await record();
    await press({ kind: 'causeChecked', cause: 'tooMuchFluence', found: true });
    const less = { ...defined(run.setting), fluenceJcm2: defined(run.setting).fluenceJcm2 - 3 };
    await press({ kind: 'settingChanged', setting: less, reason: 'Pain' });
    await order({
      type: 'dial',
      setting: asShown(less, defined((await record()).plan).wavelengthNm),
      tipC: 5,
    });
    await running();
    await order({ type: 'provoke', what: 'openInterlock', on: true });
    await expect.poll(async () => (await record()).run.state, SOON).toBe('stopped');
    expect(await incidents()).toEqual(['interlockOpen']);
  });

  it('is guarded by the other server once the first is gone', async () => {
    await order({ type: 'provoke', what: 'openInterlock', on: false });
    await running();
    person = await signedInAt(beside.url, 'tobiah');
    await app.close();
    const before = (await record()).run.pulses;
    await order({ type: 'pedal', pulses: 2 });
    await expect.poll(async () => (await record()).run.pulses, SOON).toBe(before + 2);
    await order({ type: 'provoke', what: 'emergencyStop', on: true });
    await expect.poll(async () => (await record()).run.state, SOON).toBe('stopped');
    expect(await incidents()).toEqual(['interlockOpen', 'consoleFault', 'emergencyStop']);
  });
});
