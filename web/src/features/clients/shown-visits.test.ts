import type { ClientVisit } from '@tidy-quill/contract/clients';
import { describe, expect, it } from 'vitest';
import { ALL, isShown } from './shown-visits';

const DAY_MS = 86_400_000;
const visit = (daysAgo: number, more: Partial<ClientVisit> = {}): ClientVisit => ({
  ...{ id: 'v', areaId: 'a', stage: 'sendHome', finished: true, lights: [], pulses: 9 },
  cancelled: null,
  startsAt: new Date(Date.now() - daysAgo * DAY_MS).toISOString(),
  ...{
    answer: { endpoint: 'right', adverse: [], painMax: 3 },
    openReactions: 0,
    findings: null,
    fading: null,
    sessions: [],
  },
  ...more,
});
const HARMED = { answer: { endpoint: 'right', adverse: ['blister'], painMax: 3 } } as const;

describe('the visits of a client', () => {
  it('are all shown at first', () => {
    expect(isShown(visit(3000), ALL)).toBe(true);
  });

  it('with a reaction are those with harm seen, or told of and still open', () => {
    const only = { ...ALL, reactedOnly: true };
    expect(isShown(visit(10), only)).toBe(false);
    expect(isShown(visit(10, HARMED), only)).toBe(true);
    expect(isShown(visit(10, { openReactions: 1 }), only)).toBe(true);
  });

  it('of the last year end a year ago', () => {
    const only = { ...ALL, lastYearOnly: true };
    expect(isShown(visit(364), only)).toBe(true);
    expect(isShown(visit(366), only)).toBe(false);
    expect(isShown(visit(366, HARMED), { ...only, reactedOnly: true })).toBe(false);
  });
});
