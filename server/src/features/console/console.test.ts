import type { ConsoleLive, ToConsole } from '@tidy-quill/contract/console';
import type { Server, Socket } from 'node:net';
import { createServer } from 'node:net';
import { createInterface } from 'node:readline';
import { afterEach, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { SimulatedConsole } from '../../simulated/console';
import { ConsoleBridge } from './bridge';

const SETTING = {
  wavelengthNm: 810,
  fluenceJcm2: 18,
  pulseMs: 30,
  spot: { widthMm: 12, heightMm: 12 },
  rateHz: 1.5,
};
const NOW = new Date('2026-11-25T10:00:00Z');

describe('the simulated console', () => {
  const machine = () => {
    const made = new SimulatedConsole('S', 'a console', 1000);
    const take = (...orders: ToConsole[]) => {
      for (const order of orders) made.take(order);
      return made.status(NOW);
    };
    return { made, take };
  };
  const ON = { type: 'power', on: true } as const;
  const READY = { type: 'ready' } as const;
  const PEDAL = { type: 'pedal', pulses: 3 } as const;

  it('fires only when it was made ready', () => {
    const { take } = machine();
    expect(take(READY, PEDAL)).toMatchObject({ state: 'off', pulses: 1000 });
    expect(take(ON, PEDAL)).toMatchObject({ state: 'standby', pulses: 1000 });
    expect(take(READY, PEDAL)).toMatchObject({
      state: 'ready',
      pulses: 1003,
      pulsesSinceOn: 3,
    });
    expect(take({ type: 'standby' }, PEDAL)).toMatchObject({ state: 'standby', pulses: 1003 });
  });

  it('drops out of ready by itself when the door opens or the stop is pressed', () => {
    const { take } = machine();
    take(ON, READY);
    const open = { type: 'provoke', what: 'openInterlock', on: true } as const;
    expect(take(open)).toMatchObject({ state: 'standby', interlock: 'open' });
    expect(take(READY, PEDAL)).toMatchObject({ state: 'standby', pulses: 1000 });
    take({ ...open, on: false }, READY);
    const stop = { type: 'provoke', what: 'emergencyStop', on: true } as const;
    expect(take(stop, PEDAL)).toMatchObject({ state: 'fault', emergencyStop: true, pulses: 1000 });
  });

  it('shows other settings, a warm tip and a counter that jumps when they are provoked', () => {
    const { take } = machine();
    take({ type: 'dial', setting: SETTING, tipC: 5 });
    const provoke = (what: 'otherSettings' | 'warmTip' | 'counterJump') =>
      take({ type: 'provoke', what, on: true });
    expect(provoke('otherSettings').setting.fluenceJcm2).toBe(21.6);
    expect(provoke('warmTip').tipC).toBe(17);
    expect(provoke('counterJump').pulses).toBe(1500);
  });
});

describe('the bridge', () => {
  let server: Server | undefined;
  const sockets: Socket[] = [];
  afterEach(() => {
    for (const socket of sockets.splice(0)) socket.destroy();
    server?.close();
  });

  /** A console that is only a line: says what it is told to say, and keeps what it hears. */
  const line = async () => {
    const heard: string[] = [];
    server = createServer((socket) => {
      sockets.push(socket);
      const lines = createInterface({ input: socket });
      lines.on('line', (said) => heard.push(said));
      lines.on('error', () => {});
      socket.on('error', () => {});
      const made = new SimulatedConsole('S', 'a console', 7);
      socket.write(`not of the protocol\n${JSON.stringify(made.hello)}\n`);
      socket.write(`${JSON.stringify(made.status(NOW))}\n`);
    });
    const port = await new Promise<number>((resolve) => {
      defined(server).listen(0, '127.0.0.1', () =>
        resolve((defined(server).address() as { port: number }).port),
      );
    });
    return { heard, bridge: new ConsoleBridge(new Map([['Room', { host: '127.0.0.1', port }]])) };
  };
  const until = (bridge: ConsoleBridge, holds: (live: ConsoleLive) => boolean) =>
    new Promise<ConsoleLive>((resolve) => {
      defined(bridge.lineOf('Room')).listen((live) => {
        if (holds(live)) resolve(live);
      });
    });

  it('tells how the console stands, and passes over what is not of the protocol', async () => {
    const { bridge } = await line();
    const live = await until(bridge, ({ status }) => status !== null);
    expect(live).toMatchObject({ link: 'up', hello: { serial: 'S' }, status: { pulses: 7 } });
    expect(bridge.lineOf('Another room')).toBeNull();
  });

  it('says standby, and outlives a line that is torn', async () => {
    const { bridge, heard } = await line();
    await until(bridge, ({ status }) => status !== null);
    expect(defined(bridge.lineOf('Room')).say({ type: 'standby' })).toBe(true);
    await expect.poll(() => heard).toEqual(['{"type":"standby"}']);
    const down = until(bridge, ({ link }) => link === 'down');
    defined(sockets[0]).resetAndDestroy();
    expect((await down).status).toMatchObject({ pulses: 7 });
    // And finds the console again by itself.
    expect((await until(bridge, ({ link }) => link === 'up')).link).toBe('up');
  });

  it('tells no link as lost before the console had its time to answer', async () => {
    const { bridge } = await line();
    const links: string[] = [];
    for (let page = 0; page < 2; page++) {
      await new Promise<void>((resolve) => {
        const leave = defined(bridge.lineOf('Room')).listen(({ link }) => {
          links.push(link);
          if (link === 'up') {
            resolve();
            // The page is reloaded: nobody listens for a moment.
            queueMicrotask(() => leave());
          }
        });
      });
      await new Promise((resolve) => setImmediate(resolve));
    }
    expect([...new Set(links)]).toEqual(['opening', 'up']);
  });
});
