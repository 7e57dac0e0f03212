import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { past, SETTING, SUBJECT } from '../plan/plan.test-data';
import { HAIR_MARKS, MARK_MEANING, type HairMark } from '../reaction';
import {
  laterReasons,
  nextReading,
  readingKind,
  spotsAsSessions,
  spotVerdict,
  type TestSpot,
} from './index';

const FIRED = '2026-11-24T10:00:00.000Z';
const after = (minutes: number) => new Date(Date.parse(FIRED) + minutes * 60_000).toISOString();

const spot = (
  fluenceJcm2: number,
  marks: readonly HairMark[],
  pain: number | null = 3,
  minutes: readonly number[] = [1, 10],
): TestSpot => ({
  id: `spot ${fluenceJcm2}`,
  at: FIRED,
  place: 'middle',
  setting: { ...SETTING, fluenceJcm2 },
  pulses: 3,
  note: '',
  skin: undefined,
  medicines: [],
  readings: minutes.map((minute, index) => ({
    id: `${fluenceJcm2} ${index}`,
    at: after(minute),
    marks: index === minutes.length - 1 ? marks : [],
    pain: index === 0 ? pain : null,
    photoIds: [],
    note: '',
  })),
});

describe('a reading', () => {
  it.each([
    [0, 'atOnce'],
    [4.9, 'atOnce'],
    [5, 'minutes'],
    [15, 'minutes'],
    [24 * 60 - 1, 'minutes'],
    [24 * 60, 'later'],
  ])('after %d minutes counts as %s', (minutes, kind) => {
    expect(readingKind(FIRED, after(minutes))).toBe(kind);
  });

  it('is due at once, then from 5 to 15 minutes, then from 24 to 48 hours where there is doubt', () => {
    const read = (...minutes: number[]) => ({
      at: FIRED,
      readings: minutes.map((m) => ({ at: after(m) })),
    });
    expect(nextReading(read(), true)).toEqual({ kind: 'atOnce', from: FIRED, until: after(5) });
    expect(nextReading(read(1), true)).toEqual({
      kind: 'minutes',
      from: after(5),
      until: after(15),
    });
    expect(nextReading(read(1, 9), true)).toEqual({
      kind: 'later',
      from: '2026-11-25T10:00:00.000Z',
      until: '2026-11-26T10:00:00.000Z',
    });
    expect(nextReading(read(1, 9), false)).toBeNull();
    expect(nextReading(read(1500), true)).toBeNull();
    // Missed at once, seen at eight minutes: that look makes up for it.
    expect(nextReading(read(8), false)).toBeNull();
  });

  it('a day later is asked for by dark skin and by every doubt', () => {
    expect(laterReasons(SUBJECT)).toEqual([]);
    expect(laterReasons({ ...SUBJECT, skin: { ...SUBJECT.skin, type: 4 } })).toEqual([
      'typesIVtoVI',
    ]);
    expect(laterReasons({ ...SUBJECT, skin: { ...SUBJECT.skin, surface: 'scarred' } })).toEqual([
      'scarred',
    ]);
    const blistered = past({ answer: { endpoint: 'right', adverse: ['blister'], painMax: 2 } });
    expect(laterReasons({ ...SUBJECT, history: [blistered] })).toEqual(['afterReaction']);
    const history = [past({ medicines: ['tretinoin'] })];
    expect(laterReasons({ ...SUBJECT, history, medicines: ['tretinoin'] })).toEqual([]);
    expect(laterReasons({ ...SUBJECT, history, medicines: ['doxycycline'] })).toEqual([
      'newMedicine',
    ]);
  });
});

