import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CALIBRES, HAIR_COLOURS } from '../optics';
import { SITE_IDS } from '../sites';
import { HAIR_MARKS } from '../reaction';
import { evaluate, LIMIT_NAMES, propose, workingSkin, type Subject } from './index';
import { ALEXANDRITE, CASE, DIODE, past, SETTING, SUBJECT, withSubject } from './plan.test-data';
import { defined } from '../units';

const codes = (more: object, plan = CASE) =>
  evaluate(plan, { ...SETTING, ...more }).refusals.map((refusal) => refusal.code);

describe('the working skin type', () => {
  const of = (more: Partial<Subject['skin']>, site: Subject['site'] = 'upperArm') =>
    workingSkin({
      site,
      skin: { type: 3, tan: 'none', freckled: false, measuredFraction: null, ...more },
    });

  it('is the type found where nothing darkens it', () => {
    expect(of({})).toEqual({ type: 3, melanosomeFraction: 0.023, additions: [] });
  });

  // .023 × 1.2 = .0276 and .023 × 1.5 = .0345: above III's .023, the latter above IV's .033.
  it('is one darker with a fading tan and two with a fresh one', () => {
    expect(of({ tan: 'fading' })).toMatchObject({ type: 4, additions: ['tanFading'] });
    expect(of({ tan: 'fresh' })).toMatchObject({ type: 5, additions: ['tanFresh'] });
  });

  it('adds for freckles and for places that are naturally darker', () => {
    expect(of({ freckled: true }).type).toBe(4);
    expect(of({}, 'underarm')).toMatchObject({ type: 4, additions: ['darkerSite'] });
    expect(of({ type: 6, tan: 'fresh' }).type).toBe(6);
  });
});

