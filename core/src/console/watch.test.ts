import { describe, expect, it } from 'vitest';
import { SETTING } from '../plan/plan.test-data';
import { asShown } from '../prepare';
import { consoleFaults, watchConsole, type ConsoleView, type RoomView } from './index';

const AT = Date.UTC(2026, 10, 24, 10);
const view = (second: number, more: Partial<ConsoleView> = {}): ConsoleView => ({
  link: 'up',
  serial: 'S1',
  at: new Date(AT + second * 1000).toISOString(),
  state: 'ready',
  fault: null,
  setting: asShown(SETTING, 810),
  tipC: 5,
  pulses: 1000,
  interlock: 'closed',
  emergencyStop: false,
  ...more,
});
const ROOM: RoomView = {
  running: true,
  testing: false,
  setting: SETTING,
  wavelengthNm: 810,
  plateC: 5,
};
const what = (before: ConsoleView | null, now: ConsoleView, room = ROOM) =>
  watchConsole(before, now, room).incidents.map((each) => each.what);

describe('a console that is watched', () => {
  it('counts the pulses that it has fired since', () => {
    const watched = watchConsole(view(0), view(1, { pulses: 1002 }), ROOM);
    expect(watched).toEqual({ pulses: { from: 1000, to: 1002 }, incidents: [], stop: false });
    expect(watchConsole(null, view(0), ROOM)).toEqual({ pulses: null, incidents: [], stop: false });
    expect(watchConsole(view(0, { serial: 'S0' }), view(1, { pulses: 7 }), ROOM).pulses).toBeNull();
  });

  it('tells of each fault once, when it begins, and stops the session', () => {
    const faults: readonly [string, Partial<ConsoleView>][] = [
      ['consoleLost', { link: 'down' }],
      ['consoleFault', { state: 'fault', fault: 'water flow' }],
      ['otherSettings', { setting: { ...asShown(SETTING, 810), fluenceJcm2: 20 } }],
      ['warmTip', { tipC: 10.5 }],
      ['interlockOpen', { interlock: 'open' }],
      ['emergencyStop', { emergencyStop: true }],
    ];
    for (const [name, more] of faults) {
      expect(what(view(0), view(1, more)), name).toEqual([name]);
      expect(what(view(1, more), view(2, more)), name).toEqual([]);
      expect(watchConsole(view(0), view(1, more), ROOM).stop, name).toBe(true);
    }
    expect(what(view(0), view(1, { tipC: 10 }))).toEqual([]);
    // One that was off was not in use.
    expect(what(view(0, { state: 'off' }), view(1, { state: 'off', link: 'down' }))).toEqual([]);
  });

  it('makes an incident of a pulse that should not have been, and counts it all the same', () => {
    const halted = { ...ROOM, running: false };
    const fired = watchConsole(view(0), view(1, { pulses: 1001 }), halted);
    expect(fired).toEqual({
      pulses: { from: 1000, to: 1001 },
      incidents: [{ what: 'pulseWhileNotReady', detail: '1 pulse' }],
      stop: true,
    });
    // Test spots are meant: counted, and nothing to tell of.
    expect(watchConsole(view(0), view(1, { pulses: 1001 }), { ...halted, testing: true })).toEqual({
      pulses: { from: 1000, to: 1001 },
      incidents: [],
      stop: false,
    });
    const other = { setting: { ...asShown(SETTING, 810), fluenceJcm2: 20 } };
    expect(what(view(0, other), view(1, { ...other, pulses: 1003 }))).toEqual([
      'pulseWithOtherSettings',
    ]);
  });

  it('does not count what the counter cannot have made in the time', () => {
    // 1.5 Hz for 1 s, three times over, and ten: 14.5 at the most.
    expect(what(view(0), view(1, { pulses: 1014 }))).toEqual([]);
    const jump = watchConsole(view(0), view(1, { pulses: 1015 }), ROOM);
    expect(jump).toEqual({
      pulses: null,
      incidents: [{ what: 'counterJump', detail: '1000 to 1015' }],
      stop: true,
    });
    expect(what(view(0), view(1, { pulses: 999 }))).toEqual(['counterJump']);
  });

  it('says nothing of an open door or another setting while nobody treats', () => {
    const halted = { ...ROOM, running: false };
    expect(what(view(0), view(1, { interlock: 'open', tipC: 20 }), halted)).toEqual([]);
    expect(what(view(0), view(1, { link: 'down' }), halted)).toEqual([]);
  });
});

describe('going on', () => {
  it('waits until the console is as it should be again; a lost link leaves working by hand', () => {
    expect(consoleFaults(view(0), ROOM)).toEqual([]);
    expect(consoleFaults(view(0, { tipC: 17, interlock: 'open' }), ROOM)).toEqual([
      'warmTip',
      'interlockOpen',
    ]);
    expect(consoleFaults(view(0, { state: 'fault', fault: 'x' }), ROOM)).toEqual(['consoleFault']);
    expect(consoleFaults(view(0, { link: 'down', tipC: 17 }), ROOM)).toEqual([]);
  });
});
