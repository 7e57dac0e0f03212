import { describe, expect, it } from 'vitest';
import { deviceLimitJcm2, historyLimitJcm2, ladder, limitsFor, stepRule, upperOf } from './index';
import { ALEXANDRITE, DIODE, past, PROTOCOL } from './plan.test-data';

describe('device limit', () => {
  it('is the fluence, the energy over the spot, or the average power, whichever is lowest', () => {
    const spot = { widthMm: 12, heightMm: 12 };
    expect(deviceLimitJcm2(DIODE, spot, 1.5)).toBe(40);
    // 40 J over π × 0.9² cm².
    expect(deviceLimitJcm2(ALEXANDRITE, { diameterMm: 18 }, 1)).toBeCloseTo(15.719, 3);
    // 150 W ÷ (1.44 cm² × 10 Hz).
    expect(deviceLimitJcm2(DIODE, spot, 10)).toBeCloseTo(10.4167, 4);
  });
});

describe('history limit', () => {
  it('is 1.20 × the highest that was borne well', () => {
    expect(
      historyLimitJcm2([past({ fluenceJcm2: 14 }), past({ fluenceJcm2: 16 })], 810, 30),
    ).toBeCloseTo(19.2, 9);
  });

  it('is 0.80 × the lowest that gave a reaction, however much was borne before', () => {
    const blister = past({
      fluenceJcm2: 18,
      answer: { endpoint: 'right', adverse: ['blister'], painMax: 5 },
    });
    expect(historyLimitJcm2([past({ fluenceJcm2: 20 }), blister], 810, 30)).toBeCloseTo(14.4, 9);
  });

  it('takes pain of 7 as badly borne', () => {
    const hurt = past({ answer: { endpoint: 'right', adverse: [], painMax: 7 } });
    expect(historyLimitJcm2([hurt], 810, 30)).toBeCloseTo(12.8, 9);
  });

  it('speaks within 30 nm and a factor of 1.5 in pulse only', () => {
    const session = [past()];
    expect(historyLimitJcm2(session, 780, 30)).toBeCloseTo(19.2, 9);
    expect(historyLimitJcm2(session, 779, 30)).toBeNull();
    expect(historyLimitJcm2(session, 810, 45)).toBeCloseTo(19.2, 9);
    expect(historyLimitJcm2(session, 810, 20)).toBeCloseTo(19.2, 9);
    expect(historyLimitJcm2(session, 810, 46)).toBeNull();
  });
});

describe('the upper end', () => {
  it('is the lowest of the limits on the console’s step, and says which', () => {
    const limits = limitsFor({
      handpiece: DIODE,
      spot: { widthMm: 12, heightMm: 12 },
      pulseMs: 30,
      rateHz: 1.5,
      row: PROTOCOL.rows[0]!,
      history: [past()],
      modelJcm2: null,
    });
    expect(limits).toEqual({ device: 40, protocol: 24, model: null, history: 1.2 * 16 });
    expect(upperOf(limits, DIODE)).toEqual({ fluenceJcm2: 19, binding: 'history' });
    expect(upperOf({ ...limits, model: 1.5 }, DIODE)).toEqual({
      fluenceJcm2: null,
      binding: 'model',
    });
  });
});

describe('the step rule', () => {
  it.each([
    ['none', 0, [], 1.1, 'raise'],
    ['none', 4, [], 1.1, 'raise'],
    ['none', 5, [], 0.9, 'lower'],
    ['right', 4, [], 1, 'hold'],
    ['right', 5, [], 0.9, 'lower'],
    ['right', 6, [], 0.9, 'lower'],
    ['right', 7, [], 0.8, 'stopAndFindCause'],
    ['strong', 2, [], 0.9, 'lower'],
    ['strong', 10, [], 0.8, 'stopAndFindCause'],
    ['right', 2, ['blister'], 0.8, 'stopAndHeal'],
    ['notRead', 2, [], 1, 'hold'],
  ] as const)(
    '%s with pain %i and %j asks for × %f',
    (endpoint, painMax, adverse, factor, action) => {
      expect(stepRule({ endpoint, painMax, adverse })).toMatchObject({ factor, action });
    },
  );

  it('raises nothing where pain was never asked', () => {
    expect(stepRule({ endpoint: 'none', painMax: null, adverse: [] }).factor).toBe(1);
  });
});

describe('the ladder', () => {
  it('rises by tenths on whole steps, never above the upper end', () => {
    // 16, 17.6, 19.36, 21.3, 23.4.
    expect(ladder(16, 40, { min: 2, max: 40, step: 1 })).toEqual([16, 17, 19, 21, 23]);
    expect(ladder(16, 19, { min: 2, max: 40, step: 1 })).toEqual([16, 17, 19]);
    expect(ladder(16, 16, { min: 2, max: 40, step: 1 })).toEqual([16]);
  });

  it('skips rungs that fall on the same step', () => {
    // 6, 6.6, 7.26, 7.99, 8.78, 9.66, 10.6.
    expect(ladder(6, 12, { min: 2, max: 40, step: 1 })).toEqual([6, 7, 8, 9, 10]);
  });
});