describe('a proposal', () => {
  it('starts a first visit a third up the protocol’s range', () => {
    const [first] = propose(CASE).proposals.filter(
      ({ setting }) => setting.handpieceId === 'diode' && setting.technique === 'stamping',
    );
    // 12 + (24 − 12) / 3 = 16; of 20–40 ms the longest leaves most room; 400 ÷ 1.44 = 277.8.
    expect(defined(first).setting).toEqual({ ...SETTING, pulseMs: 40 });
    expect(defined(first).start.basis).toEqual({
      kind: 'protocolRange',
      low: 12,
      high: 24,
      share: 1 / 3,
    });
    // 40 ms bears 34 J/cm²; × 0.70.
    expect(defined(first).evaluation.upper).toEqual({ fluenceJcm2: 23, binding: 'model' });
    expect(defined(first).evaluation.energyJ).toBeCloseTo(23.04, 9);
    expect(defined(first).evaluation.work.pulses).toBe(278);
    expect(defined(first).ladder).toEqual([16, 17, 19, 21, 23]);
  });

  it('starts low for dense dark hair and bony places, and says so', () => {
    const dense = withSubject({ site: 'knee', hair: { ...SUBJECT.hair, density: 'dense' } });
    const { proposals } = propose(dense);
    expect(defined(proposals[0]).start.basis).toMatchObject({
      kind: 'protocolLow',
      because: ['denseDarkHair', 'bonyOrThin'],
    });
  });

  it('starts from the last session moved by its answer', () => {
    const none = past({ answer: { endpoint: 'none', adverse: [], painMax: 2 } });
    const { proposals } = propose(withSubject({ history: [none] }));
    const diode = defined(proposals.find(({ setting }) => setting.pulseMs === 30));
    // 16 × 1.1 = 17.6, cut by 0.85 × 19 = 16.15 → 16 on whole steps; upper 1.2 × 16 = 19.2 → 19.
    expect(diode.setting.fluenceJcm2).toBe(16);
    expect(diode.start).toMatchObject({
      basis: { kind: 'lastSession', wantedJcm2: 17.6 },
      cut: 'secondRung',
    });
    expect(diode.evaluation.upper).toEqual({ fluenceJcm2: 19, binding: 'history' });
  });

  it('comes down to 0.8 of what blistered, and asks for the supervisor and a test spot', () => {
    const blister = past({ answer: { endpoint: 'right', adverse: ['blister'], painMax: 4 } });
    const { proposals } = propose(withSubject({ history: [blister] }));
    const diode = defined(proposals.find(({ setting }) => setting.pulseMs === 30));
    // No more than 0.8 × 16 = 12.8 → 12; to begin with 0.85 × 12 = 10.2 → 10.
    expect(diode.evaluation.upper).toEqual({ fluenceJcm2: 12, binding: 'history' });
    expect(diode.setting.fluenceJcm2).toBe(10);
    expect(diode.evaluation.cautions).toContain('supervisorFirst');
    expect(diode.evaluation.testSpot).toEqual(['afterReaction']);
  });

  it('is refused for hair without a target, with the colour', () => {
    for (const colour of ['white', 'grey', 'blond'] as const) {
      const result = propose(withSubject({ hair: { ...SUBJECT.hair, colour } }));
      expect(result).toMatchObject({ proposals: [], refused: { code: 'noTarget', colour } });
    }
  });

  it('leaves out what the protocol has no row for, by name', () => {
    const { leftOut } = propose(withSubject({ skin: { ...SUBJECT.skin, type: 4 } }));
    expect(leftOut).toEqual([
      { handpieceId: 'alexandrite', technique: 'stamping', refusal: { code: 'noProtocolRow' } },
    ]);
  });

  it('leaves out a handpiece that is not in service', () => {
    const plan = { ...CASE, handpieces: [{ ...DIODE, inService: false }, ALEXANDRITE] };
    expect(propose(plan).proposals.map(({ setting }) => setting.handpieceId)).toEqual([
      'alexandrite',
    ]);
  });

  const subjects = fc.record({
    site: fc.constantFrom(...SITE_IDS),
    areaCm2: fc.integer({ min: 3, max: 3000 }),
    skin: fc.record({
      type: fc.constantFrom(1, 2, 3, 4, 5, 6),
      tan: fc.constantFrom('none', 'fading', 'fresh', 'selfTan'),
      freckled: fc.boolean(),
      measuredFraction: fc.option(fc.double({ min: 0.011, max: 0.09, noNaN: true })),
    }),
    hair: fc.record({
      colour: fc.constantFrom(...HAIR_COLOURS),
      calibre: fc.constantFrom(...CALIBRES),
      density: fc.constantFrom('sparse', 'medium', 'dense'),
    }),
    history: fc.array(
      fc
        .record({
          fluence: fc.integer({ min: 4, max: 40 }),
          pulse: fc.constantFrom(5, 10, 20, 30, 40),
          endpoint: fc.constantFrom('none', 'right', 'strong', 'notRead'),
          adverse: fc.subarray([...HAIR_MARKS], { maxLength: 1 }),
          painMax: fc.integer({ min: 0, max: 10 }),
        })
        .map(({ fluence, pulse, ...answer }) =>
          past({
            setting: { ...SETTING, fluenceJcm2: fluence, pulseMs: pulse },
            answer: answer as never,
          }),
        ),
      { maxLength: 4 },
    ),
  }) as fc.Arbitrary<Subject>;

  it('is never above any limit, whoever comes', () => {
    fc.assert(
      fc.property(subjects, (subject) => {
        for (const proposal of propose({ ...CASE, subject }).proposals) {
          const { limits, upper } = proposal.evaluation;
          const top = Math.max(proposal.setting.fluenceJcm2, ...proposal.ladder);
          for (const name of LIMIT_NAMES) {
            const limit = defined(limits)[name];
            if (limit !== null) expect(top).toBeLessThanOrEqual(limit + 1e-9);
          }
          expect(top).toBeLessThanOrEqual(defined(defined(upper).fluenceJcm2));
          expect(proposal.evaluation.refusals).toEqual([]);
        }
      }),
    );
  });

  it('says what a look at its setting alone would say, whether or not the console’s power slowed its rate', () => {
    // 6.85 W are 19 J/cm² on 1.44 cm² at 0.25 Hz; the 16 that are begun with would allow 0.297 Hz: 0.2 in steps of 0.1.
    const weak = {
      ...DIODE,
      ...{ id: 'weak', techniques: ['stamping' as const], spots: [SETTING.spot] },
      ...{ maxRateHz: 0.25, maxAveragePowerW: 6.85 },
    };
    const plan = { ...CASE, handpieces: [...CASE.handpieces, weak] };
    fc.assert(
      fc.property(subjects, (subject) => {
        for (const { setting, evaluation } of propose({ ...plan, subject }).proposals) {
          expect(evaluation).toEqual(evaluate({ ...plan, subject }, setting, 'ranking'));
        }
      }),
      { numRuns: 20 },
    );
    const slowed = propose(plan).proposals.find(({ setting }) => setting.handpieceId === 'weak');
    expect(slowed).toMatchObject({ setting: { fluenceJcm2: 16, rateHz: 0.2 } });
  });
});

