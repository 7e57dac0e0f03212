import type { LiveAsk, LiveTold } from '@tidy-quill/contract/live';
import type { NewEvent } from '@tidy-quill/contract/visit';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { WebSocket, WebSocketServer } from 'ws';
import { defined } from '@tidy-quill/core/units';
import { openLine } from './live-line';
import { keepByLine } from './open-lines';

const VISIT = '01930000-0000-7000-8000-00000000000a';
const PRESS: NewEvent = {
  id: '01930000-0000-7000-8000-000000000001',
  at: '2026-11-24T10:00:00.000Z',
  body: { kind: 'pulsesFired', count: 1 },
};

let server: WebSocketServer;
// What a browser's window tells of itself.
let page: EventTarget;
const closers: (() => void)[] = [];

beforeEach(async () => {
  server = new WebSocketServer({ port: 0, host: '127.0.0.1' });
  await once(server, 'listening');
  page = new EventTarget();
  vi.stubGlobal('WebSocket', WebSocket);
  vi.stubGlobal('addEventListener', page.addEventListener.bind(page));
  vi.stubGlobal('removeEventListener', page.removeEventListener.bind(page));
  vi.stubGlobal('location', {
    protocol: 'http:',
    host: `127.0.0.1:${(server.address() as AddressInfo).port}`,
  });
});
afterEach(() => {
  for (const close of closers.splice(0)) close();
  for (const client of server.clients) client.terminate();
  server.close();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const heard = () => ({ console: vi.fn(), kept: vi.fn(), lost: vi.fn() });

/** Opens the line of a visit, and gives the server's end of it. */
async function opened(told = heard(), visitId = VISIT) {
  const arrived = once(server, 'connection') as Promise<[WebSocket, { url: string }]>;
  closers.push(openLine(visitId, told));
  const [end, { url }] = await arrived;
  const say = (what: LiveTold) => end.send(JSON.stringify(what));
  const asked = async () => JSON.parse(String((await once(end, 'message'))[0])) as LiveAsk;
  // The page has it open once its first word came through.
  say({ tell: 'kept', after: 0 });
  await vi.waitFor(() => expect(told.kept).toHaveBeenCalledWith(0));
  return { end, url, say, asked, told };
}

describe('the live line of a visit', () => {
  it('is opened at the visit, and passes on what comes down', async () => {
    const { url, say, told } = await opened();
    expect(url).toBe(`/api/visits/${VISIT}/live`);
    const live = { link: 'down', hello: null, status: null } as const;
    say({ tell: 'console', live });
    say({ tell: 'kept', after: 12 });
    await vi.waitFor(() => expect(told.kept).toHaveBeenLastCalledWith(12));
    expect(told.console).toHaveBeenCalledWith(live);
    expect(told.lost).not.toHaveBeenCalled();
  });

  it('carries presses up, each answered under its own number', async () => {
    const { say, asked } = await opened();
    const first = keepByLine(VISIT, [PRESS], 5);
    const one = await asked();
    expect(one).toEqual({ ask: 1, events: [PRESS], after: 5 });
    const second = keepByLine(VISIT, [PRESS], 6);
    const two = await asked();
    expect(two.ask).toBe(2);
    // Answered the other way round; an answer to nothing is passed over.
    const kept = { events: [{ ...PRESS, staffId: VISIT }], after: 7 } as never;
    say({ tell: 'answer', ask: 99, kept });
    say({ tell: 'answer', ask: 2, kept: null });
    say({ tell: 'answer', ask: 1, kept });
    expect(await first).toEqual(kept);
    expect(await second).toBeNull();
  });

  it('is none for another visit, nor once it was closed', async () => {
    const { end } = await opened();
    expect(await keepByLine('another', [PRESS], 0)).toBeNull();
    defined(closers.pop())();
    await once(end, 'close');
    expect(await keepByLine(VISIT, [PRESS], 0)).toBeNull();
  });

  it('gives up what it was asked when it breaks, says so, and is opened again', async () => {
    const { end, asked, told } = await opened();
    const press = keepByLine(VISIT, [PRESS], 0);
    await asked();
    const again = once(server, 'connection');
    end.terminate();
    expect(await press).toBeNull();
    expect(told.lost).toHaveBeenCalledOnce();
    await again;
  });

  it('waits four seconds for an answer, then takes the line for dead', async () => {
    const { end, asked } = await opened();
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    let answer: unknown = 'none yet';
    void keepByLine(VISIT, [PRESS], 0).then((kept) => (answer = kept));
    await asked();
    await vi.advanceTimersByTimeAsync(3999);
    expect(answer).toBe('none yet');
    const closed = once(end, 'close');
    await vi.advanceTimersByTimeAsync(1);
    expect(answer).toBeNull();
    await closed;
  });

  it.each([
    ['offline', 'online'],
    ['pagehide', 'pageshow'],
  ])('hangs up on %s and comes back on %s', async (away, back) => {
    const { end, told } = await opened();
    const closed = once(end, 'close');
    page.dispatchEvent(new Event(away));
    await closed;
    expect(told.lost).toHaveBeenCalledOnce();
    expect(await keepByLine(VISIT, [PRESS], 0)).toBeNull();
    const again = once(server, 'connection');
    page.dispatchEvent(new Event(back));
    await again;
  });

  it('is left alone by a page that comes back to an open one', async () => {
    const { end } = await opened();
    page.dispatchEvent(new Event('online'));
    const pong = once(end, 'pong');
    end.ping();
    await pong;
    expect(server.clients.size).toBe(1);
  });

  it('is one a visit: who opens it again closes the one before', async () => {
    const before = await opened();
    const closed = once(before.end, 'close');
    await opened();
    await closed;
    // The closing of the one before closes nothing but itself.
    defined(closers[0])();
    const press = keepByLine(VISIT, [PRESS], 0);
    const [end] = [...server.clients];
    const [said] = await once(defined(end), 'message');
    const { ask } = JSON.parse(String(said)) as LiveAsk;
    defined(end).send(JSON.stringify({ tell: 'answer', ask, kept: { events: [], after: 1 } }));
    expect(await press).toEqual({ events: [], after: 1 });
  });
});
