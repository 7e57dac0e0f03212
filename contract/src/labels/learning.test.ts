import type { LearntFrom, LearntHere } from '@tidy-quill/core/plan';
import { describe, expect, it } from 'vitest';
import { chanceText, lessonText, restsOnText, taughtText, toleranceText } from './learning';

const plain = (text: string) => text.replaceAll('\u00a0', ' ');
const read = (more: Partial<LearntFrom> = {}): LearntFrom => ({
  ...{ on: '2026-11-01', test: false, fluenceJcm2: 18, sameBand: true, answer: 'right' },
  ...{ fluenceToCeiling: 0.5, fluenceToFloor: 1.2 },
  ...more,
});
const learnt = (mean: number, from = [read()]) =>
  ({ from, posterior: { skin: { mean } } }) as unknown as LearntHere;

describe('words of what answers taught', () => {
  it('give chances with as many figures as they deserve', () => {
    expect([0.0004, 0.0061, 0.0999, 0.62].map(chanceText).map(plain)).toEqual([
      ...['under 0.1 %', '0.6 %', '10 %', '62 %'],
    ]);
  });

  it('say what they rest on', () => {
    expect(restsOnText([])).toBe('the model alone: nothing was read here yet');
    expect(restsOnText([read({ test: true }), read({ test: true }), read()])).toBe(
      '2 test spots, 1 session and the model',
    );
    expect(restsOnText([read({ sameBand: false })])).toBe(
      '1 answer at another wavelength and the model',
    );
  });

  it('say how much more or less the skin tolerates, where that is worth saying', () => {
    // e^−0.1625 = 0.85.
    expect(plain(toleranceText(learnt(-0.1625)))).toBe(
      'This skin tolerates about 15 % less than its type suggests.',
    );
    expect(plain(toleranceText(learnt(0.2)))).toContain('22 % more');
    expect(toleranceText(learnt(0.03))).toBe('');
    expect(toleranceText(learnt(-0.5, []))).toBe('');
  });

  it('say what the next answer would do to the limit, and what the last one did', () => {
    const limitAfter = { none: 30.5, right: 31.04, strong: 24, adverse: 18 };
    expect(plain(lessonText(27, 29, { limitAfter, doubtLess: 0.1, needDoubtLess: 0 }))).toBe(
      'A good answer at 27 would bring the limit by risk from 29 to 31 J/cm², a strong one to 24.',
    );
    expect(plain(lessonText(27, 31, { limitAfter, doubtLess: 0.1, needDoubtLess: 0 }))).toBe(
      'A good answer at 27 would leave the limit by risk at 31 J/cm², a strong one bring it to 24.',
    );
    const hardly = {
      limitAfter: { ...limitAfter, right: 28.84, strong: 22.9 },
      ...{ doubtLess: 0.1, needDoubtLess: 0 },
    };
    expect(plain(lessonText(17, 28.76, hardly))).toContain('leave the limit by risk at 28.8 J/cm²');
    expect(plain(taughtText(28.76, 28.84))).toContain('leaves the limit by risk at 28.8 J/cm²');
    expect(plain(taughtText(29, 31))).toContain('from 29 to 31 J/cm²');
    expect(plain(taughtText(29, 29.02))).toContain('leaves the limit by risk at 29 J/cm²');
  });
});
