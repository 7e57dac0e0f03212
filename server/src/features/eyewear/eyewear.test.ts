import type { EyewearListed } from '@tidy-quill/contract/eyewear';
import type { Day } from '@tidy-quill/contract/today';
import type { EventsKept } from '@tidy-quill/contract/visit';
import type { SetupShown } from '@tidy-quill/contract/setup';
import type { Eyewear } from '@tidy-quill/core/eyewear';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let technician: Person;
let supervisor: Person;
beforeAll(async () => {
  app = await startApplication();
  technician = await app.signedIn('idony');
  supervisor = await app.signedIn('caspian');
});
afterAll(() => app.close());

const list = async () => (await technician.get('/api/eyewear')).body as EyewearListed[];
const called = async (name: string) =>
  defined((await list()).find(({ eyewear }) => eyewear.name === name));
const pair = (more: Partial<Eyewear> = {}): Eyewear => ({
  ...{ id: v7(), name: 'Spare goggles', kind: 'goggles', visible: null, colour: '', count: 1 },
  ...{ place: '', inService: true, lookedOn: null, state: 'sound' },
  bands: [{ fromNm: 800, toNm: 830, density: 5, scale: null, pulses: null }],
  ...more,
});
const put = (person: Person, eyewear: Eyewear, version = 0) =>
  person.put(`/api/eyewear/${eyewear.id}`, { version, eyewear });

describe('eyewear that is put on', () => {
  it('fits the light of the plan, and is kept as it was called then', async () => {
    const { visits } = (await technician.get('/api/today')).body as Day;
    const { id } = defined(visits.find(({ client }) => client.name.includes('Okapi-Lune')));
    const tick = async (worn: readonly string[]) => {
      const ids = await Promise.all(worn.map(async (name) => (await called(name)).eyewear.id));
      const body = {
        ...{ kind: 'checkTicked', check: 'eyewear', done: true },
        worn: ids.map((each) => ({ id: each, name: 'anything' })),
      };
      const event = { id: v7(), at: new Date().toISOString(), body };
      return technician.post(`/api/visits/${id}/events`, [event]);
    };
    // Okapi-Lune is treated at 1064 nm.
    expect(await tick(['Green goggles, 690–830'])).toMatchObject({
      status: 422,
      body: {
        title: 'This eyewear is not for this light',
        detail: 'Green goggles, 690–830: for another wavelength.',
      },
    });
    expect((await tick(['Pale goggles, 1064', 'Old spectacles, 755'])).status).toBe(422);
    const { events } = (await tick(['Pale goggles, 1064'])).body as EventsKept;
    expect(events.at(-1)?.body).toMatchObject({ worn: [{ name: 'Pale goggles, 1064' }] });
  });
});

describe('the list of eyewear', () => {
  it('is kept by supervisor and owner, each change a version', async () => {
    const spare = pair();
    expect((await put(technician, spare)).status).toBe(403);
    expect((await put(supervisor, spare)).status).toBe(204);
    expect((await put(supervisor, spare)).status).toBe(204);
    expect((await put(supervisor, { ...spare, count: 4 }, 1)).status).toBe(204);
    expect(await called('Spare goggles')).toMatchObject({
      ...{ version: 2, by: 'Caspian Thorngate', eyewear: { count: 4 } },
    });
    const late = await put(supervisor, { ...spare, count: 2 }, 1);
    expect(late).toMatchObject({ status: 409, body: { current: { version: 2 } } });
    const ahead = await put(supervisor, { ...spare, count: 2 }, 7);
    expect(ahead.status).toBe(409);
  });

  it('takes no band the wrong way round, nor one without a figure', async () => {
    const bands = [
      { fromNm: 830, toNm: 800, density: 5, scale: null, pulses: null },
      { fromNm: 800, toNm: 830, density: null, scale: null, pulses: null },
    ];
    expect(await put(supervisor, pair({ bands }))).toMatchObject({
      status: 400,
      body: {
        fields: [
          { field: 'eyewear.bands.0.toNm', problem: 'must be at or above the lower end' },
          { field: 'eyewear.bands.1.density' },
        ],
      },
    });
  });

  it('is looked over by anybody, and what is cracked is said so from today on', async () => {
    const { eyewear, version } = await called('Pale goggles, 1064');
    const seen = { version, state: 'cracked' };
    expect((await technician.post(`/api/eyewear/${eyewear.id}/look-over`, seen)).status).toBe(204);
    expect((await called('Pale goggles, 1064')).eyewear).toMatchObject({ state: 'cracked' });
    expect((await technician.post(`/api/eyewear/${v7()}/look-over`, seen)).status).toBe(404);
  });

  it('is what a clinic is advised to set up: for each handpiece in service something that fits', async () => {
    const step = async () =>
      ((await supervisor.get('/api/clinic/setup')).body as SetupShown).steps.find(
        ({ id }) => id === 'eyewear',
      );
    // The goggles for 1064 nm are cracked.
    expect(await step()).toMatchObject({ done: false, needed: false });
    const { eyewear, version } = await called('Pale goggles, 1064');
    await technician.post(`/api/eyewear/${eyewear.id}/look-over`, { version, state: 'sound' });
    expect(await step()).toMatchObject({ done: true });
  });
});
