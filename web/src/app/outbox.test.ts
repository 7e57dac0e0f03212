import { describe, expect, it } from 'vitest';
import { outbox, type Waiting } from './outbox';

const { kept, confirmed, linkChanged } = outbox.actions;
const empty = outbox.getInitialState();

const waiting = (id: string, refused: string | null = null): Waiting => ({
  visitId: 'visit',
  staffId: 'staff',
  event: { id, at: '2026-11-24T10:00:00.000Z', body: { kind: 'pulsesFired', count: 1 } },
  refused,
});

const ids = (list: readonly Waiting[]) => list.map(({ event }) => event.id);

describe('the outbox', () => {
  it('keeps what was recorded, in its order, each once', () => {
    let state = outbox.reducer(empty, kept([waiting('a'), waiting('b')]));
    state = outbox.reducer(state, kept([waiting('a')]));
    expect(ids(state.waiting)).toEqual(['b', 'a']);
  });

  it('moves what the server confirmed to what is still shown', () => {
    let state = outbox.reducer(empty, kept([waiting('a'), waiting('b')]));
    state = outbox.reducer(state, confirmed(['a']));
    expect(ids(state.waiting)).toEqual(['b']);
    expect(ids(state.sent)).toEqual(['a']);
  });

  it('never shows a refused entry as sent, once it was put aside', () => {
    let state = outbox.reducer(empty, kept([waiting('a', 'too high')]));
    state = outbox.reducer(state, confirmed(['a']));
    expect(state.waiting).toEqual([]);
    expect(state.sent).toEqual([]);
  });

  it('forgets the oldest of what was sent, not the newest', () => {
    const many = Array.from({ length: 600 }, (_, i) => waiting(String(i)));
    let state = outbox.reducer(empty, kept(many));
    state = outbox.reducer(state, confirmed(ids(many)));
    expect(state.sent).toHaveLength(500);
    expect(ids(state.sent).at(-1)).toBe('599');
  });

  it('knows whether the server can be reached', () => {
    expect(outbox.reducer(empty, linkChanged('down')).link).toBe('down');
  });
});
