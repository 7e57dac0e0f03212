import { createServer, type Server } from 'node:http';
import { defined, InputError } from '@tidy-quill/core/units';
import express from 'express';
import { pino } from 'pino';
import { pinoHttp } from 'pino-http';
import * as v from 'valibot';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { answerProblems, HttpProblem, parse, pathId } from './problem';
import { sameOrigin } from './same-origin';

const Body = v.object({
  name: v.pipe(v.string('must be text'), v.minLength(1, 'must not be empty')),
  pain: v.optional(v.pipe(v.number('must be a number'), v.maxValue(10, 'must be 10 or less'))),
});

let server: Server;
let url: string;
const logged: string[] = [];

beforeAll(async () => {
  const app = express();
  const logger = pino({ level: 'error' }, { write: (line: string) => void logged.push(line) });
  app.use(pinoHttp({ logger, autoLogging: false }));
  app.use(sameOrigin);
  app.use(express.json({ limit: '1kb' }));
  app.post('/body', (request, response) => {
    response.json(parse(Body, request.body));
  });
  app.get('/things/:id', (request, response) => {
    response.json({ id: pathId(request) });
  });
  app.get('/thrown/:what', (request) => {
    throw {
      core: new InputError('spot.diameterMm', 'must be within 0.5 to 100 mm, got 0'),
      conflict: new HttpProblem('conflict', 'Somebody was faster', { current: { version: 4 } }),
      names: Object.assign(new Error('insert'), { cause: { code: '23503' } }),
      full: Object.assign(new Error('insert'), { cause: { code: '53100' } }),
      busy: new HttpProblem('busy', 'Too many at once', { retryAfterS: 5 }),
      fault: new Error('secret: the password of the database'),
    }[request.params.what];
  });
  app.use(answerProblems);
  server = createServer(app);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  url = `http://127.0.0.1:${(server.address() as { port: number }).port}`;
});
afterAll(() => new Promise((resolve) => server.close(resolve)));

const ask = async (path: string, body?: string, headers: object = {}) => {
  const response = await fetch(`${url}${path}`, {
    ...(body === undefined ? {} : { method: 'POST', body }),
    headers: { 'content-type': 'application/json', ...headers },
  });
  return {
    status: response.status,
    type: defined(response.headers.get('content-type')).split(';')[0],
    body: (await response.json()) as unknown,
  };
};

describe('a request that goes wrong', () => {
  it('is answered as a problem with a stable type, and its fields by name', async () => {
    const { status, type, body } = await ask('/body', '{"name":"","pain":11}');
    expect([status, type]).toEqual([400, 'application/problem+json']);
    expect(body).toEqual({
      type: expect.stringMatching(/invalid-input$/) as string,
      title: 'Some fields cannot be taken',
      status: 400,
      fields: [
        { field: 'name', problem: 'must not be empty' },
        { field: 'pain', problem: 'must be 10 or less' },
      ],
    });
  });

  it('takes what is right as it is', async () => {
    expect(await ask('/body', '{"name":"x","pain":10}')).toMatchObject({
      ...{ status: 200, body: { name: 'x', pain: 10 } },
    });
  });

  it.each([
    ['is no JSON', '{"name":', 'The request cannot be read'],
    [
      'is too large',
      JSON.stringify({ name: 'x'.repeat(2000) }),
      'This is larger than can be taken',
    ],
  ])('%s: says so', async (_what, sent, title) => {
    expect(await ask('/body', sent)).toMatchObject({ status: 400, body: { title } });
  });

  it('with an id that could be nobody’s finds nothing', async () => {
    expect(await ask('/things/7')).toMatchObject({ status: 404 });
    const id = '01920000-0000-7000-8000-000000000000';
    expect(await ask(`/things/${id}`)).toMatchObject({ status: 200, body: { id } });
  });

  it('names the field that the computation refused', async () => {
    expect((await ask('/thrown/core')).body).toMatchObject({
      ...{ status: 400 },
      fields: [{ field: 'spot.diameterMm', problem: 'must be within 0.5 to 100 mm, got 0' }],
    });
  });

  it('over a newer version gives that version too', async () => {
    expect((await ask('/thrown/conflict')).body).toMatchObject({
      ...{ status: 409, title: 'Somebody was faster', current: { version: 4 } },
    });
  });

  it('naming what does not exist is the asker’s fault, not the server’s', async () => {
    expect(await ask('/thrown/names')).toMatchObject({
      ...{ status: 400, body: { title: 'This names something that does not exist' } },
    });
  });

  it('for want of room or of time says to come again', async () => {
    expect(await ask('/thrown/full')).toMatchObject({
      status: 503,
      body: { title: 'The server’s disk is full: nothing can be kept until there is room' },
    });
    const busy = await fetch(`${url}/thrown/busy`);
    expect([busy.status, busy.headers.get('retry-after')]).toEqual([503, '5']);
    expect(JSON.stringify(await busy.json())).not.toContain('retryAfterS');
  });

  it('by the server’s own fault tells the log where, and nobody what it said', async () => {
    const { status, body } = await ask('/thrown/fault');
    expect(status).toBe(500);
    expect(JSON.stringify(body)).not.toContain('secret');
    expect(logged.join()).not.toContain('secret');
    expect(JSON.parse(defined(logged.at(-1)))).toMatchObject({
      ...{ method: 'GET', route: '/thrown/:what', status: 500 },
      error: { name: 'Error' },
    });
  });

  it('from another site’s page is refused; reading is not', async () => {
    const foreign = { origin: 'https://elsewhere.example' };
    expect(await ask('/body', '{"name":"x"}', foreign)).toMatchObject({ status: 403 });
    expect(await ask('/body', '{"name":"x"}', { origin: url })).toMatchObject({ status: 200 });
    const id = '01920000-0000-7000-8000-000000000000';
    expect(await ask(`/things/${id}`, undefined, foreign)).toMatchObject({ status: 200 });
  });
});
