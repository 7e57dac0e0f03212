import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  carriedOver,
  chanceAt,
  learn,
  LEARNT_ANSWERS,
  riskAt,
  shareAtRisk,
  type Observation,
} from './index';
import reference from './learn-cases.json';

const PRIOR = { skin: { mean: 0, sd: 0.3 }, hair: { mean: 0, sd: 0.3 } };

/** 1 %, or 0.002 where the value is below 0.2. */
const close = (found: number, expected: number) =>
  expect(Math.abs(found - expected)).toBeLessThanOrEqual(
    Math.abs(expected) < 0.2 ? 0.002 : 0.01 * Math.abs(expected),
  );

describe('what answers teach', () => {
  it.each(reference.cases)('comes to the reference: $id', ({ input, output }) => {
    const { sigmaSkin, sigmaHair, observations } = input;
    const prior = { skin: { mean: 0, sd: sigmaSkin }, hair: { mean: 0, sd: sigmaHair } };
    const posterior = learn(prior, observations as Observation[]);
    close(posterior.skin.mean, output.skin.mean);
    close(posterior.skin.sd, output.skin.sd);
    close(posterior.hair.mean, output.hair.mean);
    close(posterior.hair.sd, output.hair.sd);
    for (const { share, risk } of output.riskAtCeilingShare) close(riskAt(posterior, share), risk);
    for (const { ratio, chance } of output.worksAtFloorRatio)
      close(chanceAt(posterior, ratio), chance);
    close(shareAtRisk(posterior, 0.01), output.shareAtRiskOf1Percent);
  });

  const observation: fc.Arbitrary<Observation> = fc.record({
    fluenceToCeiling: fc.double({ min: 0.15, max: 1.2, noNaN: true }),
    fluenceToFloor: fc.option(fc.double({ min: 0.3, max: 3, noNaN: true })),
    answer: fc.constantFrom(...LEARNT_ANSWERS),
    painAtLeast7: fc.boolean(),
    isOld: fc.boolean(),
  });

  it('does not depend on the order of the answers', () => {
    fc.assert(
      fc.property(fc.array(observation, { maxLength: 6 }), (list) => {
        const [one, other] = [learn(PRIOR, list), learn(PRIOR, [...list].reverse())];
        expect(other.skin.mean).toBeCloseTo(one.skin.mean, 9);
        expect(other.hair.sd).toBeCloseTo(one.hair.sd, 9);
      }),
    );
  });

  it('comes to the same at once and one after the other', () => {
    fc.assert(
      fc.property(fc.array(observation, { maxLength: 4 }), observation, (list, next) => {
        const [once, then] = [learn(PRIOR, [...list, next]), learn(learn(PRIOR, list), [next])];
        expect(then.skin.mean).toBeCloseTo(once.skin.mean, 12);
        expect(then.hair.sd).toBeCloseTo(once.hair.sd, 12);
        expect(shareAtRisk(then, 0.01)).toBeCloseTo(shareAtRisk(once, 0.01), 9);
      }),
    );
  });

  it('never allows more after an adverse answer, nor less after one that was borne well', () => {
    fc.assert(
      fc.property(fc.array(observation, { maxLength: 5 }), observation, (list, next) => {
        const before = shareAtRisk(learn(PRIOR, list), 0.01);
        const after = (answer: Observation['answer'], painAtLeast7: boolean) =>
          shareAtRisk(learn(PRIOR, [...list, { ...next, answer, painAtLeast7 }]), 0.01);
        expect(after('adverse', next.painAtLeast7 ?? false)).toBeLessThanOrEqual(
          before * (1 + 1e-9),
        );
        expect(after('right', false)).toBeGreaterThanOrEqual(before * (1 - 1e-9));
        expect(after('none', false)).toBeGreaterThanOrEqual(before * (1 - 1e-9));
      }),
    );
  });

  it('grows with fluence: risk by the ceiling, and the chance to work by the floor', () => {
    fc.assert(
      fc.property(fc.array(observation, { maxLength: 5 }), (list) => {
        const posterior = learn(PRIOR, list);
        const shares = [0.2, 0.3, 0.4, 0.5, 0.6, 0.8];
        const risks = shares.map((share) => riskAt(posterior, share));
        const chances = shares.map((share) => chanceAt(posterior, 2 * share));
        expect(risks).toEqual([...risks].sort((a, b) => a - b));
        expect(chances).toEqual([...chances].sort((a, b) => a - b));
      }),
    );
  });

  it('is half as sure of an answer that is older than a year', () => {
    const blister = { fluenceToCeiling: 0.45, answer: 'adverse' } as const;
    const mean = (isOld: boolean) => learn(PRIOR, [{ ...blister, isOld }]).skin.mean;
    expect(mean(false)).toBeLessThan(mean(true));
    expect(mean(true)).toBeLessThan(-0.2);
  });

  it('tells nothing of hair where there was no floor', () => {
    const { hair, skin } = learn(PRIOR, [{ fluenceToCeiling: 0.4, answer: 'none' }]);
    expect(hair.mean).toBeCloseTo(0, 12);
    expect(skin.mean).toBeGreaterThan(0);
  });

  it('is never tolerated more for what is only known to have been strong at least, however it stood before', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 3, noNaN: true }),
        fc.double({ min: 0.02, max: 3, noNaN: true }),
        (harmed, strong) => {
          const before = [{ fluenceToCeiling: harmed, answer: 'adverse' }] as const;
          const more = { fluenceToCeiling: strong, answer: 'strong', atLeast: true } as const;
          expect(shareAtRisk(learn(PRIOR, [...before, more]), 0.01)).toBeLessThanOrEqual(
            shareAtRisk(learn(PRIOR, before), 0.01) * (1 + 1e-9),
          );
        },
      ),
    );
  });

  it('is carried over to another band with half a prior’s spread more, and hair’s not at all', () => {
    const posterior = learn(PRIOR, [
      { fluenceToCeiling: 0.45, fluenceToFloor: 1.2, answer: 'adverse' },
    ]);
    // √(0.1761² + 0.15²) = 0.2313.
    const { skin, hair } = carriedOver(posterior, PRIOR);
    expect(skin.mean).toBeCloseTo(-0.6335, 3);
    expect(skin.sd).toBeCloseTo(0.2313, 3);
    expect(hair).toEqual(PRIOR.hair);
  });

  it('refuses what is no fluence, by its place', () => {
    expect(() => learn(PRIOR, [{ fluenceToCeiling: -1, answer: 'none' }])).toThrow(
      'observations.0.fluenceToCeiling',
    );
  });
});
