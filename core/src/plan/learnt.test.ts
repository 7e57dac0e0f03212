import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LEARNING, shareAtRisk } from '../learning';
import {
  chancesAt,
  evaluate,
  learntHere,
  LEARNING_RULE,
  lessonOf,
  propose,
  type Evaluation,
  type LearningRule,
  type PastSession,
  type PlanCase,
} from './index';
import { CASE, DIODE, past, SETTING, withSubject } from './plan.test-data';
import { defined } from '../units';

const withRule = (of: PlanCase, rule: LearningRule = LEARNING_RULE): PlanCase => ({
  ...of,
  protocol: { ...of.protocol, learning: rule },
});
const after = (...history: readonly PastSession[]) => withRule(withSubject({ history }));
const learnt = (of: PlanCase) => defined(learntHere(of, DIODE));
const at = (of: PlanCase): Evaluation => evaluate(of, SETTING);
const risk = (of: PlanCase) => defined(defined(at(of).limits).risk);
const RIGHT = { endpoint: 'right', adverse: [], painMax: 3 } as const;
const STRONG = { endpoint: 'strong', adverse: [], painMax: 5 } as const;
const BURNT = { endpoint: 'right', adverse: ['blister'], painMax: 6 } as const;
const session = (fluenceJcm2: number, answer: PastSession['answer'], more: object = {}) =>
  past({ fluenceJcm2, answer, ...more } as Parameters<typeof past>[0]);

describe('a limit by risk', () => {
  it('is none without the clinic’s rule, and none where the model is silent', () => {
    expect(at(CASE).limits?.risk).toBeNull();
    expect(learntHere(CASE, DIODE)).toBeNull();
    const scarred = withSubject({ skin: { ...CASE.subject.skin, surface: 'scarred' } });
    expect(at(withRule(scarred)).limits?.risk).toBeNull();
  });

  it('is the fluence at which the chance of harm is the clinic’s', () => {
    const of = withRule(CASE);
    const { model, limits } = at(of);
    const found = learnt(of);
    // Before any answer the prior alone: the doubt of ceiling and its answers’ spread, both on the logarithm.
    const sd = Math.hypot(found.prior.skin.sd, 0.2);
    expect(found.share).toBeCloseTo(Math.exp(-2.3263 * sd), 2);
    expect(limits?.risk).toBeCloseTo(found.share * defined(model).ceilingJcm2, 9);
    expect(chancesAt(defined(limits?.risk), defined(model), found).adverse).toBeCloseTo(0.01, 6);
    expect(found.prior.skin.sd).toBeGreaterThanOrEqual(0.12);
  });

  it('follows the constants of each clinic’s protocol', () => {
    const rule = (harmSpread: number): LearningRule => ({
      ...LEARNING_RULE,
      constants: { ...LEARNING, harmSpread },
    });
    for (const harmSpread of [0.12, 0.3]) {
      const found = learnt(withRule(CASE, rule(harmSpread)));
      const sd = Math.hypot(found.prior.skin.sd, harmSpread);
      expect(found.share).toBeCloseTo(Math.exp(-2.3263 * sd), 2);
    }
    // The more gradually skin is thought to answer, the less one blister says of where its tolerance lies.
    const tolerance = (harmSpread: number) => {
      const of = withRule(withSubject({ history: [session(20, BURNT)] }), rule(harmSpread));
      return learnt(of).posterior.skin.mean;
    };
    expect(tolerance(0.12)).toBeLessThan(tolerance(0.2));
    expect(tolerance(0.2)).toBeLessThan(tolerance(0.4));
    expect(tolerance(0.4)).toBeLessThan(0);
  });

  it('only ever lowers, whatever was answered, unless the clinic says that it may rise', () => {
    const good = [18, 19, 20, 21].map((fluence) => session(fluence, RIGHT));
    const upper = (of: PlanCase) => defined(defined(at(of).upper).fluenceJcm2);
    expect(upper(after(...good))).toBeLessThanOrEqual(upper(withSubject({ history: good })));
    const rising = withRule(withSubject({ history: good }), { risk: 0.01, mayRise: true });
    const { limits, model } = at(rising);
    expect(limits?.model).toBeCloseTo(0.8 * defined(model).ceilingJcm2, 9);
  });

  it('falls with harm and strong answers, and rises with what was tolerated', () => {
    const fresh = risk(withRule(CASE));
    expect(risk(after(session(18, BURNT)))).toBeLessThan(fresh);
    expect(risk(after(session(18, STRONG)))).toBeLessThan(fresh);
    expect(risk(after(session(18, RIGHT)))).toBeGreaterThan(fresh);
  });
});

