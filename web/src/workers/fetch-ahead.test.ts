import { createServer, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { fetchAhead } from './fetch-ahead';

const asked: string[] = [];
const held: ServerResponse[] = [];
// Four are answered together: were fewer asked for at once, it would never end.
const server = createServer((request, response) => {
  asked.push(request.url ?? '');
  if (request.url === '/broken') {
    response.destroy();
    return;
  }
  held.push(response);
  if (held.length === 4) for (const each of held.splice(0)) each.end('file');
});

let url = '';
beforeAll(async () => {
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => server.close());

it('asks for what never changes, four at once, and goes on where one cannot be had', async () => {
  const names = ['/a', '/b', '/broken', '/c', '/d', '/e', '/f', '/g', '/h'];
  await fetchAhead([
    ...names.map((name) => ({ url: url + name, revision: null })),
    { url: `${url}/index.html`, revision: '17' },
    `${url}/plain`,
  ]);
  expect(asked.toSorted()).toEqual(names.toSorted());
});
