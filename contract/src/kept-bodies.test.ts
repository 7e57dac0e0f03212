import { bodyVersion } from '@tidy-quill/core/events';
import { STANDARD_SUITABILITY } from '@tidy-quill/core/suitability';
import { describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { EventBody } from './event-bodies';
import { SAMPLES } from './events.test-data';
import { readBody } from './kept-bodies';
import { read } from './problem';

const [rule] = STANDARD_SUITABILITY.rules;
const ASSESSMENT = {
  outcome: 'wait',
  clearOn: '2026-12-08',
  findings: [
    {
      ...{ rule: defined(rule), medicine: null, outcome: 'wait', advice: 'Wait two weeks' },
      ...{ lastOn: '2026-11-24', wait: { days: 14 }, clearOn: '2026-12-08' },
    },
  ],
  unanswered: [],
};
const TRIAGE = {
  level: 'clinicianNow',
  reasons: [{ reason: 'fever', level: 'clinicianNow' }],
  onsetHours: 5.25,
  adverse: true,
  againHours: 4,
};

describe('a body as it was kept', () => {
  it.each(Object.values(SAMPLES))('is read back as it is: $kind', (body) => {
    const { kind } = body;
    expect(readBody({ kind, version: bodyVersion(kind), body })).toEqual(body);
  });

  it.each([
    { ...SAMPLES.answersGiven, assessment: ASSESSMENT, elsewhere: { 'an-area': ASSESSMENT } },
    { ...SAMPLES.zoneAdded, assessment: ASSESSMENT },
    { ...SAMPLES.reactionReported, triage: TRIAGE },
    { ...SAMPLES.reactionFollowed, triage: TRIAGE },
  ])('keeps what the server worked out: $kind', (body) => {
    const { kind } = body;
    expect(readBody({ kind, version: bodyVersion(kind), body })).toEqual(body);
  });

  it('is brought up to date: answers kept before medicines were named, numbing kept before there was anything but cream', () => {
    const { medicines: _medicines, ...answers } = SAMPLES.answersGiven;
    expect(readBody({ kind: 'answersGiven', version: 1, body: answers })).toEqual({
      ...SAMPLES.answersGiven,
      medicines: null,
    });
    const numbed = { kind: 'numbingChanged', on: true, areaCm2: 80 };
    expect(readBody({ kind: 'numbingChanged', version: 1, body: numbed })).toEqual({
      ...numbed,
      by: 'cream',
    });
    const injected = { ...numbed, by: 'injected' };
    expect(readBody({ kind: 'numbingChanged', version: 1, body: injected })).toEqual(injected);
  });

  it.each([
    ['causeLooked', SAMPLES.causeChecked],
    ['watched', SAMPLES.postTreatmentChecked],
  ] as const)('is read by the name of today, where its kind was called %s', (kind, body) => {
    expect(readBody({ kind, version: 1, body: { ...body, kind } })).toEqual(body);
    expect(readBody({ kind, version: 2, body: { ...body, kind } })).toBeNull();
    // A tablet that was open before the release sends it so.
    expect(read(EventBody, { ...body, kind })).toEqual({ ok: true, value: body });
  });

  it.each([
    ['of a kind that nobody knows', { kind: 'teleported', version: 1, body: {} }],
    ['named like a property of objects', { kind: 'constructor', version: 1, body: {} }],
    ['of a newer release', { kind: 'paused', version: 2, body: { kind: 'paused' } }],
    [
      'without what its kind holds',
      { kind: 'painScored', version: 1, body: { kind: 'painScored' } },
    ],
    ['of another kind than its row', { kind: 'paused', version: 1, body: { kind: 'stopped' } }],
    [
      'kept as today’s version in an older shape',
      { kind: 'numbingChanged', version: 2, body: { kind: 'numbingChanged', on: 1 } },
    ],
    ['no object', { kind: 'paused', version: 1, body: 'paused' }],
    [
      'a time that cannot be',
      {
        kind: 'reactionReported',
        version: 1,
        body: {
          ...SAMPLES.reactionReported,
          report: { ...SAMPLES.reactionReported.report, onsetAt: '2026-02-30T00:00:00Z' },
        },
      },
    ],
  ])('is not read where it is %s', (_, kept) => {
    expect(readBody(kept)).toBeNull();
  });
});
