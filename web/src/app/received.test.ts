import type { VisitEvent } from '@tidy-quill/core/events';
import { describe, expect, it } from 'vitest';
import { arrived, hasArrived, NOTHING_READ, wasRead, type ArrivedState } from './received';

const event = (id: string): VisitEvent => ({
  ...{ id, at: '2026-11-24T10:00:00.000Z', staffId: 's' },
  body: { kind: 'pulsesFired', count: 1 },
});
const came = (state: ArrivedState, after: number, ...ids: string[]) =>
  arrived(state, hasArrived({ visitId: 'v', kept: { events: ids.map(event), after } }));
const idsIn = (state: ArrivedState) => state['v']?.events.map(({ id }) => id);

describe('what came since a visit was read', () => {
  it('stands in the order in which it was kept, each once, up to the last place', () => {
    let state = came({}, 11, 'a');
    state = came(state, 13, 'a', 'b', 'c');
    // An answer that was overtaken takes nothing back.
    state = came(state, 12, 'b');
    expect(idsIn(state)).toEqual(['a', 'b', 'c']);
    expect(state['v']!.after).toBe(13);
  });

  it('is of each visit by itself', () => {
    const kept = { events: [event('x')], after: 20 };
    const state = arrived(came({}, 11, 'a'), hasArrived({ visitId: 'w', kept }));
    expect(idsIn(state)).toEqual(['a']);
    expect(state['w']).toEqual(kept);
  });

  it('is forgotten once the visit was read up to there, and no sooner', () => {
    const state = came({}, 11, 'a');
    expect(arrived(state, wasRead({ visitId: 'v', after: 10 }))).toBe(state);
    expect(arrived(state, wasRead({ visitId: 'v', after: 11 }))).toEqual({});
    expect(arrived(state, wasRead({ visitId: 'w', after: 99 }))).toBe(state);
  });

  it('says nothing of places where the visit was not open', () => {
    expect(came({}, NOTHING_READ)).toEqual({});
  });

  it('is left as it is by all else, and never changed in place', () => {
    const state = came({}, 11, 'a');
    expect(arrived(state, { type: 'outbox/kept' })).toBe(state);
    came(state, 12, 'b');
    expect(idsIn(state)).toEqual(['a']);
  });
});
