import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nextVisit } from '../course';
import { intervalState } from './interval-state';
import {
  cellLimit,
  historyLimitJcm2,
  mostToBeginWith,
  noTarget,
  type PastSession,
  type Subject,
  type ToldHere,
} from '../plan';
import {
  FIGURE_IDS,
  figureOf,
  FIGURES,
  hasNoTarget,
  intervalWeeksOf,
  type ClinicalFigures,
} from './figures';
import { defined } from '../units';

const told = (fluenceJcm2: number, adverse: readonly 'blister'[] = []): ToldHere => ({
  session: {
    on: '2026-10-01',
    wavelengthNm: 810,
    setting: {
      pulseMs: 30,
      spot: { widthMm: 12, heightMm: 12 },
      technique: 'stamping',
      fluenceJcm2,
    },
    answer: { endpoint: 'right', adverse, painMax: 3 },
  } as unknown as PastSession,
  fluenceJcm2,
  how: 'alike',
});

/** Any numbers that a clinic may set. */
const anyOwn: fc.Arbitrary<ClinicalFigures> = fc
  .record(
    Object.fromEntries(
      FIGURE_IDS.map((id) => [
        id,
        fc.double({ min: FIGURES[id].least, max: FIGURES[id].most, noNaN: true }),
      ]),
    ),
    { requiredKeys: [] },
  )
  .map((figures) => ({ figures }));

describe('a clinical number', () => {
  it('is the clinic’s own, else the one that ships', () => {
    expect(figureOf({}, 'aboveWell')).toBe(1.2);
    expect(figureOf({ figures: { aboveWell: 1.1 } }, 'aboveWell')).toBe(1.1);
    expect(intervalWeeksOf({}, 'underarm')).toBe(6);
    expect(intervalWeeksOf({ intervalWeeks: { underarm: 5 } }, 'underarm')).toBe(5);
  });

  it('lies within its own bounds as it ships', () => {
    for (const { standard, least, most } of Object.values(FIGURES)) {
      expect(standard).toBeGreaterThanOrEqual(least);
      expect(standard).toBeLessThanOrEqual(most);
    }
  });
});

describe('a protocol’s own numbers', () => {
  it('decide what past responses allow', () => {
    const own = { figures: { aboveWell: 1.1, belowBadly: 0.7 } };
    expect(historyLimitJcm2([told(20)], {})).toBeCloseTo(24, 9);
    expect(historyLimitJcm2([told(20)], own)).toBeCloseTo(22, 9);
    expect(historyLimitJcm2([told(20, ['blister'])], own)).toBeCloseTo(14, 9);
  });

  it('decide the limits over bone and on mucosa', () => {
    const of = { plannedJcm2: 20, lowestJcm2: null, scale: { min: 1, max: 40, step: 0.1 } };
    const own = { figures: { bonyShare: 0.8, mucosalShare: 0.6 } };
    const at = (cell: { bony: boolean; mucosal: boolean }) => cellLimit(cell, { ...of, own });
    expect(defined(at({ bony: true, mucosal: false })).fluenceJcm2).toBeCloseTo(16, 9);
    expect(defined(at({ bony: false, mucosal: true })).fluenceJcm2).toBeCloseTo(12, 9);
  });

  it('decide when the next visit is, and what is too soon', () => {
    const own = { intervalWeeks: { chin: 6 }, figures: { healingWeeks: 10 } } as const;
    const visit = { site: 'chin', treatedOn: '2026-11-24', visitNumber: 1, own } as const;
    expect(nextVisit({ ...visit, adverse: false }).weeks).toBe(6);
    expect(nextVisit({ ...visit, adverse: true }).weeks).toBe(10);
    // Two thirds of four weeks are 19 days, of six weeks 28.
    expect(intervalState('chin', '2026-11-01', '2026-11-25', {})).toBe('onTime');
    expect(intervalState('chin', '2026-11-01', '2026-11-25', own)).toBe('tooSoon');
  });

  it('add hair colours that nothing is fired for', () => {
    const red = { skin: { surface: 'plain' }, hair: { colour: 'red' } } as unknown as Subject;
    expect(noTarget(red, {})).toBeNull();
    expect(noTarget(red, { noTarget: ['blond', 'grey', 'white', 'red'] })).toMatchObject({
      code: 'noTarget',
    });
    expect(hasNoTarget({}, 'grey')).toBe(true);
  });

  it('never allow more than what ships', () => {
    fc.assert(
      fc.property(
        anyOwn,
        fc.array(fc.tuple(fc.double({ min: 1, max: 60, noNaN: true }), fc.boolean()), {
          minLength: 1,
        }),
        (own, sessions) => {
          const history = sessions.map(([at, harmed]) => told(at, harmed ? ['blister'] : []));
          const [mine, shipped] = [
            defined(historyLimitJcm2(history, own)),
            defined(historyLimitJcm2(history, {})),
          ];
          expect(mine).toBeLessThanOrEqual(shipped + 1e-9);
          const limits = { device: 50, protocol: 50, model: null, risk: null, history: shipped };
          const scale = { min: 0, max: 100, step: 1e-9 };
          const upper = { fluenceJcm2: shipped, binding: 'history' } as const;
          expect(mostToBeginWith(limits, upper, scale, own)).toBeLessThanOrEqual(
            mostToBeginWith(limits, upper, scale, {}) + 1e-9,
          );
        },
      ),
    );
  });
});
