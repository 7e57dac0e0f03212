import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defined, seeded } from '../units';
import {
  allocations,
  analyseTrial,
  belongsTo,
  checkDesign,
  followUpState,
  followUpWindows,
  lookHolds,
  pairedAnalysis,
  powerCurve,
  shuffled,
  sizeFor,
  unlikeParts,
  type SideValues,
  type TrialDesign,
  type TrialParticipant,
} from './index';

const DESIGN: TrialDesign = {
  ...{ title: 'Gliding or stamping', question: 'Which leaves less hair?', settings: 'asPlanned' },
  arms: {
    a: { name: 'in motion', handpieceId: null, technique: 'inMotion' },
    b: { name: 'stamping', handpieceId: null, technique: 'stamping' },
  },
  ...{ sites: ['lowerLeg', 'underarm'], visits: 3, outcome: 'hairLeft', decidedAt: 6 },
  ...{ clients: 12, difference: 10, deviation: 12, information: 'Each side is treated one way.' },
};

describe('a design', () => {
  it('is taken as it is where it makes sense', () => {
    expect(checkDesign(DESIGN)).toBe(DESIGN);
  });

  it.each<[string, Partial<TrialDesign>]>([
    ['arms', { arms: { ...DESIGN.arms, a: DESIGN.arms.b } }],
    ['arms', { arms: { ...DESIGN.arms, a: { ...DESIGN.arms.a, technique: null } } }],
    ['arms', { arms: { ...DESIGN.arms, b: { name: 'diode', handpieceId: 'd', technique: null } } }],
    ['sites', { sites: [] }],
    ['sites', { sites: ['upperLip'] }],
    ['visits', { visits: 0 }],
    ['clients', { clients: 5 }],
    ['difference', { difference: 0 }],
    ['deviation', { deviation: 0 }],
  ])('is refused for its %s', (field, change) => {
    expect(() => checkDesign({ ...DESIGN, ...change })).toThrow(field);
  });

  it('tells which way a setting is of', () => {
    const setting = { handpieceId: 'diode', technique: 'inMotion' } as const;
    expect(belongsTo(DESIGN.arms.a, setting)).toBe(true);
    expect(belongsTo(DESIGN.arms.b, setting)).toBe(false);
    expect(belongsTo({ name: '', handpieceId: 'other', technique: 'inMotion' }, setting)).toBe(
      false,
    );
  });
});

describe('sides that go alike', () => {
  const setting = {
    technique: 'stamping',
    ...{ fluenceJcm2: 20, pulseMs: 30 },
    spot: { widthMm: 12, heightMm: 12 },
  } as const;

  it('say in what the second differs, beyond a step of the console', () => {
    const unlike = (more: object) => unlikeParts('alike', { ...setting, ...more }, setting);
    expect(unlike({})).toEqual([]);
    expect(unlike({ fluenceJcm2: 21, pulseMs: 28.5 })).toEqual([]);
    expect(unlike({ fluenceJcm2: 21.1 })).toEqual(['fluence']);
    expect(unlike({ pulseMs: 40, spot: { widthMm: 10, heightMm: 12 } })).toEqual(['pulse', 'spot']);
  });

  it('say nothing before the other is worked, of sides as planned, and of gliding beside stamping', () => {
    const other = { ...setting, fluenceJcm2: 30 };
    expect(unlikeParts('alike', setting, null)).toEqual([]);
    expect(unlikeParts('asPlanned', setting, other)).toEqual([]);
    expect(unlikeParts('alike', { ...setting, technique: 'inMotion' }, other)).toEqual([]);
  });

  it('cannot be where one way glides alone', () => {
    expect(() => checkDesign({ ...DESIGN, settings: 'alike' })).toThrow('settings');
    const arm = (handpieceId: string) => ({ name: handpieceId, handpieceId, technique: null });
    const arms = { a: arm('diode-810'), b: arm('nd-1064') };
    expect(checkDesign({ ...DESIGN, settings: 'alike', arms }).settings).toBe('alike');
  });
});

describe('a look', () => {
  it('holds for the rest of its day', () => {
    expect(lookHolds('2026-03-02', '2026-03-02')).toBe(true);
    expect(lookHolds('2026-03-02', '2026-03-03')).toBe(false);
  });
});