describe('a row of test spots', () => {
  const verdict = (...spots: TestSpot[]) => spotVerdict(spots, false);
  const outcome = (...spots: TestSpot[]) => {
    const found = verdict(...spots);
    if (found.state !== 'use' && found.state !== 'stop') return found.state;
    return [found.state, found.spot.setting.fluenceJcm2, found.advice.because, found.wantedJcm2];
  };

  it('is none without any, and waits for the earliest reading that is due', () => {
    expect(verdict()).toEqual({ state: 'none' });
    expect(verdict(spot(16, [], 2, [1]), spot(18, [], 2, []))).toMatchObject({
      state: 'waiting',
      next: { kind: 'atOnce', spotId: 'spot 18' },
    });
    expect(spotVerdict([spot(16, ['perifollicularOedema'])], true)).toMatchObject({
      state: 'waiting',
      next: { kind: 'later' },
    });
  });

  // Each endpoint by the step rule: right holds, none raises by 10 %, strong and pain 5–6 lower by 10 %.
  it.each<[string, HairMark[], number, [string, number, string, number]]>([
    ['small bumps', ['perifollicularOedema'], 3, ['use', 20, 'endpointRight', 20]],
    ['slight redness', ['perifollicularErythema'], 4, ['use', 20, 'endpointRight', 20]],
    ['singed hairs', ['singedHair'], 0, ['use', 20, 'endpointRight', 20]],
    ['nothing', ['nothing'], 4, ['use', 20, 'noEndpoint', 22]],
    ['strong redness', ['strongRedness'], 3, ['use', 20, 'endpointStrong', 18]],
    ['pain of 5', ['perifollicularOedema'], 5, ['use', 20, 'pain5or6', 18]],
    ['pain of 7', ['perifollicularOedema'], 7, ['stop', 20, 'pain7', 16]],
  ])('with %s at 20 J/cm² gives its own outcome', (_name, marks, pain, expected) => {
    const found = outcome(spot(20, marks, pain));
    expect(found.slice(0, 3)).toEqual(expected.slice(0, 3));
    expect(found[3]).toBeCloseTo(expected[3], 9);
  });

  it.each(HAIR_MARKS.filter((mark) => MARK_MEANING[mark] === 'adverse'))(
    'stops on %s, before any other reading is made',
    (mark) => {
      expect(outcome(spot(20, [mark], 2, [1]))).toEqual(['stop', 20, 'adverse', 16]);
    },
  );

  it('takes the highest with the right endpoint below any that was too strong', () => {
    expect(
      outcome(
        spot(16, ['nothing']),
        spot(18, ['perifollicularOedema']),
        spot(20, ['perifollicularOedema']),
        spot(22, ['strongRedness']),
      ),
    ).toEqual(['use', 20, 'endpointRight', 20]);
  });

  it('lowers the lowest that was too strong where none below it was right', () => {
    expect(outcome(spot(18, ['strongRedness']), spot(20, ['perifollicularOedema']))).toEqual([
      'use',
      18,
      'endpointStrong',
      16.2,
    ]);
  });

  it('looks at the lowest that was taken badly, whatever else was right', () => {
    expect(
      outcome(spot(18, ['perifollicularOedema']), spot(20, ['greyOrWhite']), spot(22, ['blister'])),
    ).toEqual(['stop', 20, 'adverse', 16]);
  });

  it('tells a plan of all its spots, the deciding one last, and of none before all was read', () => {
    const seen = { on: '2026-11-24', wavelengthNm: 810, hair: SUBJECT.hair };
    const spots = [spot(18, ['perifollicularOedema']), spot(20, ['strongRedness'])];
    expect(
      spotsAsSessions(spots, false, seen).map(({ setting, test }) => [setting.fluenceJcm2, test]),
    ).toEqual([
      [20, true],
      [18, true],
    ]);
    expect(spotsAsSessions([...spots, spot(22, [], 3, [1])], false, seen)).toEqual([]);
  });

  it('never asks for more than a tenth over its highest spot, nor for what was taken badly', () => {
    const anySpot = fc
      .tuple(
        fc.integer({ min: 8, max: 40 }),
        fc.subarray([...HAIR_MARKS]),
        fc.integer({ min: 0, max: 10 }),
      )
      .map(([fluence, marks, pain]) => spot(fluence, marks, pain));
    fc.assert(
      fc.property(fc.array(anySpot, { minLength: 1, maxLength: 5 }), (spots) => {
        const found = spotVerdict(spots, false);
        if (found.state !== 'use' && found.state !== 'stop') throw new Error(found.state);
        const highest = Math.max(...spots.map(({ setting }) => setting.fluenceJcm2));
        expect(found.wantedJcm2).toBeLessThanOrEqual(1.1 * highest + 1e-9);
        const bad = spots.filter(
          ({ readings }) =>
            readings.some(({ pain }) => (pain ?? 0) >= 7) ||
            readings.some(({ marks }) => marks.some((mark) => MARK_MEANING[mark] === 'adverse')),
        );
        for (const { setting } of bad) {
          expect(found.wantedJcm2).toBeLessThanOrEqual(0.8 * setting.fluenceJcm2 + 1e-9);
        }
      }),
    );
  });
});
