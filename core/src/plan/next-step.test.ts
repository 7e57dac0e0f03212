import { describe, expect, it } from 'vitest';
import type { HairMark } from '../reaction';
import { nextStep } from './index';
import { SETTING } from './plan.test-data';
import { defined } from '../units';

const step = (marks: readonly HairMark[], pains: readonly number[], more: object = {}) =>
  nextStep({
    setting: { ...SETTING, fluenceJcm2: 18 },
    marks,
    pains,
    upperJcm2: 24,
    scale: { min: 5, max: 40, step: 1 },
    raisedToday: false,
    ...more,
  });

describe('the next step of a session', () => {
  it.each<[string, HairMark[], number[], number]>([
    // 18 × 1.1 = 19.8, on the step 19; × 0.9 = 16.2, on 16; × 0.8 = 14.4, on 14.
    ['nothing seen and pain 4', ['nothing'], [4], 19],
    ['bumps', ['perifollicularOedema'], [3], 18],
    ['strong redness', ['strongRedness'], [3], 16],
    ['pain 5', ['perifollicularOedema'], [3, 5], 16],
    ['pain 6', ['nothing'], [6], 16],
    ['pain 7', ['nothing'], [7], 14],
    ['a blister', ['blister'], [2], 14],
  ])('after %s is worked out on the console’s step', (_name, marks, pains, expected) => {
    expect(defined(step(marks, pains)).fluenceJcm2).toBe(expected);
  });

  it('is none before anything was read', () => {
    expect(step([], [])).toBeNull();
  });

  it('rises once a zone a visit, and never past the limit', () => {
    expect(step(['nothing'], [2], { raisedToday: true })).toMatchObject({
      fluenceJcm2: 18,
      held: 'raisedToday',
    });
    expect(step(['nothing'], [2], { upperJcm2: 18 })).toMatchObject({
      fluenceJcm2: 18,
      held: 'limit',
    });
  });

  it('says that the console has no lower step instead of giving the same again', () => {
    const lowest = { setting: { ...SETTING, fluenceJcm2: 5 } };
    expect(step(['blister'], [2], lowest)).toMatchObject({ fluenceJcm2: null, held: null });
    expect(step(['strongRedness'], [2], lowest)).toMatchObject({ fluenceJcm2: null });
    expect(step(['perifollicularOedema'], [2], lowest)).toMatchObject({ fluenceJcm2: 5 });
  });

  it('tells a step of more than a tenth from a limit', () => {
    // 8 × 1.1 = 8.8; the next step of 9 would be + 12.5 %.
    const low = { setting: { ...SETTING, fluenceJcm2: 8 } };
    expect(step(['nothing'], [2], low)).toMatchObject({
      fluenceJcm2: 8,
      held: 'stepTooLarge',
      stepShare: 0.125,
    });
    expect(step(['nothing'], [2], { ...low, upperJcm2: 8.5 })).toMatchObject({ held: 'limit' });
  });
});