describe('follow-ups', () => {
  it('fall 1, 6 and 12 months after the last treatment, within their windows', () => {
    expect(followUpWindows('2026-01-31')).toEqual([
      { month: 1, due: '2026-02-28', from: '2026-02-14', until: '2026-03-14' },
      { month: 6, due: '2026-07-31', from: '2026-06-30', until: '2026-08-31' },
      { month: 12, due: '2027-01-31', from: '2026-11-30', until: '2027-03-31' },
    ]);
  });

  it('are ahead, open, missed or done', () => {
    const window = defined(followUpWindows('2026-01-31')[0]);
    expect(followUpState(window, false, '2026-02-13')).toBe('ahead');
    expect(followUpState(window, false, '2026-02-14')).toBe('open');
    expect(followUpState(window, false, '2026-03-14')).toBe('open');
    expect(followUpState(window, false, '2026-03-15')).toBe('missed');
    expect(followUpState(window, true, '2026-03-15')).toBe('done');
  });
});

describe('allocation', () => {
  const leftA = (list: ReturnType<typeof allocations>) =>
    list.filter(({ left }) => left === 'a').length;

  it('never drifts apart by more than two, and ends even over many', () => {
    fc.assert(
      fc.property(fc.integer(), fc.integer({ min: 1, max: 60 }), (seed, count) => {
        const list = allocations(seeded(seed), count);
        expect(list).toHaveLength(count);
        expect(list.every(({ left, right }) => left !== right)).toBe(true);
        for (let until = 1; until <= count; until++) {
          expect(Math.abs(2 * leftA(list.slice(0, until)) - until)).toBeLessThanOrEqual(2);
        }
      }),
    );
  });

  it('is the same for the same seed, however many are asked for', () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        expect(allocations(seeded(seed), 30).slice(0, 7)).toEqual(allocations(seeded(seed), 7));
      }),
    );
  });

  it('begins with either side equally often, and leaves the next one open after any even start', () => {
    const next = new Map<string, { a: number; all: number }>();
    for (let seed = 0; seed < 4000; seed++) {
      const sides = allocations(seeded(seed), 5).map(({ left }) => left);
      for (const known of [0, 2, 4]) {
        const start = sides.slice(0, known).join('');
        const so = next.get(start) ?? { a: 0, all: 0 };
        next.set(start, { a: so.a + Number(sides[known] === 'a'), all: so.all + 1 });
      }
    }
    const even = [...next].filter(([start]) => start.split('a').length - 1 === start.length / 2);
    expect(even).toHaveLength(1 + 2 + 6);
    // 4,000 seeds fall into nine starts: some 200 in the rarest, four deviations of which are 0.14.
    for (const [start, { a, all }] of even) {
      expect(Math.abs(a / all - 0.5), `after ${start}`).toBeLessThan(2 / Math.sqrt(all));
    }
  });

  it('shuffles without losing anything', () => {
    fc.assert(
      fc.property(fc.array(fc.integer()), fc.integer(), (list, seed) => {
        const sorted = (of: readonly number[]) => [...of].sort((one, other) => one - other);
        expect(sorted(shuffled(list, seeded(seed)))).toEqual(sorted(list));
      }),
    );
  });
});

