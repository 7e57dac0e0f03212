import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  chancesAt,
  evaluate,
  ladder,
  learntHere,
  LEARNING_RULE,
  lessonOf,
  teachingLadder,
  type PastSession,
} from './index';
import { CASE, DIODE, past, SETTING, withSubject } from './plan.test-data';
import { defined } from '../units';

const scale = DIODE.fluenceJcm2;
const of = (history: readonly PastSession[], risk = 0.01) => {
  const plan = withSubject({ history });
  const withRule = {
    ...plan,
    protocol: { ...plan.protocol, learning: { ...LEARNING_RULE, risk } },
  };
  const { model } = evaluate(withRule, SETTING);
  return { plan: withRule, model: defined(model), learnt: defined(learntHere(withRule, DIODE)) };
};
const answered = fc.record({
  fluenceJcm2: fc.integer({ min: 8, max: 24 }),
  answer: fc.constantFrom(
    { endpoint: 'none', adverse: [], painMax: 2 } as const,
    { endpoint: 'right', adverse: [], painMax: 4 } as const,
    { endpoint: 'strong', adverse: [], painMax: 6 } as const,
  ),
});

describe('a ladder that teaches', () => {
  it('is the even one where the clinic has no rule, or the model is silent', () => {
    const asked = { start: 10, upper: 20, scale };
    expect(teachingLadder({ ...asked, model: null, learnt: null })).toEqual(ladder(10, 20, scale));
    expect(evaluate(CASE, SETTING).ladder).toEqual(
      ladder(
        defined(evaluate(CASE, SETTING).start).fluenceJcm2,
        defined(defined(evaluate(CASE, SETTING).upper).fluenceJcm2),
        scale,
      ),
    );
  });

  it('never rises faster than the even one, nor past the limit or the clinic’s risk, and takes what teaches most', () => {
    fc.assert(
      fc.property(
        fc.array(answered, { maxLength: 4 }),
        fc.constantFrom(0.002, 0.01, 0.02),
        fc.integer({ min: 8, max: 14 }),
        fc.integer({ min: 0, max: 10 }),
        (history, risk, start, room) => {
          const { learnt, model } = of(history.map(past), risk);
          const upper = start + room;
          const rungs = teachingLadder({ start, upper, scale, model, learnt });
          const teaches = (rung: number) => {
            const { doubtLess, needDoubtLess } = lessonOf(rung, model, learnt);
            return doubtLess + needDoubtLess;
          };
          expect(rungs[0]).toBe(start);
          expect(rungs.length).toBeLessThanOrEqual(5);
          rungs.slice(1).forEach((rung, i) => {
            const last = defined(rungs[i]);
            const most = defined(ladder(last, upper, scale)[1]);
            expect(rung).toBeGreaterThan(last);
            expect(rung).toBeLessThanOrEqual(most);
            expect(rung).toBeLessThanOrEqual(upper);
            expect(chancesAt(rung, model, learnt).adverse).toBeLessThanOrEqual(risk * 1.0001);
            // Any other step that may follow, and that the clinic's risk allows, teaches no more.
            for (let step = last + scale.step; step <= most + 1e-9; step += scale.step)
              if (chancesAt(step, model, learnt).adverse <= risk)
                expect(teaches(step)).toBeLessThanOrEqual(teaches(rung) + 1e-9);
          });
        },
      ),
      { numRuns: 25 },
    );
  });

  it('ends where the next rung would be above the clinic’s risk, however high the limit', () => {
    const { learnt, model } = of([]);
    const atRisk = learnt.share * model.ceilingJcm2;
    const start = Math.floor(atRisk) - 1;
    const rungs = teachingLadder({ start, upper: start + 20, scale, model, learnt });
    expect(Math.max(...rungs)).toBeLessThanOrEqual(atRisk);
    expect(Math.max(...rungs)).toBeGreaterThan(atRisk - 2 * scale.step);
  });
});
