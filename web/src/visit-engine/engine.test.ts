import type { EventsKept, NewEvent } from '@tidy-quill/contract/visit';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { beforeEach, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { VisitEngine, type Ports, type Sent } from './engine';
import type { Entry } from './entries';

const PULSE = { kind: 'pulsesFired', count: 1 } as const;
const PAUSED = { kind: 'paused' } as const;
const opened = (after: number) =>
  ({ visit: { id: 'v' }, areas: [{ id: 'area' }], events: [], after }) as unknown as VisitOpened;

/** A server as it may be met, and a browser's own store. */
class World {
  staffId: string | null = 'idony';
  reachable = true;
  lineOpen = false;
  /** Kinds that it refuses. */
  refuses: readonly string[] = [];
  readonly kept: NewEvent[] = [];
  readonly requests: number[] = [];
  readonly shelf = new Map<string, Entry>();
  readonly pauses: number[] = [];
  readAgain = 0;
  /** How many answers come as they were before the last event was kept. */
  overtaken = 0;
  wake: () => void = () => {};

  private readonly keep = (events: readonly NewEvent[], after: number): EventsKept => {
    this.kept.push(...events.filter(({ id }) => this.kept.every((each) => each.id !== id)));
    const all = this.kept.map((event, index) => ({ ...event, staffId: 'idony', seq: index + 1 }));
    return { events: all.slice(after), after: all.length };
  };

  readonly ports: Ports = {
    staffId: () => this.staffId,
    byLine: async (_visitId, events, after) => (this.lineOpen ? this.keep(events, after) : null),
    byRequest: async (_visitId, events, after): Promise<Sent> => {
      this.requests.push(events.length);
      if (!this.reachable) return { is: 'unreachable' };
      if (this.staffId === null) return { is: 'held' };
      const refused = events.some(({ body }) => this.refuses.includes(body.kind));
      return refused
        ? { is: 'refused', why: 'It does not fit.' }
        : { is: 'kept', kept: this.keep(events, after) };
    },
    since: async (_visitId, after) => {
      if (!this.reachable) return null;
      const { events, after: last } = this.keep([], after);
      return this.overtaken-- > 0
        ? { events: events.slice(0, -1), after: last - 1 }
        : { events, after: last };
    },
    readAgain: () => void this.readAgain++,
    onKept: () => {},
    onSent: () => {},
    entries: {
      persist: async (list) => list.forEach((each) => this.shelf.set(each.event.id, each)),
      remove: async (ids) => ids.forEach((id) => this.shelf.delete(id)),
      persisted: async () => [...this.shelf.values()],
    },
    keepSince: async () => {},
    later: (run, ms) => {
      this.pauses.push(ms);
      this.wake = run;
      return () => {
        this.wake = () => {};
      };
    },
  };
}

let world: World;
let engine: VisitEngine;

beforeEach(async () => {
  world = new World();
  engine = new VisitEngine();
  await engine.start(world.ports);
});

const entries = () =>
  engine.state().entries.map(({ event, status }) => `${event.body.kind} ${status}`);
/** Lets everything run that is under way. */
const settled = () => new Promise((resolve) => setImmediate(resolve));

describe('the visit engine', () => {
  it('keeps an entry in the browser before it is sent, and takes it off once the server has it', async () => {
    world.reachable = false;
    await engine.record('v', 'area', [PULSE]);
    expect([...world.shelf.values()].map(({ event }) => event.body)).toEqual([PULSE]);
    await settled();
    expect(entries()).toEqual(['pulsesFired waiting']);
    world.reachable = true;
    await engine.send();
    expect(entries()).toEqual(['pulsesFired sent']);
    expect(world.shelf.size).toBe(0);
    expect(world.kept).toHaveLength(1);
  });

  it('sends by the visit’s line where it is open, and by a request where it is not', async () => {
    world.lineOpen = true;
    await engine.record('v', 'area', [PULSE]);
    await settled();
    expect([world.kept.length, world.requests.length]).toEqual([1, 0]);
    world.lineOpen = false;
    await engine.record('v', 'area', [PAUSED]);
    await settled();
    expect([world.kept.length, world.requests.length]).toEqual([2, 1]);
  });

  it('tries again after growing pauses, and says whether the server can be reached', async () => {
    world.reachable = false;
    await engine.record('v', 'area', [PULSE]);
    await settled();
    expect(engine.state().link).toBe('down');
    for (let tries = 0; tries < 6; tries++) {
      world.wake();
      await settled();
    }
    expect(world.pauses).toEqual([1000, 2000, 4000, 8000, 16_000, 30_000, 30_000]);
    world.reachable = true;
    world.wake();
    await settled();
    expect([engine.state().link, world.kept.length]).toEqual(['up', 1]);
  });

  it('holds back only what is truly at fault of a batch, with why, until it was read', async () => {
    world.reachable = false;
    await engine.record('v', 'area', [PULSE, PAUSED, PULSE]);
    await settled();
    world.reachable = true;
    world.refuses = ['paused'];
    await engine.send();
    expect(entries()).toEqual(['pulsesFired sent', 'pulsesFired sent', 'paused refused']);
    const refused = defined(engine.state().entries.find(({ status }) => status === 'refused'));
    expect(refused.refused).toBe('It does not fit.');
    expect([...world.shelf.keys()]).toEqual([refused.event.id]);
    await engine.putAside(refused.event.id);
    expect([entries().length, world.shelf.size]).toEqual([2, 0]);
  });

  it('records for who is signed in, and sends it only while they are', async () => {
    world.reachable = false;
    await engine.record('v', 'area', [PULSE]);
    await settled();
    world.reachable = true;
    world.staffId = 'tobiah';
    await engine.send();
    expect(world.kept).toEqual([]);
    world.staffId = 'idony';
    await engine.send();
    expect(world.kept).toHaveLength(1);
    world.staffId = null;
    await expect(engine.record('v', 'area', [PULSE])).rejects.toThrow('Nobody is signed in');
  });

  it('takes up what an earlier page left behind', async () => {
    world.reachable = false;
    await engine.record('v', 'area', [PULSE]);
    await settled();
    const later = new VisitEngine();
    world.reachable = true;
    await later.start(world.ports);
    await later.send();
    expect(world.kept).toHaveLength(1);
  });

  it('takes up what becomes readable later, before what was recorded since, each once', async () => {
    world.reachable = false;
    await engine.record('v', 'area', [PULSE]);
    await settled();
    const sealed = [...world.shelf.values()];
    world.shelf.clear();
    const later = new VisitEngine();
    await later.start(world.ports);
    await later.record('v', 'area', [PAUSED]);
    for (const each of sealed) world.shelf.set(each.event.id, each);
    await later.takeUp();
    await later.takeUp();
    const kinds = () => later.state().entries.map(({ event }) => event.body.kind);
    expect(kinds()).toEqual(['pulsesFired', 'paused']);
    world.reachable = true;
    await later.send();
    expect(world.kept.map(({ body }) => body.kind)).toEqual(['pulsesFired', 'paused']);
  });

  it('says with each entry how far the visit had been read, once it is open', async () => {
    await engine.record('v', 'area', [PULSE]);
    await settled();
    engine.opened(opened(7));
    world.reachable = false;
    await engine.record('v', 'area', [PULSE]);
    expect(engine.state().entries.map(({ event }) => event.seen)).toEqual([undefined, 7]);
  });

  it('reads what another tablet recorded, and the visit whole where that brought a zone', async () => {
    engine.opened(opened(0));
    world.kept.push({ id: 'p', at: '2026-11-24T10:00:00.000Z', body: PULSE });
    await engine.catchUp('v', 1);
    expect(defined(engine.state().received['v']).events.map(({ id }) => id)).toEqual(['p']);
    expect(world.readAgain).toBe(0);
    const body = { kind: 'zoneAdded', areaId: 'other', assessment: null } as const;
    world.kept.push({ id: 'z', at: '2026-11-24T10:01:00.000Z', body });
    await engine.catchUp('v', 2);
    expect(world.readAgain).toBe(1);
  });

  it('asks again where an answer was overtaken by what it was asked for', async () => {
    engine.opened(opened(0));
    world.kept.push({ id: 'p', at: '2026-11-24T10:00:00.000Z', body: PULSE });
    // Asked before the stop was kept, told of it meanwhile, and answered without it.
    world.overtaken = 1;
    const stopped = { kind: 'stopped' } as const;
    world.kept.push({ id: 's', at: '2026-11-24T10:00:01.000Z', body: stopped });
    await engine.catchUp('v', 2);
    expect(defined(engine.state().received['v']).events.map(({ id }) => id)).toEqual(['p', 's']);
  });

  it('leaves what it has read already, and visits that are not open', async () => {
    world.kept.push({ id: 'p', at: '2026-11-24T10:00:00.000Z', body: PULSE });
    await engine.catchUp('v', 1);
    engine.opened(opened(1));
    await engine.catchUp('v', 1);
    expect(engine.state().received).toEqual({});
  });

  it('forgets what was read once nobody is signed in, and keeps what is not sent', async () => {
    engine.opened(opened(0));
    await engine.record('v', 'area', [PULSE]);
    await settled();
    world.reachable = false;
    await engine.record('v', 'area', [PAUSED]);
    await settled();
    engine.forget();
    expect(engine.readingOf('v')).toBeNull();
    expect(engine.state().received).toEqual({});
    expect(entries()).toEqual(['paused waiting']);
  });

  it('tells of every change, and of nothing else', async () => {
    let told = 0;
    const stop = engine.subscribe(() => told++);
    engine.linkIs('up');
    expect(told).toBe(0);
    engine.linkIs('down');
    expect(told).toBe(1);
    stop();
    engine.linkIs('up');
    expect([told, engine.state().link]).toEqual([1, 'up']);
  });
});
