import type { EventBody, VisitEvent } from '@tidy-quill/core/events';
import { describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import {
  asKept,
  eventsHeld,
  inTodaysShape,
  NOTHING_HELD,
  NOTHING_READ,
  withEntries,
  withoutEntry,
  withReading,
  withReceived,
  withSent,
  type Entry,
  type Held,
} from './entries';

const entry = (id: string, more: Partial<Entry> = {}): Entry => ({
  ...{ visitId: 'v', staffId: 'staff', status: 'waiting', refused: null },
  event: { id, at: '2026-11-24T10:00:00.000Z', body: { kind: 'pulsesFired', count: 1 } },
  ...more,
});
const event = (id: string): VisitEvent => ({
  ...{ id, at: '2026-11-24T10:00:00.000Z', staffId: 's' },
  body: { kind: 'pulsesFired', count: 1 },
});
const came = (held: Held, after: number, ...ids: string[]) =>
  withReceived(held, 'v', { events: ids.map(event), after });
const states = ({ entries }: Held) => entries.map(({ event: { id }, status }) => `${id} ${status}`);
const receivedOf = (held: Held) => held.received['v']?.events.map(({ id }) => id);

describe('what was recorded in this browser', () => {
  it('stands in its order, each once', () => {
    const held = withEntries(NOTHING_HELD, [entry('a'), entry('b')]);
    expect(states(withEntries(held, [entry('a')]))).toEqual(['b waiting', 'a waiting']);
  });

  it('is shown as sent once the server has it', () => {
    const held = withEntries(NOTHING_HELD, [entry('a'), entry('b')]);
    expect(states(withSent(held, new Set(['a'])))).toEqual(['a sent', 'b waiting']);
  });

  it('is gone once a refused one was read', () => {
    const held = withEntries(NOTHING_HELD, [entry('a', { status: 'refused', refused: 'no' })]);
    expect(states(withoutEntry(held, 'a'))).toEqual([]);
  });

  it('forgets the oldest of what was sent, and never what waits', () => {
    const many = Array.from({ length: 600 }, (_, index) => entry(String(index)));
    const held = withEntries(withEntries(NOTHING_HELD, [entry('first')]), many);
    const sent = withSent(held, new Set(many.map(({ event: { id } }) => id)));
    expect(sent.entries).toHaveLength(501);
    expect(states(sent).slice(0, 2)).toEqual(['first waiting', '100 sent']);
    expect(states(sent).at(-1)).toBe('599 sent');
  });
});

describe('what the server told since a visit was read', () => {
  it('stands in the order in which it was kept, each once, up to the last place', () => {
    // An answer that was overtaken takes nothing back.
    const held = came(came(came(NOTHING_HELD, 11, 'a'), 13, 'a', 'b', 'c'), 12, 'b');
    expect(receivedOf(held)).toEqual(['a', 'b', 'c']);
    expect(defined(held.received['v']).after).toBe(13);
  });

  it('is of each visit by itself', () => {
    const held = withReceived(came(NOTHING_HELD, 11, 'a'), 'w', {
      events: [event('x')],
      after: 20,
    });
    expect(receivedOf(held)).toEqual(['a']);
    expect(held.received['w']).toEqual({ events: [event('x')], after: 20 });
  });

  it('is forgotten once the visit was read up to there, and no sooner', () => {
    const held = came(NOTHING_HELD, 11, 'a');
    expect(withReading(held, 'v', 10)).toBe(held);
    expect(withReading(held, 'v', 11).received).toEqual({});
    expect(withReading(held, 'w', 99)).toBe(held);
  });

  it('says nothing of places where the visit was not open', () => {
    expect(came(NOTHING_HELD, NOTHING_READ)).toBe(NOTHING_HELD);
  });
});

describe('the events of a visit', () => {
  it('are those read, those told since and those recorded here, each once, whoever told of it first', () => {
    const own = ['b', 'c', 'd'].map((id) => entry(id));
    const others = [entry('x', { visitId: 'w' }), entry('y', { status: 'refused', refused: 'no' })];
    const held = withSent(
      came(withEntries(NOTHING_HELD, [...own, ...others]), 3, 'b', 'c'),
      new Set(['b']),
    );
    const all = eventsHeld([event('a'), event('b')], held, 'v');
    expect(all.map(({ id, staffId }) => `${id} ${staffId}`)).toEqual([
      ...['a s', 'b s', 'c s', 'd staff'],
    ]);
  });
});

describe('what an earlier release left behind', () => {
  it('is read in today’s shape, whether it says its version or not', () => {
    const { status: _, ...old } = entry('a');
    const body = { kind: 'numbingChanged', on: true, areaCm2: 40 } as unknown as EventBody;
    const left = { ...old, event: { ...old.event, body } };
    expect(inTodaysShape(left)).toEqual({
      ...left,
      status: 'waiting',
      event: {
        ...left.event,
        body: { kind: 'numbingChanged', on: true, areaCm2: 40, by: 'cream' },
      },
    });
    expect(inTodaysShape({ ...left, refused: 'The record is signed' }).status).toBe('refused');
  });

  it('is called as it is today', () => {
    const { status: _, ...old } = entry('a');
    const body = { kind: 'causeLooked', cause: 'unseenTan', found: true } as unknown as EventBody;
    const left = { ...old, version: 1, event: { ...old.event, body } };
    expect(inTodaysShape(left).event.body).toEqual({
      ...{ kind: 'causeChecked', cause: 'unseenTan', found: true },
    });
  });

  it('comes back as it was kept by this one', () => {
    const own = entry('b', { status: 'refused', refused: 'no' });
    expect(asKept(own).version).toBe(1);
    expect(inTodaysShape(asKept(own))).toEqual(own);
  });
});