describe('a setting of one’s own', () => {
  it('is taken within the limits', () => {
    expect(codes({})).toEqual([]);
    expect(codes({ fluenceJcm2: 21 })).toEqual([]);
  });

  it('is refused above them, naming the limit', () => {
    // Ceiling 31 J/cm² for type III at 810 nm, 30 ms; × 0.70.
    const [refusal] = evaluate(CASE, { ...SETTING, fluenceJcm2: 22 }).refusals;
    expect(refusal).toMatchObject({ code: 'aboveLimit', binding: 'model', upperJcm2: 21 });
    expect((refusal as { limitJcm2: number }).limitJcm2).toBeCloseTo(21.7, 1);
    // Pulses of 100 ms bear far more: there the protocol has no row, at 40 ms it binds.
    expect(codes({ pulseMs: 40, fluenceJcm2: 25 })).toEqual(['aboveLimit']);
    expect(codes({ pulseMs: 100 })).toContain('noProtocolRow');
  });

  it('is refused where the console does not offer it', () => {
    expect(codes({ fluenceJcm2: 16.5 })).toEqual(['notOnStep']);
    expect(codes({ spot: { diameterMm: 10 } })).toEqual(['spotNotOffered']);
    expect(codes({ pulseMs: 25 })).toEqual(['pulseNotOffered']);
    expect(codes({ technique: 'longPulse1064' })).toContain('techniqueNotOffered');
    expect(codes({ handpieceId: 'none' })).toEqual(['unknownHandpiece']);
    expect(codes({ passes: 2 })).toEqual(['passesOutOfRange']);
  });

  it('is refused where a pulse outlasts its period or the hand cannot follow', () => {
    const long = { technique: 'stamping', pulseMs: 100, rateHz: 10 };
    expect(codes(long)).toContain('pulseLongerThanPeriod');
    expect(codes({ rateHz: 11 })).toContain('rateTooFast');
  });

  it('is refused where the spot does not lie flat', () => {
    const lip = withSubject({ site: 'upperLip', areaCm2: 12 });
    const large = { handpieceId: 'alexandrite', spot: { diameterMm: 18 }, fluenceJcm2: 10 };
    expect(codes({ ...large, pulseMs: 5 }, lip)).toEqual(['spotNotFlat']);
  });

  it('names the field where the case makes no sense', () => {
    expect(() => evaluate(CASE, { ...SETTING, fluenceJcm2: Number.NaN })).toThrow(
      /setting\.fluenceJcm2/,
    );
    expect(() => evaluate(withSubject({ areaCm2: -4 }), SETTING)).toThrow(/subject\.areaCm2/);
  });
});
