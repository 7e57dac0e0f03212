import { describe, expect, it } from 'vitest';
import { evaluate, fastest, habitOf, passRule, propose, settle } from './index';
import { CASE, DIODE, PROTOCOL, SETTING, SUBJECT, withSubject } from './plan.test-data';
import { defined } from '../units';

describe('passes by technique and place', () => {
  it('are the clinic’s within its range, and those that ship where it has set none', () => {
    expect(passRule(PROTOCOL, 'inMotion', SUBJECT, null)).toEqual({
      low: 6,
      high: 12,
      usual: 8,
      restSeconds: 0,
    });
    expect(habitOf({ techniques: {} }, 'suction')).toMatchObject({ passes: 1, rateHz: 1 });
    const own = { techniques: { inMotion: { rateHz: 8, passes: 20, cellCm2: 80 } } };
    expect(passRule(own, 'inMotion', SUBJECT, null)).toMatchObject({ usual: 12 });
  });

  it('over bone are single ones with rests, as many as the protocol allows', () => {
    const shin = { site: 'lowerLeg' as const };
    expect(passRule(PROTOCOL, 'inMotion', shin, null)).toEqual({
      low: 1,
      high: 4,
      usual: 4,
      restSeconds: 30,
    });
    expect(passRule(PROTOCOL, 'stamping', shin, null)).toMatchObject({ high: 1, restSeconds: 0 });
    const three = {
      techniques: {
        inMotion: { rateHz: 10, passes: 8, cellCm2: 100, bonyPassRange: { low: 1, high: 3 } },
      },
    };
    expect(passRule(three, 'inMotion', shin, null).usual).toBe(3);
  });

  it('are one where the model is silent, and never the first choice over bone', () => {
    expect(passRule(PROTOCOL, 'inMotion', SUBJECT, 'scarred')).toMatchObject({ low: 1, high: 1 });
    const { proposals } = propose(withSubject({ site: 'lowerLeg' }));
    const at = proposals.findIndex(({ setting }) => setting.technique === 'inMotion');
    expect(at).toBeGreaterThan(0);
    expect(defined(proposals[at]).setting.passes).toBe(4);
    // Three rests of 30 s in each of the four cells.
    const rested = defined(proposals[at]).evaluation.work;
    expect(rested.minutes * 60).toBeGreaterThan(4 * 3 * 30);
  });

  it('build up less heat when they rest', () => {
    const moving = { ...SETTING, technique: 'inMotion', pulseMs: 10, rateHz: 10 } as const;
    const ceiling = (seconds: number) => {
      const habit = { rateHz: 10, passes: 8, cellCm2: 100, restSeconds: seconds };
      const techniques = { ...PROTOCOL.techniques, inMotion: habit };
      const plan = { ...withSubject({ site: 'lowerLeg' }), protocol: { ...PROTOCOL, techniques } };
      return defined(evaluate(plan, { ...moving, fluenceJcm2: 6, passes: 4 }).model).ceilingJcm2;
    };
    expect(ceiling(60)).toBeGreaterThan(ceiling(5));
  });
});

describe('how large a cell may be', () => {
  const heat = (passes: number, fluenceJcm2 = 8) => {
    const moving = { ...SETTING, technique: 'inMotion', pulseMs: 10, rateHz: 10 } as const;
    const pale = withSubject({
      areaCm2: 2000,
      skin: { ...SUBJECT.skin, type: 1, measuredFraction: 0.011 },
    });
    return defined(evaluate(pale, { ...moving, passes, fluenceJcm2 }).cellHeat);
  };

  it('grows with the passes, and is none where nothing gets warm', () => {
    expect(heat(12).warmC).toBeGreaterThan(heat(8).warmC);
    expect(defined(heat(12).largestCellCm2)).toBeGreaterThan(defined(heat(8).largestCellCm2));
    expect(heat(6, 2).largestCellCm2).toBeNull();
    // Of the cell as it is, the last pass but one leaves it too cool.
    const needed = defined(heat(12).fewestPasses);
    expect(heat(needed).warmC).toBeGreaterThanOrEqual(42);
    expect(heat(needed - 1).warmC).toBeLessThan(42);
    expect(heat(6, 2).fewestPasses).toBeNull();
    expect(evaluate(CASE, SETTING).cellHeat).toBeNull();
  });
});

