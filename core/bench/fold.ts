import { incrementalFold, zoneRecord } from '@tidy-quill/core/session';
import { type VisitEvent } from '@tidy-quill/core/events';
import { bench } from './timing';

const EVENTS = 10_000;
const events = Array.from({ length: EVENTS }, (_, index): VisitEvent => ({
  id: `00000000-0000-7000-8000-${String(index).padStart(12, '0')}`,
  at: new Date(Date.UTC(2026, 10, 24, 10) + index * 500).toISOString(),
  staffId: 's',
  body:
    index === 0
      ? { kind: 'treatmentStarted' }
      : index % 50 === 1
        ? { kind: 'cellChosen', cell: 1 + Math.floor(index / 400) }
        : index % 25 === 0
          ? { kind: 'painScored', score: 3 }
          : { kind: 'pulsesFired', count: 1 },
}));

// As long as a page may take to open before a hand notices.
bench('a session of 10,000 events rebuilt', 12, 3200, () => zoneRecord(events, 'a', 'a'));

const rebuild = incrementalFold();
let list: readonly VisitEvent[] = events;
rebuild(list, 'a');
// One frame of a screen is 16 ms: a press may not take more to show.
bench('one press more of it', 200, 500, () => {
  const second = list.length / 2;
  const at = new Date(Date.UTC(2026, 10, 24, 10) + second * 1000).toISOString();
  const id = `00000000-0000-7000-8000-${String(list.length).padStart(12, '0')}`;
  list = [...list, { id, at, staffId: 's', body: { kind: 'pulsesFired', count: 1 } }];
  return rebuild(list, 'a');
});
