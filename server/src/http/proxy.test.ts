import { request as ask } from 'node:http';
import { createServer, request as askTls, type Server } from 'node:https';
import type { AddressInfo } from 'node:net';
import selfsigned from 'selfsigned';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Day } from '@tidy-quill/contract/today';
import { defined } from '@tidy-quill/core/units';
import { DEMO_PASSWORD } from '../db/demo/people';
import { startApplication, type Application } from '../testing/application';
import { publicOrigin } from './origin';

const PUBLIC = 'https://rooms.example.test';

// A proxy that ends TLS and passes everything on, as one in front of a clinic's server does.
let app: Application;
let proxy: Server;
beforeAll(async () => {
  app = await startApplication(undefined, { publicUrl: `${PUBLIC}/`, trustProxy: '1' });
  const { private: key, cert } = selfsigned.generate([{ name: 'commonName', value: 'localhost' }], {
    keySize: 2048,
  });
  const { hostname, port } = new URL(app.url);
  proxy = createServer({ key, cert }, (request, response) => {
    const { url: path, method, headers, socket } = request;
    const more = { 'x-forwarded-proto': 'https', 'x-forwarded-for': socket.remoteAddress ?? '' };
    const onward = ask(
      { hostname, port, path, method, headers: { ...headers, ...more } },
      (answer) => {
        response.writeHead(defined(answer.statusCode), answer.headers);
        answer.pipe(response);
      },
    );
    request.pipe(onward);
  });
  await new Promise<void>((resolve) => proxy.listen(0, '127.0.0.1', resolve));
});
afterAll(async () => {
  proxy.close();
  await app.close();
});

interface Answered {
  readonly status: number;
  readonly headers: Record<string, string | string[] | undefined>;
  readonly body: never;
}

/** Asks through the proxy as a browser at the public address does. */
function through(method: string, path: string, body?: unknown, headers: object = {}) {
  return new Promise<Answered>((resolve, reject) => {
    const { port } = proxy.address() as AddressInfo;
    const own = { 'content-type': 'application/json', host: 'rooms.example.test', origin: PUBLIC };
    const sent = askTls(
      {
        ...{ hostname: '127.0.0.1', port, path, method, rejectUnauthorized: false },
        headers: { ...own, ...headers },
      },
      (answer) => {
        let text = '';
        answer.setEncoding('utf8').on('data', (part: string) => (text += part));
        answer.on('end', () => {
          const read = text === '' ? null : (JSON.parse(text) as unknown);
          resolve({
            status: defined(answer.statusCode),
            headers: answer.headers,
            body: read as never,
          });
        });
      },
    );
    sent.on('error', reject);
    sent.end(body === undefined ? undefined : JSON.stringify(body));
  });
}

const signIn = (headers: object = {}) =>
  through('POST', '/api/sign-in', { name: 'idony', password: DEMO_PASSWORD }, headers);

describe('behind a proxy that ends TLS', () => {
  it('signs in, with a cookie for https alone, and tells browsers to stay with https', async () => {
    const { status, headers } = await signIn();
    expect(status).toBe(200);
    // The session’s, and the tablet’s own.
    expect(headers['set-cookie']).toHaveLength(2);
    for (const each of [defined(headers['set-cookie'])].flat()) expect(each).toMatch(/; Secure/);
    expect(headers['strict-transport-security']).toBe('max-age=31536000');
  });

  it('refuses what a page of another origin sends, whatever Host says', async () => {
    const evil = 'https://elsewhere.test';
    expect((await signIn({ origin: evil, host: 'elsewhere.test' })).status).toBe(403);
    expect((await signIn({ origin: 'http://rooms.example.test' })).status).toBe(403);
  });

  it('makes links of the public address, never of Host', async () => {
    const set = [defined((await signIn()).headers['set-cookie'])].flat();
    const cookie = set.map((each) => each.split(';')[0]).join('; ');
    const { visits } = (await through('GET', '/api/today', undefined, { cookie })).body as Day;
    const { id } = defined(visits.find(({ client }) => client.name.includes('Yewbarrow')));
    const made = await through(
      'POST',
      `/api/visits/${id}/diary-link`,
      { id: v7() },
      { cookie, host: 'elsewhere.test' },
    );
    expect(made.status).toBe(201);
    expect((made.body as { url: string }).url).toMatch(/^https:\/\/rooms\.example\.test\/diary\//);
  });
});

describe('PUBLIC_URL', () => {
  it('is an http(s) address, of which the origin counts', () => {
    expect(publicOrigin(`${PUBLIC}/desk?x`)).toBe(PUBLIC);
    expect(publicOrigin(undefined)).toBeNull();
    expect(() => publicOrigin('rooms.example')).toThrow('PUBLIC_URL must be an address');
    expect(() => publicOrigin('ftp://rooms.example')).toThrow('PUBLIC_URL must be an address');
  });
});
