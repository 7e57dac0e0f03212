import { zoneRecord, type VisitEvent } from '../src/record';
import { medianMs, report } from './timing';

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

// One frame of a screen is 16 ms: a press may not take more to show.
report(
  'a session of 10,000 events rebuilt',
  medianMs(12, () => zoneRecord(events, 'a', 'a')),
  16,
);
