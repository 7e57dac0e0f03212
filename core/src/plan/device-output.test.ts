import { describe, expect, it } from 'vitest';
import { asShown, mismatches } from '../prepare';
import { asGiven, dialledJcm2, evaluate, outputProblem, propose } from './index';
import { DIODE, CASE, SETTING } from './plan.test-data';
import { defined } from '../units';

const OUTPUT = { share: 0.87, on: '2026-11-30' };
const given = { ...CASE, handpieces: [asGiven(DIODE, OUTPUT)] };

describe('a plan with a console that gives less than it shows', () => {
  it('is made of what reaches skin, and says what has to be dialled', () => {
    const { setting, evaluation } = defined(propose(given).proposals[0]);
    expect(setting.output).toEqual(OUTPUT);
    // Whole J/cm² are dialled, and 0.87 of them arrive.
    const dialled = dialledJcm2(setting);
    expect(dialled).toBe(Math.round(dialled));
    expect(setting.fluenceJcm2).toBeCloseTo(0.87 * dialled, 9);
    expect(evaluation.refusals).toEqual([]);
  });

  it('has the same limits of skin as one that is taken at its word', () => {
    const at = { ...SETTING, fluenceJcm2: 0.87 * 15 };
    const there = evaluate(given, { ...at, output: OUTPUT });
    const here = evaluate({ ...CASE, handpieces: [DIODE] }, at);
    expect(there.limits?.model).toBe(here.limits?.model);
    expect(there.limits?.protocol).toBe(here.limits?.protocol);
    expect(there.limits?.device).toBeCloseTo(0.87 * defined(here.limits?.device), 9);
  });

  it('is read back from the console as it is dialled', () => {
    const setting = { ...SETTING, fluenceJcm2: 13.05, output: OUTPUT };
    expect(asShown(setting, 810).fluenceJcm2).toBe(15);
    expect(mismatches(setting, 810, asShown(setting, 810))).toEqual([]);
    expect(mismatches(setting, 810, { ...asShown(setting, 810), fluenceJcm2: 13.05 })).toEqual([
      'fluenceJcm2',
    ]);
  });

  it('does not hold once it was measured again, nor before it was', () => {
    const setting = { ...SETTING, fluenceJcm2: 13.05, output: OUTPUT };
    const codes = (handpiece: typeof DIODE) =>
      evaluate({ ...CASE, handpieces: [handpiece] }, setting).refusals.map(({ code }) => code);
    expect(codes(asGiven(DIODE, OUTPUT))).toEqual([]);
    expect(codes(asGiven(DIODE, { ...OUTPUT, share: 0.88 }))).toContain('otherOutput');
    expect(codes(DIODE)).toContain('otherOutput');
    expect(outputProblem(setting, DIODE)).toBe('otherOutput');
    expect(outputProblem(setting, asGiven(DIODE, { share: 0.87, on: '2026-12-01' }))).toBeNull();
    expect(outputProblem(SETTING, { ...DIODE, inService: false })).toBe('notInService');
    expect(outputProblem(SETTING, undefined)).toBeNull();
  });
});