describe('the beat', () => {
  it('leaves a tenth of the period to spare', () => {
    // 0.9 ÷ 0.1 s; a train of 3 × 10 ms with 20 ms between: 0.9 ÷ 0.07 s = 12.857.
    expect(fastest(DIODE, 100)).toBe(9);
    expect(fastest({ ...DIODE, train: { count: 3, gapMs: 20 } }, 10)).toBe(12.8);
  });

  it('slows to what the average power allows, and never beyond it', () => {
    // 20 J/cm² on 1.44 cm² are 28.8 J: 150 W allow 5.2 Hz.
    expect(defined(settle(DIODE, { ...SETTING, fluenceJcm2: 20, rateHz: 10 })).rateHz).toBe(5.2);
    expect(settle({ ...DIODE, maxAveragePowerW: 2 }, { ...SETTING, fluenceJcm2: 20 })).toBeNull();
  });

  it('leaves out a console whose train fits no rate, and nothing else', () => {
    const stuck = { ...DIODE, id: 'stuck', train: { count: 20, gapMs: 500 } };
    const { proposals, leftOut } = propose({ ...CASE, handpieces: [stuck, DIODE] });
    expect(proposals.map(({ setting }) => setting.handpieceId)).toContain('diode');
    expect(leftOut.filter(({ handpieceId }) => handpieceId === 'stuck')).toMatchObject([
      { refusal: { code: 'pulseLongerThanPeriod' } },
      { refusal: { code: 'pulseLongerThanPeriod' } },
    ]);
  });
});

describe('figures that make no sense', () => {
  const skin = (more: object) => withSubject({ skin: { ...SUBJECT.skin, ...more } });
  it.each([
    ['subject.skin.measuredFraction', skin({ measuredFraction: Number.NaN })],
    ['subject.skin.measuredFraction', skin({ measuredFraction: 7 })],
    ['subject.skin.unexposedFraction', skin({ unexposedFraction: Number.POSITIVE_INFINITY })],
    ['subject.areaCm2', withSubject({ areaCm2: Number.NaN })],
    ['subject.areaCm2', withSubject({ areaCm2: 0 })],
    ['subject.hair.diameterUm', withSubject({ hair: { ...SUBJECT.hair, diameterUm: 0 } })],
    [
      'subject.hair.hairsPerCm2',
      withSubject({ hair: { ...SUBJECT.hair, hairsPerCm2: Number.POSITIVE_INFINITY } }),
    ],
    ['today', { ...CASE, today: '2026-02-30' }],
    [
      'protocol.margins.usual',
      { ...CASE, protocol: { ...PROTOCOL, margins: { ...PROTOCOL.margins, usual: 0.81 } } },
    ],
    [
      'protocol.margins.doubtful',
      {
        ...CASE,
        protocol: { ...PROTOCOL, margins: { ...PROTOCOL.margins, doubtful: Number.NaN } },
      },
    ],
  ])('are refused by name: %s', (field, plan) => {
    expect(() => evaluate(plan, SETTING)).toThrow(field);
  });

  it('are refused above a limit on a fractional step too, by however little', () => {
    const fine = { ...DIODE, fluenceJcm2: { min: 2, max: 12.3, step: 0.1 } };
    const plan = { ...CASE, handpieces: [fine] };
    const at = (fluenceJcm2: number) =>
      evaluate(plan, { ...SETTING, fluenceJcm2 }).refusals.map(({ code }) => code);
    expect(at(12.3)).toEqual([]);
    expect(at(12.3 + 5e-7)).toContain('aboveLimit');
    expect(at(12.4)).toContain('aboveLimit');
  });
});