describe('paired differences', () => {
  it('have a signed-rank sum of positives of 48 of 55 in the worked example, ties averaged', () => {
    const found = defined(pairedAnalysis([1, 2, -1, 3, 4, 2, 5, -2, 3, 1]));
    expect(found.wilcoxon).toMatchObject({ statistic: 48, method: 'normal' });
    expect(defined(found.wilcoxon).p).toBeCloseTo(0.0403, 4);
    expect(found.sign).toMatchObject({ positive: 8, negative: 2 });
    expect(found.median).toBe(2);
  });

  it('of six agree with what is worked out by hand', () => {
    // Ranks 1 (of −0.4) to 6; of 64 sign patterns two reach 20 or more on either side.
    const found = defined(pairedAnalysis([1.2, 2.5, -0.4, 3.1, 4.7, 2.2]));
    expect(found.wilcoxon).toMatchObject({ statistic: 20, method: 'exact' });
    expect(defined(found.wilcoxon).p).toBeCloseTo(4 / 64, 10);
    // One of 6 the other way: 2 × (1 + 6) ÷ 64.
    expect(found.sign.p).toBeCloseTo(14 / 64, 10);
    // The 11th of 21 means of two; a cut of one on either side holds 1 − 2 ÷ 64.
    expect(found.shift).toEqual({ estimate: 2.2, low: -0.4, high: 4.7 });
    expect(found.median).toBeCloseTo(2.35, 12);
    // 2.21667 ± 2.570582 × √(2.98167 ÷ 6).
    expect(defined(found.t).mean).toBeCloseTo(2.216667, 6);
    expect(defined(found.t).low).toBeCloseTo(0.40455, 4);
    expect(defined(found.t).high).toBeCloseTo(4.02878, 4);
    expect(defined(found.t).df).toBe(5);
  });

  it('say nothing that too few cannot', () => {
    expect(pairedAnalysis([])).toBeNull();
    expect(pairedAnalysis([2])).toMatchObject({ wilcoxon: null, t: null, shift: null });
    expect(pairedAnalysis([2, 2, 2])).toMatchObject({ t: null, median: 2 });
    expect(pairedAnalysis([0, 0])).toMatchObject({ wilcoxon: null, sign: { p: 1 } });
    // With five no interval of signed ranks reaches 95 %.
    expect(defined(pairedAnalysis([1, 2, 3, 4, 5])).shift).toBeNull();
  });

  it('turn round with the ways', () => {
    const tenths = fc.integer({ min: -50, max: 50 }).map((each) => each / 10);
    fc.assert(
      fc.property(fc.array(tenths, { minLength: 6, maxLength: 20 }), (d) => {
        const [there, back] = [
          defined(pairedAnalysis(d)),
          defined(pairedAnalysis(d.map((each) => -each))),
        ];
        expect(back.median).toBeCloseTo(-there.median, 9);
        expect(back.sign.positive).toBe(there.sign.negative);
        expect(defined(back.shift).estimate).toBeCloseTo(-defined(there.shift).estimate, 9);
        expect(defined(back.shift).low).toBeCloseTo(-defined(there.shift).high, 9);
        if (there.wilcoxon !== null) {
          expect(defined(back.wilcoxon).p).toBeCloseTo(there.wilcoxon.p, 9);
        }
      }),
    );
  });
});

describe('power', () => {
  it('rises with clients, and is a twentieth at most where nothing differs', () => {
    const curve = powerCurve({
      ...{ difference: 10, deviation: 12, sizes: [6, 12, 24], draw: seeded(5) },
    });
    const [few, some, many] = curve.map(({ power }) => power);
    expect(defined(few)).toBeLessThan(defined(some));
    expect(defined(some)).toBeLessThan(defined(many));
    // A paired t test of 12 with d = 0.83 has 0.74; signed ranks have 0.955 of it in the long run.
    expect(defined(some)).toBeGreaterThan(0.6);
    expect(defined(some)).toBeLessThan(0.82);
    const [none] = powerCurve({ difference: 0, deviation: 12, sizes: [20], draw: seeded(6) });
    expect(defined(none).power).toBeLessThan(0.085);
    expect(sizeFor(curve, 0.5)).toBe(12);
    expect(sizeFor(curve, 1.1)).toBeNull();
  });
});

const side = (pain: number | null, left: number | null): SideValues => ({
  ...{ pain, minutes: 10, harm: 0 },
  hairLeft: { 1: left, 6: null, 12: null },
});
const participant = (
  id: string,
  a: SideValues,
  b: SideValues,
  more: Partial<TrialParticipant> = {},
): TrialParticipant => ({
  ...{ id, values: { a, b }, deviated: false, leftBecause: null },
  ...more,
});

describe('what a trial shows', () => {
  const found = analyseTrial({ outcome: 'pain', decidedAt: 6 }, [
    participant('1', side(3, 50), side(5, 40)),
    participant('2', side(2, 60), side(5, null)),
    participant('3', side(4, 70), side(4, 60), { deviated: true }),
    participant('4', side(null, null), side(null, null), { leftBecause: 'moved away' }),
  ]);

  it('begins with the outcome that was named, all clients as they were drawn', () => {
    const [first] = found;
    expect(first).toMatchObject({ outcome: 'pain', decides: true, month: null });
    expect(defined(first).pairs.map(({ a, b }) => a - b)).toEqual([-2, -3, 0]);
    expect(found.filter(({ decides }) => decides)).toHaveLength(1);
    expect(found).toHaveLength(6);
  });

  it('lists what is missing with its reason', () => {
    expect(defined(found[0]).missing).toEqual([{ id: '4', because: 'moved away' }]);
    const counts = found.find(({ month }) => month === 1);
    expect(defined(counts).missing).toEqual([
      { id: '2', because: null },
      { id: '4', because: 'moved away' },
    ]);
    expect(defined(counts).pairs.map(({ a, b }) => a - b)).toEqual([10, 10]);
  });

  it('tells those without a deviation beside all of them', () => {
    expect(defined(defined(found[0]).withoutDeviations).n).toBe(2);
    expect(defined(defined(found[0]).analysis).n).toBe(3);
  });
});
