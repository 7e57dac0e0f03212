import { createServer, type Socket } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { serveConsole } from '../simulated/serve-console';
import { checkConsole } from './check-console';

const QUICK = { answerMs: 1600, beatMs: 1300 };
const ends: (() => void)[] = [];
afterEach(() => {
  for (const end of ends.splice(0)) end();
});

const hello = {
  type: 'hello',
  protocol: 1,
  serial: 'X1',
  name: 'Driver under test',
  simulated: false,
};
const status = (more: object = {}) => ({
  ...{ type: 'status', at: new Date().toISOString(), state: 'standby', fault: null, tipC: null },
  setting: { wavelengthNm: 810, fluenceJcm2: 10, pulseMs: 30, spot: { diameterMm: 12 }, rateHz: 1 },
  ...{ pulses: 100, pulsesSinceOn: 0, interlock: 'closed', emergencyStop: false },
  ...more,
});

/** A driver that greets and beats four times a second, with a fault of its own. */
async function driver(
  fault: {
    readonly greets?: object;
    readonly beats?: () => object;
    readonly hears?: (socket: Socket) => void;
  } = {},
): Promise<number> {
  const server = createServer((socket) => {
    socket.on('error', () => socket.destroy());
    const say = (what: object) => socket.write(`${JSON.stringify(what)}\n`);
    say(fault.greets ?? hello);
    say(status());
    const timer = setInterval(() => say((fault.beats ?? status)()), 250);
    socket.on('close', () => clearInterval(timer));
    socket.on('data', () => fault.hears?.(socket));
    ends.push(() => socket.destroy());
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  ends.push(() => server.close());
  return (server.address() as { port: number }).port;
}

const failed = async (port: number) =>
  (await checkConsole('127.0.0.1', port, QUICK)).filter(({ ok }) => !ok).map(({ name }) => name);

describe('the check of a console', () => {
  it('is passed by the stand-in that ships, on all that is asked', async () => {
    const served = await serveConsole('S9', 0);
    ends.push(served.close);
    const found = await checkConsole('127.0.0.1', served.port, QUICK);
    expect(found.filter(({ ok }) => !ok)).toEqual([]);
    expect(found).toHaveLength(11);
    // It is left as it was found.
    expect(served.machine.status(new Date()).state).toBe('off');
  });

  it('is passed by a driver that cannot be made ready, which says what was not tried', async () => {
    const found = await checkConsole('127.0.0.1', await driver(), QUICK);
    expect(found.filter(({ ok }) => !ok)).toEqual([]);
    const change = found.find(({ name }) => name === 'tells of a change at once');
    expect(change?.detail).toContain('not tried');
  });

  it('finds who does not greet, or in another protocol', async () => {
    const port = await driver({ greets: { ...hello, protocol: 2 } });
    expect(await failed(port)).toEqual(['greets first, by protocol 1']);
    expect(await failed(1)).toEqual(['answers on its port']);
  });

  it('finds a counter that falls, a clock that is wrong and a line that is none', async () => {
    let pulses = 100;
    const falling = await driver({ beats: () => status({ pulses: (pulses -= 1) }) });
    expect(await failed(falling)).toContain(
      'counts pulses upwards, never more since it was switched on than in all',
    );
    const old = await driver({ beats: () => status({ at: '2001-01-01T00:00:00.000Z' }) });
    expect(await failed(old)).toContain('has the right time, which never runs back');
    const odd = await driver({ beats: () => ({ type: 'chat', text: 'hello' }) });
    expect(await failed(odd)).toContain(
      'says nothing but lines of the protocol: one JSON object each, UTF-8',
    );
  });

  it('finds who gives up over nonsense, and who stays ready', async () => {
    const fragile = await driver({ hears: (socket) => socket.destroy() });
    expect(await failed(fragile)).toContain('passes over what it does not understand');
    const stubborn = await driver({ beats: () => status({ state: 'ready' }) });
    expect(await failed(stubborn)).toContain(
      'goes to standby when told, the order in one piece or two',
    );
  });
});
