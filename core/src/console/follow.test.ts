import { describe, expect, it } from 'vitest';
import { BEGUN, events, PLAN, ZONE } from '../session/hair-session.test-data';
import { zoneRecords } from '../session';
import type { EventBody } from '../events';
import { asShown } from '../prepare';
import { followConsole, zoneAtWork, type ConsoleView } from './index';
import { defined } from '../units';

const { setting } = PLAN;
const view = (second: number, more: Partial<ConsoleView> = {}): ConsoleView => ({
  link: 'up',
  serial: 'S1',
  at: new Date(Date.UTC(2026, 10, 24, 10, 10, second)).toISOString(),
  state: 'ready',
  fault: null,
  setting: asShown(setting, 810),
  tipC: 5,
  pulses: 1000,
  interlock: 'closed',
  emergencyStop: false,
  ...more,
});
type Line = readonly [minute: number, body: EventBody];
const visit = (...lines: Line[]) => {
  const list = events(...lines);
  return { bookedId: ZONE, events: list, zones: zoneRecords(list, ZONE) };
};
const READY = BEGUN.slice(0, -1);

describe('what a visit makes of its console', () => {
  it('is pulses while it is treated', () => {
    expect(followConsole(view(0), view(1, { pulses: 1002 }), visit(...BEGUN))).toEqual({
      areaId: ZONE,
      bodies: [{ kind: 'consolePulses', serial: 'S1', from: 1000, to: 1002 }],
      standby: false,
    });
  });

  it('is an incident, a stop and standby when it fails', () => {
    const followed = defined(
      followConsole(view(0), view(1, { interlock: 'open' }), visit(...BEGUN)),
    );
    expect(followed.bodies.map(({ kind }) => kind)).toEqual(['incident', 'stopped']);
    expect(followed.standby).toBe(true);
  });

  it('is standby, for as long as it is ready after pain of 7', () => {
    const hurt = visit(...BEGUN, [10, { kind: 'painScored', score: 7 }]);
    expect(followConsole(view(0), view(1), hurt)).toMatchObject({ bodies: [], standby: true });
    const standby = view(1, { state: 'standby' });
    expect(followConsole(view(0), standby, hurt)).toMatchObject({ bodies: [], standby: false });
  });

  it('is told of a pulse before the start, without taking a console away that may be in use by hand', () => {
    const early = defined(followConsole(view(0), view(1, { pulses: 1001 }), visit(...READY)));
    expect(early.bodies.map(({ kind }) => kind)).toEqual(['consolePulses', 'incident']);
    expect(early.standby).toBe(false);
    const halted = visit(...BEGUN, [10, { kind: 'paused' }]);
    expect(defined(followConsole(view(0), view(1, { pulses: 1001 }), halted)).standby).toBe(true);
  });

  it('begins with what was counted of the session, where nobody listened before', () => {
    const counted: Line = [6, { kind: 'consolePulses', serial: 'S1', from: 990, to: 998 }];
    const followed = defined(followConsole(null, view(0), visit(...BEGUN, counted)));
    expect(followed.bodies).toEqual([{ kind: 'consolePulses', serial: 'S1', from: 998, to: 1000 }]);
    expect(defined(followConsole(null, view(0), visit(...BEGUN))).bodies).toEqual([]);
  });

  it('is nothing where nobody works at the console', () => {
    const fired = view(1, { pulses: 1002 });
    expect(followConsole(view(0), fired, visit(...BEGUN.slice(0, 2)))).toBeNull();
    // The plan alone may have been made at a desk.
    expect(zoneAtWork(visit(...BEGUN.slice(0, 3)))).toBeNull();
  });
});
