import type { ComingVisit, Day } from '@tidy-quill/contract/today';
import { defined, addDays } from '@tidy-quill/core/units';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let person: Person;
let today: Day;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  today = (await person.get('/api/today')).body as Day;
});
afterAll(() => app.close());

const line = (name: string) =>
  defined(today.visits.find(({ client }) => client.name.includes(name)));

describe('today', () => {
  it('lists the day’s visits by hour', () => {
    const times = today.visits.map(({ startsAt }) => startsAt);
    expect(times).toHaveLength(16);
    expect([...times].sort()).toEqual(times);
  });

  it('says how far each visit is', () => {
    expect(line('Yewbarrow')).toMatchObject({ finished: true, running: false });
    expect(line('Okapi-Lune')).toMatchObject({ finished: false, running: true, stage: 'treat' });
    expect(line('Penhallurick')).toMatchObject({ stage: 'look' });
    expect(line('Oxenstable')).toMatchObject({ stage: 'ask' });
  });

  it('says what needs a look before the client comes in', () => {
    expect(line('Bristlecombe').attention).toEqual(['stopped']);
    expect(line('Candlewick').attention).toEqual(['reactionLastTime']);
    expect(line('Oxenstable').attention).toEqual(['noConsent', 'firstVisit']);
    // A cheek: four weeks; thirty weeks ago is long past twice that.
    expect(line('Thistlewaite').attention).toEqual(['late']);
    expect(line('Penhallurick').attention).toEqual([]);
  });

  it('shows another day on request, empty where nothing is booked', async () => {
    const later = (await person.get(`/api/today?day=${addDays(today.day, 9)}`)).body as Day;
    expect(later.visits).toEqual([]);
    const before = (await person.get(`/api/today?day=${addDays(today.day, -56)}`)).body as Day;
    expect(before.visits.map(({ client }) => client.name)).toContain('Odalys Penhallurick-Voss');
  });

  it('names who is not ready in two weeks, why, and from when they would be', async () => {
    const list = (await person.get('/api/today/not-ready')).body as ComingVisit[];
    const of = (name: string) => list.find(({ client }) => client.name.includes(name))?.notReady;
    expect(of('Oxenstable')).toEqual([
      { code: 'notAsked' },
      { code: 'consent', state: 'missing', guardian: false },
    ]);
    expect(of('Gullfeather')).toEqual([
      { code: 'toConfirm' },
      {
        code: 'stopped',
        outcome: 'wait',
        rules: ['sun'],
        clearOn: addDays(today.day, 22),
      },
    ]);
    expect(of('Marrowby')).toContainEqual({ code: 'consent', state: 'missing', guardian: true });
    // In treatment, sent home, or ready: not in the list.
    for (const name of ['Okapi-Lune', 'Yewbarrow', 'Penhallurick'])
      expect(of(name)).toBeUndefined();
  });

  it('refuses a day that is none', async () => {
    const { status, body } = await person.get('/api/today?day=2026-02-30');
    expect(status).toBe(400);
    expect(body).toMatchObject({ fields: [{ field: 'day' }] });
  });
});
