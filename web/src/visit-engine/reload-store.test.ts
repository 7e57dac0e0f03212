import type { EventsKept } from '@tidy-quill/contract/visit';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { describe, expect, it } from 'vitest';
import { withPage, withSince } from './reload-store';

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

describe('the pages that are kept to be read without the server', () => {
  const page = (url: string, atMs = 1) => ({ url, data: { url }, atMs });

  it('are the newest twelve, each once, and of one person alone', () => {
    let kept = withPage(undefined, 'idony', page('/today'));
    kept = withPage(kept, 'idony', page('/today', 2));
    expect(kept.pages).toEqual([page('/today', 2)]);
    for (let i = 0; i < 12; i += 1) kept = withPage(kept, 'idony', page(`/today?day=${i}`));
    expect(kept.pages).toHaveLength(12);
    expect(kept.pages.some(({ url }) => url === '/today')).toBe(false);
    expect(withPage(kept, 'tobiah', page('/today')).pages).toEqual([page('/today')]);
  });
});
