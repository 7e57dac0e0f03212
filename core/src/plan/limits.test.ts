import { describe, expect, it } from 'vitest';
import {
  mostToBeginWith,
  deviceLimitJcm2,
  historyLimitJcm2,
  ladder,
  leadingOn,
  limitsFor,
  stepRule,
  toldHere,
  upperOf,
  type PastSession,
} from './index';
import { ALEXANDRITE, DIODE, past, PROTOCOL, SETTING } from './plan.test-data';
import { defined } from '../units';

/** What sessions allow at 12 × 12 mm, stamped; nothing is converted unless a factor is given. */
const allowed = (
  history: readonly PastSession[],
  wavelengthNm = 810,
  pulseMs = 30,
  factor: number | null = null,
) => {
  const here = { wavelengthNm, setting: { ...SETTING, pulseMs }, cooling: null };
  return historyLimitJcm2(
    toldHere(history, here, () => factor),
    {},
  );
};

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
    expect(allowed([past({ fluenceJcm2: 14 }), past({ fluenceJcm2: 16 })])).toBeCloseTo(19.2, 9);
  });

  it('is 0.80 × the lowest that gave a reaction, however much was borne before', () => {
    const blister = past({
      fluenceJcm2: 18,
      answer: { endpoint: 'right', adverse: ['blister'], painMax: 5 },
    });
    expect(allowed([past({ fluenceJcm2: 20 }), blister])).toBeCloseTo(14.4, 9);
  });

  it('takes pain of 7 as badly borne', () => {
    const hurt = past({ answer: { endpoint: 'right', adverse: [], painMax: 7 } });
    expect(allowed([hurt])).toBeCloseTo(12.8, 9);
  });

  it('is the highest borne well where that is below 0.80 × what gave a reaction', () => {
    const blister = past({
      fluenceJcm2: 22,
      answer: { endpoint: 'right', adverse: ['blister'], painMax: 2 },
    });
    // 0.80 × 22 = 17.6; only 14 was ever borne well.
    expect(allowed([past({ fluenceJcm2: 14 }), blister])).toBe(14);
  });

  const strong = (fluenceJcm2: number, on = '2026-09-01') =>
    past({ fluenceJcm2, on, answer: { endpoint: 'strong', adverse: [], painMax: 2 } });
  const sore = (fluenceJcm2: number) =>
    past({ fluenceJcm2, answer: { endpoint: 'right', adverse: [], painMax: 6 } });

  it('takes a strong endpoint or pain of 5–6 as not borne well: no more than that', () => {
    expect(allowed([strong(16)])).toBe(16);
    expect(allowed([sore(16)])).toBe(16);
    // 1.20 × 15 = 18 would be above what was answered strongly.
    expect(allowed([past({ fluenceJcm2: 15 }), sore(16)])).toBe(16);
  });

  it('forgets a strong response once as much was borne well later at a like setting', () => {
    const later = past({ fluenceJcm2: 16, on: '2026-10-01' });
    expect(allowed([strong(16), later])).toBeCloseTo(19.2, 9);
    expect(allowed([strong(17), later])).toBe(17);
    expect(allowed([strong(16, '2026-10-02'), later])).toBe(16);
  });

  it('converts another pulse, spot or technique, and lets harm bind as it stands where nothing can', () => {
    const blister = (more: object) =>
      past({
        setting: { ...SETTING, fluenceJcm2: 20, ...more },
        answer: { endpoint: 'right', adverse: ['blister'], painMax: 2 },
      });
    for (const more of [
      { pulseMs: 100 },
      { spot: { diameterMm: 18 } },
      { technique: 'inMotion' },
    ]) {
      expect(allowed([blister(more)])).toBeCloseTo(16, 9);
      expect(allowed([blister(more)], 810, 30, 0.5)).toBeCloseTo(8, 9);
    }
    const well = past({ setting: { ...SETTING, pulseMs: 100 } });
    expect(allowed([well])).toBeNull();
    expect(allowed([well], 810, 30, 0.5)).toBeCloseTo(9.6, 9);
  });

  it('speaks within 30 nm and a factor of 1.5 in pulse only', () => {
    const session = [past()];
    expect(allowed(session, 780)).toBeCloseTo(19.2, 9);
    expect(allowed(session, 779)).toBeNull();
    expect(allowed(session, 810, 45)).toBeCloseTo(19.2, 9);
    expect(allowed(session, 810, 20)).toBeCloseTo(19.2, 9);
    expect(allowed(session, 810, 46)).toBeNull();
  });
});

describe('the upper end', () => {
  it('is the lowest of the limits on the console’s step, and says which', () => {
    const limits = limitsFor({
      handpiece: DIODE,
      spot: { widthMm: 12, heightMm: 12 },
      rateHz: 1.5,
      row: defined(PROTOCOL.rows[0]),
      told: [{ session: past(), fluenceJcm2: 16, how: 'alike' }],
      modelJcm2: null,
      riskJcm2: null,
      own: {},
    });
    expect(limits).toEqual({
      device: 40,
      protocol: 24,
      model: null,
      risk: null,
      history: 1.2 * 16,
    });
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

  it('goes by the last setting with each handpiece, and by whatever asked for less before it', () => {
    const used = (fluenceJcm2: number, painMax: number, handpieceId = 'diode') => ({
      setting: { ...SETTING, fluenceJcm2, handpieceId },
      answer: { endpoint: 'none', painMax, adverse: [] } as const,
    });
    const leading = (...all: readonly ReturnType<typeof used>[]) =>
      leadingOn(all).map(({ setting }) => setting.fluenceJcm2);
    expect(leading(used(10, 3), used(11, 7))).toEqual([11]);
    expect(leading(used(11, 7), used(8, 2))).toEqual([11, 8]);
    expect(leading(used(10, 3), used(11, 2), used(40, 2, 'infrared'))).toEqual([11, 40]);
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

describe('the most to begin with', () => {
  const STEP = { min: 5, max: 40, step: 1 };
  const of = (history: number) =>
    mostToBeginWith(
      { device: 40, protocol: 20, model: 8.79, risk: null, history },
      { fluenceJcm2: 8, binding: history < 8.79 ? 'history' : 'model' },
      STEP,
      {},
    );

  it('is not raised by a response that makes the past bind', () => {
    // 0.85 × 8, the console's step below 8.79; 0.85 × 8.24 would be 7.0.
    expect(of(12.35)).toBeCloseTo(6.8, 9);
    expect(of(8.24)).toBeCloseTo(6.8, 9);
    // 0.85 × 7.5.
    expect(of(7.5)).toBeCloseTo(6.375, 9);
  });
});
