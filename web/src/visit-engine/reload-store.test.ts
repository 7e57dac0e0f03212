import type { EventsKept } from '@tidy-quill/contract/visit';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { describe, expect, it } from 'vitest';
import { withSince } from './reload-store';

const event = (id: string) => ({ id }) as EventsKept['events'][number];
const opened = { events: [event('a'), event('b')], after: 2 } as unknown as VisitOpened;

describe('the visit that is kept for a reload without a network', () => {
  it('holds what came since it was read whole, each event once', () => {
    const later = withSince(opened, { events: [event('b'), event('c')], after: 3 });
    expect(later.events.map(({ id }) => id)).toEqual(['a', 'b', 'c']);
    expect(later.after).toBe(3);
  });

  it('never goes back behind what was read whole', () => {
    expect(withSince(opened, { events: [event('a')], after: 1 })).toEqual(opened);
  });
});
