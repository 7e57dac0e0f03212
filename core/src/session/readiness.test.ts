import { describe, expect, it } from 'vitest';
import type { ConsentStanding } from '../consent';
import {
  QUESTION_IDS,
  STANDARD_SUITABILITY,
  type Answers,
  type SuitabilityCase,
} from '../suitability';
import { notReadyFor } from './readiness';
import { visitRecord } from './visit-record';
import { type EventBody, type VisitEvent } from '../events';
import { answersGiven } from './record.test-data';

const allNo = Object.fromEntries(QUESTION_IDS.map((id) => [id, { yes: false }])) as Answers;
const sun = (lastOn: string) => ({ ...allNo, sun: { yes: true, lastOn } }) as Answers;
const event = (body: EventBody): VisitEvent => ({
  id: body.kind,
  at: '2026-11-24T10:00:00Z',
  staffId: 's',
  body,
});
const VALID: ConsentStanding = {
  state: 'valid',
  consent: {
    id: 'c',
    kind: 'hair',
    areaId: 'a',
    signedOn: '2026-10-01',
    validUntil: '2027-10-01',
    withdrawnOn: null,
    guardian: false,
    uses: [],
  },
};
const CASE: SuitabilityCase = { job: 'hair', place: 'body', age: 30, on: '2026-12-08' };

const notReady = (more: Partial<Parameters<typeof notReadyFor>[0]> = {}) =>
  notReadyFor({
    record: visitRecord([]),
    ahead: null,
    consent: VALID,
    case: CASE,
    rules: STANDARD_SUITABILITY,
    gap: null,
    ...more,
  });

describe('a coming visit', () => {
  it('is ready once asked, with nothing in the way and a consent in force', () => {
    expect(notReady({ record: visitRecord([event(answersGiven(allNo))]) })).toEqual([]);
  });

  it('waits to be asked, or to have what was answered at home confirmed', () => {
    expect(notReady()).toEqual([{ code: 'notAsked' }]);
    expect(notReady({ ahead: { answers: allNo, medicines: [] } })).toEqual([{ code: 'toConfirm' }]);
  });

  it('lacks what the clinic does not have in the client’s language and the visit still needs', () => {
    const gap = { language: 'pl', parts: ['questions', 'consents', 'aftercare'] } as const;
    const asked = visitRecord([event(answersGiven(allNo))]);
    expect(notReady({ record: asked, gap })).toEqual([
      { code: 'language', language: 'pl', parts: ['aftercare'] },
    ]);
    expect(notReady({ gap, consent: { state: 'missing' } })).toContainEqual({
      code: 'language',
      language: 'pl',
      parts: ['questions', 'consents', 'aftercare'],
    });
    expect(notReady({ record: asked, gap: { language: 'pl', parts: ['questions'] } })).toEqual([]);
  });

  it('counts a wait up to the day of the visit, not of the answers', () => {
    // 28 days after 10 November is 8 December, the day of the visit itself.
    expect(notReady({ ahead: { answers: sun('2026-11-10'), medicines: [] } })).toEqual([
      { code: 'toConfirm' },
    ]);
    expect(notReady({ ahead: { answers: sun('2026-11-11'), medicines: [] } })).toContainEqual({
      code: 'stopped',
      outcome: 'wait',
      rules: ['sun'],
      clearOn: '2026-12-09',
    });
  });

  it('names a medicine by its name, and no day where none helps', () => {
    const ahead = {
      answers: { ...allNo, medicines: { yes: true } } as Answers,
      medicines: [{ name: 'moonwort', substanceId: null, lastOn: null }],
    };
    expect(notReady({ ahead })).toContainEqual({
      code: 'stopped',
      outcome: 'refer',
      rules: ['moonwort'],
      clearOn: null,
    });
  });

  it('is not held by what a supervisor has set aside', () => {
    const override = event({
      kind: 'stopOverridden',
      rules: ['sun'],
      reason: 'covered',
      supervisorId: 's',
    });
    const record = visitRecord([
      event(answersGiven(sun('2026-11-20'))),
      { ...override, at: '2026-11-24T10:01:00Z' },
    ]);
    expect(notReady({ record })).toEqual([]);
  });

  it('says that consent is missing, and when a guardian has to come', () => {
    const record = visitRecord([event(answersGiven(allNo))]);
    const consent = { state: 'missing' } as const;
    expect(notReady({ record, consent })).toEqual([
      { code: 'consent', state: 'missing', guardian: false },
    ]);
    expect(notReady({ record, consent, case: { ...CASE, age: 17 } })).toContainEqual({
      code: 'consent',
      state: 'missing',
      guardian: true,
    });
  });
});
