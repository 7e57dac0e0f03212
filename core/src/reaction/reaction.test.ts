import { describe, expect, it } from 'vitest';
import { painDue, painMeaning, skinAnswer } from './index';

describe('the answer of the skin', () => {
  it('is the strongest thing seen', () => {
    expect(skinAnswer(['perifollicularOedema', 'nothing'], [2, 3]).endpoint).toBe('right');
    expect(skinAnswer(['perifollicularOedema', 'strongRedness'], []).endpoint).toBe('strong');
    expect(skinAnswer(['nothing'], [0]).endpoint).toBe('none');
  });

  it('keeps adverse marks apart, each once', () => {
    expect(skinAnswer(['singedHair', 'blister', 'greyOrWhite', 'blister'], [4, 8, 2])).toEqual({
      endpoint: 'right',
      adverse: ['greyOrWhite', 'blister'],
      painMax: 8,
    });
  });

  it('does not take silence for no reaction', () => {
    expect(skinAnswer([], [])).toEqual({ endpoint: 'notRead', adverse: [], painMax: null });
  });
});

describe('pain', () => {
  it('goes on to 4, slows at 5 and 6, stops from 7', () => {
    expect([0, 4, 5, 6, 7, 10].map(painMeaning)).toEqual([
      'goOn',
      'goOn',
      'slowDown',
      'slowDown',
      'stop',
      'stop',
    ]);
  });
});

describe('asking for pain', () => {
  const due = (pulses: number, askedMs: number | null, nowMs = 0) =>
    painDue({ pulses, askedMs, nowMs, everyMinutes: 3 });
  it('comes after the first three pulses, then at the clinic’s rhythm', () => {
    expect(due(2, null)).toBe(false);
    expect(due(3, null)).toBe(true);
    expect(due(90, 0, 179_999)).toBe(false);
    expect(due(90, 0, 180_000)).toBe(true);
  });
});
