import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application, type Person } from '../testing/application';

let app: Application;
let idony: Person;
beforeAll(async () => {
  app = await startApplication();
  idony = await app.signedIn('idony');
});
afterAll(() => app.close());

const MEGABYTE = 'x'.repeat(1024 * 1024);

describe('bytes from one address', () => {
  it('are refused unread beyond what anybody needs, with when to come again; who is signed in goes on', async () => {
    const send = () =>
      fetch(`${app.url}/api/sign-in`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin: app.url },
        body: MEGABYTE,
      });
    const statuses: number[] = [];
    let last: Response | null = null;
    for (let sent = 0; sent < 61; sent++) {
      last = await send();
      statuses.push(last.status);
    }
    expect(new Set(statuses.slice(0, 55))).toEqual(new Set([400]));
    expect(defined(last).status).toBe(429);
    expect(Number(defined(last).headers.get('retry-after'))).toBeGreaterThan(0);
    expect(await defined(last).json()).toMatchObject({
      title: 'Too much was sent at once. Wait a minute, then go on',
    });
    expect((await idony.post('/api/me/lock')).status).toBe(204);
  });
});
