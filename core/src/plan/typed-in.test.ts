import { describe, expect, it } from 'vitest';
import type { SkinAnswer } from '../reaction';
import { evaluate } from './evaluate';
import { CASE, SETTING } from './plan.test-data';
import { testSpotReasons } from './cautions';
import type { PastSession } from './subject';

const WELL: SkinAnswer = { endpoint: 'right', adverse: [], painMax: 3 };
const BLISTER: SkinAnswer = { endpoint: 'strong', adverse: ['blister'], painMax: 7 };
const typedIn = (fluenceJcm2: number, answer = WELL, more: Partial<PastSession> = {}) => ({
  ...{ on: '2026-09-01', typedIn: true, wavelengthNm: 810, answer },
  setting: { ...SETTING, handpieceId: 'typedIn', fluenceJcm2 },
  ...more,
});
const startWith = (...history: PastSession[]) =>
  evaluate({ ...CASE, subject: { ...CASE.subject, history } }, SETTING, 'ranking').start;

describe('a session that was typed in', () => {
  it('does not say that this clinic’s light was borne: a test spot comes first', () => {
    const subject = { ...CASE.subject, history: [typedIn(20)] };
    const light = { handpieceId: SETTING.handpieceId, wavelengthNm: 810 };
    expect(testSpotReasons(subject, light, CASE.today)).toEqual(['newZone']);
  });

  it('begins as a new client’s does, held down by what was borne well elsewhere and never lifted', () => {
    const asNew = startWith();
    expect(asNew?.basis.kind).toMatch(/^protocol/);
    // A fifth more than was borne well, and 0.85 of that to begin with: 10.2, on the step of 1.
    expect(startWith(typedIn(10))).toMatchObject({ fluenceJcm2: 10, basis: asNew?.basis });
    expect(startWith(typedIn(60))).toEqual(asNew);
  });

  it('counts in full where it was borne badly, whatever the pulse', () => {
    const long = { ...SETTING, handpieceId: 'typedIn', fluenceJcm2: 12, pulseMs: 100 };
    const limit = (answer: SkinAnswer) =>
      evaluate(
        {
          ...CASE,
          subject: { ...CASE.subject, history: [typedIn(12, answer, { setting: long })] },
        },
        SETTING,
        'ranking',
      ).limits?.history;
    expect(limit(BLISTER)).toBeCloseTo(0.8 * 12, 9);
    expect(limit(WELL)).toBeCloseTo(1.2 * 12, 9);
  });
});
