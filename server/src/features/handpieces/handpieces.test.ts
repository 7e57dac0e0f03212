import { demoToday } from '../../../test-databases.mjs';
import type { HandpieceUse } from '@tidy-quill/contract/handpieces';
import { defined, addDays } from '@tidy-quill/core/units';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let person: Person;
const today = demoToday();
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
});
afterAll(() => app.close());

const use = (id: string, from: string, to: string) =>
  person.get(`/api/handpieces/${id}/use?from=${from}&to=${to}`);
const ofYear = async (id: string) =>
  (await use(id, addDays(today, -365), today)).body as HandpieceUse;
const anyUsed = async () => {
  const { handpieces } = (await person.get('/api/catalogue')).body as {
    handpieces: { id: string }[];
  };
  for (const { id } of handpieces) {
    const found = await ofYear(id);
    if (found.sessions.length > 0) return found;
  }
  throw new Error('The demo has used no handpiece');
};

describe('a handpiece', () => {
  it('lists its sessions over some days, newest first, and nothing of another handpiece', async () => {
    const { handpiece, sessions } = await anyUsed();
    expect(sessions.every(({ setting }) => setting.handpieceId === defined(handpiece).id)).toBe(
      true,
    );
    expect(sessions.every(({ pulses, energyJ }) => pulses > 0 && energyJ > 0)).toBe(true);
    const days = sessions.map(({ on }) => on);
    expect(days).toEqual([...days].sort().reverse());
  });

  it('is asked for any period', async () => {
    const { handpiece, sessions } = await anyUsed();
    const { on } = defined(sessions.at(-1));
    const { body } = await use(defined(handpiece).id, on, on);
    expect((body as HandpieceUse).sessions.map((each) => each.on)).toEqual(
      sessions.filter((each) => each.on === on).map((each) => each.on),
    );
    const before = (await use(defined(handpiece).id, '2001-01-01', '2001-12-31'))
      .body as HandpieceUse;
    expect(before.sessions).toEqual([]);
  });

  it('refuses a period that ends before it begins, and is empty for an unknown handpiece', async () => {
    expect((await use('none', '2026-02-01', '2026-01-01')).status).toBe(400);
    expect(await ofYear('none')).toMatchObject({ handpiece: null, sessions: [], incidents: [] });
  });
});
