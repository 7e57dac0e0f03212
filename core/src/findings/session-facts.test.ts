import { describe, expect, it } from 'vitest';
import type { EventBody, VisitEvent } from '../events';
import { zoneRecords } from '../session';
import { BEGUN, events, twoSettings, ZONE } from '../session/hair-session.test-data';
import { defined } from '../units';
import { sessionFacts } from './index';

const factsOf = (list: readonly VisitEvent[]) => sessionFacts(list, zoneRecords(list, ZONE));

const ENDED = [
  [10, { kind: 'pulsesFired', count: 100 }],
  [11, { kind: 'markSeen', mark: 'perifollicularOedema' }],
  [12, { kind: 'painScored', score: 4 }],
  [14, { kind: 'treatmentEnded' }],
] as const satisfies readonly (readonly [number, EventBody])[];

describe('what counts of a session', () => {
  it('is nothing before its treatment has ended', () => {
    expect(factsOf(events(...BEGUN, ENDED[0]))).toEqual([]);
    expect(factsOf(events(...BEGUN, ...ENDED))).toHaveLength(1);
  });

  it('is what it was worked with and what came of it', () => {
    expect(factsOf(events(...BEGUN, ...ENDED))[0]).toMatchObject({
      ...{ areaId: ZONE, treatedOn: '2026-11-24', job: 'hair', staffId: 's' },
      ...{ endpoint: 'right', startEndpoint: 'right', adverse: false, painMax: 4, grade: null },
      treatMinutes: 9,
      ...{ incidents: 0, overrides: 0, wait: null, wavelengthNm: 810 },
    });
  });

  it('tells the fluence that was begun with from the last one, and the setting with most pulses from both', () => {
    const [facts] = factsOf(twoSettings());
    expect(facts).toMatchObject({
      ...{ startJcm2: 16, endJcm2: 12, startEndpoint: 'strong', painMax: 7 },
    });
  });

  it('takes a visit from its first entry of the day to sending home', () => {
    const home: EventBody = { kind: 'sentHome', advice: [], nextVisitOn: '2027-01-05', note: '' };
    expect(defined(factsOf(events(...BEGUN, ...ENDED, [33, home]))[0]).visitMinutes).toBe(33);
    expect(defined(factsOf(events(...BEGUN, ...ENDED))[0]).visitMinutes).toBeNull();
  });

  it('counts what a supervisor set aside, and incidents', () => {
    const [facts] = factsOf(
      events(
        ...BEGUN.slice(0, 2),
        [2, { kind: 'stopOverridden', rules: ['sun'], reason: 'x', supervisorId: 'c' }],
        ...BEGUN.slice(2),
        [9, { kind: 'incident', what: 'consoleLost', detail: '' }],
        ...ENDED,
      ),
    );
    expect(facts).toMatchObject({ overrides: 1, incidents: 1 });
  });

  it('counts harm that was told of later', () => {
    const blister: EventBody = {
      ...{ kind: 'reactionReported', how: 'phone', triage: null, photoIds: [], note: '' },
      report: {
        ...{ what: 'blister', extent: 'part', sizeCm: 1, place: null, signs: [], trend: 'same' },
        onsetAt: '2026-11-24T12:00:00.000Z',
      },
    };
    const [facts] = factsOf(events(...BEGUN, ...ENDED, [200, blister]));
    expect(facts).toMatchObject({ adverse: true });
  });
});