describe('what is learnt from', () => {
  it('counts a session of over a year ago half, and one of another wavelength less than one here', () => {
    const ofDay = (on: string) => learnt(after(session(18, BURNT, { on }))).share;
    const [now, old] = [ofDay('2026-10-01'), ofDay('2025-01-01')];
    const fresh = learnt(withRule(CASE)).share;
    expect(now).toBeLessThan(old);
    expect(old).toBeLessThan(fresh);
    const other = learnt(after(session(18, BURNT, { wavelengthNm: 755 })));
    expect(other.from).toMatchObject([{ sameBand: false }]);
    expect(other.posterior.hair.mean).toBeCloseTo(0, 9);
  });

  it('leaves out what was tolerated before a tan, a new medicine, or elsewhere, and keeps what was too much', () => {
    const count = (history: PastSession[], more: object = {}) =>
      learnt(withRule(withSubject({ history, ...more }))).from.length;
    const medicine = { medicines: ['spironolactone'] };
    expect(count([session(18, RIGHT)], medicine)).toBe(0);
    expect(count([session(18, BURNT)], medicine)).toBe(1);
    expect(count([session(18, RIGHT, medicine)], medicine)).toBe(1);
    const tanned = { skin: { ...CASE.subject.skin, tan: 'fading' } };
    expect(count([session(18, RIGHT)], tanned)).toBe(0);
    expect(count([session(18, RIGHT, { typedIn: true })])).toBe(0);
    expect(count([session(18, STRONG, { typedIn: true })])).toBe(1);
    const unread = { endpoint: 'notRead', adverse: [], painMax: null } as const;
    expect(count([session(18, unread)])).toBe(0);
  });
});

describe('a pulse to come', () => {
  it('would raise the limit where it is answered well, and lower it where it is not', () => {
    const of = withRule(CASE);
    const { model } = at(of);
    const { limitAfter, doubtLess } = lessonOf(15, defined(model), learnt(of));
    const now = risk(of);
    expect(limitAfter.right).toBeGreaterThan(now);
    expect(limitAfter.strong).toBeLessThan(now);
    expect(limitAfter.adverse).toBeLessThan(limitAfter.strong);
    expect(doubtLess).toBeGreaterThan(0);
    // It is what the planner says once it was answered so.
    const told = after(session(15, RIGHT, { on: CASE.today }));
    expect(risk(told)).toBeCloseTo(limitAfter.right, 3);
  });
});

describe('the laws of learning', () => {
  const answers = fc.constantFrom(RIGHT, STRONG, BURNT);
  const sessions = fc.array(
    fc.record({ fluence: fc.integer({ min: 8, max: 30 }), answer: answers }),
    { maxLength: 4 },
  );
  const asHistory = (list: readonly { fluence: number; answer: PastSession['answer'] }[]) =>
    list.map(({ fluence, answer }) => session(fluence, answer));

  it('a harmful answer never raises the limit, one that was tolerated never lowers it', () => {
    fc.assert(
      fc.property(sessions, fc.integer({ min: 8, max: 30 }), (list, fluence) => {
        const history = asHistory(list);
        const before = risk(after(...history));
        expect(risk(after(...history, session(fluence, BURNT)))).toBeLessThanOrEqual(before + 1e-9);
        expect(risk(after(...history, session(fluence, RIGHT)))).toBeGreaterThanOrEqual(
          before - 1e-9,
        );
      }),
      { numRuns: 40 },
    );
  });

  it('the order of sessions of a day does not matter', () => {
    fc.assert(
      fc.property(sessions, (list) => {
        const history = asHistory(list);
        expect(learnt(after(...history)).share).toBeCloseTo(
          learnt(after(...history.toReversed())).share,
          9,
        );
      }),
      { numRuns: 30 },
    );
  });

  it('no plan is above the clinic’s risk, nor refused by its own proposal', () => {
    fc.assert(
      fc.property(sessions, (list) => {
        const of = after(...asHistory(list));
        for (const { setting, evaluation } of propose(of).proposals) {
          expect(evaluation.refusals).toEqual([]);
          const { model, learnt: here } = evaluation;
          if (model === null || here === null) continue;
          expect(chancesAt(setting.fluenceJcm2, model, here).adverse).toBeLessThanOrEqual(
            0.01 + 1e-9,
          );
        }
      }),
      { numRuns: 15 },
    );
  });

  it('a smaller allowed risk allows less', () => {
    const { posterior } = learnt(withRule(CASE));
    expect(shareAtRisk(posterior, 0.002)).toBeLessThan(shareAtRisk(posterior, 0.02));
  });
});
