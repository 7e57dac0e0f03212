import { describe, expect, it } from 'vitest';
import type { Reaction } from '../session';
import type { Triage } from '../reaction';
import { median, reactionLine } from './index';

const triage = (level: Triage['level'], onsetHours = 6): Triage => ({
  ...{ level, onsetHours, reasons: [], adverse: true, againHours: null },
});
const report = {
  ...{ what: 'blister', onsetAt: '2026-11-02T16:00:00Z', extent: 'part', sizeCm: 1 },
  ...{ place: null, trend: 'same', signs: [] },
} as const;
const entry = (at: string, body: object) => ({ id: at, at, staffId: 's', body });
const REACTION = {
  ...{ id: 'r', reportedAt: '2026-11-03T09:00:00Z', report, adverse: true, againAt: null },
  triage: triage('advice', 30),
  entries: [
    entry('2026-11-03T09:00:00Z', {
      ...{ kind: 'reactionReported', how: 'phone', report, triage: triage('seeToday') },
      ...{ photoIds: [], note: '' },
    }),
    entry('2026-11-03T14:30:00Z', {
      ...{ kind: 'reactionFollowed', reactionId: 'r', how: 'seen', triage: triage('advice', 30) },
      ...{ did: ['dressed', 'photographed'], photoIds: [], note: '' },
    }),
    entry('2026-11-05T09:00:00Z', {
      ...{ kind: 'reactionFollowed', reactionId: 'r', how: 'seen', triage: null },
      ...{ did: ['dressed'], photoIds: [], note: '' },
    }),
  ],
  closed: { at: '2026-11-12T09:00:00Z', outcome: 'healed' },
} as unknown as Reaction;

describe('a reaction in a register', () => {
  it('has its gravest level, when it was first seen, and what was done, once', () => {
    expect(reactionLine(REACTION)).toEqual({
      ...{ what: 'blister', onsetHours: 6, reportedAt: '2026-11-03T09:00:00Z', adverse: true },
      ...{ level: 'seeToday', grade: 2, seenAt: '2026-11-03T14:30:00Z', hoursToSee: 5.5 },
      did: ['dressed', 'photographed'],
      closed: { at: '2026-11-12T09:00:00Z', outcome: 'healed' },
    });
  });

  it('has not been seen while it was told of by telephone alone', () => {
    const told = { ...REACTION, entries: REACTION.entries.slice(0, 1), closed: null };
    expect(reactionLine(told)).toMatchObject({ seenAt: null, hoursToSee: null, did: [] });
  });

  it('has no level where none could be worked out', () => {
    const lost = { ...REACTION, triage: null, entries: [] };
    expect(reactionLine(lost)).toMatchObject({ level: null, grade: null, onsetHours: null });
  });
});

it('the middle of numbers is the mean of the middle two of an even count', () => {
  expect([median([]), median([3]), median([5, 1, 3]), median([4, 1, 3, 2])]).toEqual([
    ...[null, 3, 3, 2.5],
  ]);
});
