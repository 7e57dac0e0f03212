import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SITES } from '../sites';
import {
  buildsUpHeat,
  evaluate,
  LEARNING_RULE,
  modelSilence,
  mostToBeginWith,
  type PastSession,
  propose,
  type Evaluation,
  type LearningRule,
  type PlanCase,
  type Setting,
  type Subject,
} from '../plan';
import { SETTING } from '../plan/plan.test-data';
import { spotVerdict, type TestSpot } from '../spot';
import type { SkinAnswer } from '../reaction';
import { anyAnswer, anySubject, anyWorsening, cases, LAW_CASE } from './cases.test-data';
import { defined } from '../units';

// A console without steps to speak of.
const FINEST = { min: 0, max: 1000, step: 1e-9 };

const withRule = (more: Partial<LearningRule>): PlanCase => ({
  ...LAW_CASE,
  protocol: { ...LAW_CASE.protocol, learning: { ...LEARNING_RULE, ...more } },
});

const SETTINGS: readonly Setting[] = [
  SETTING,
  { ...SETTING, pulseMs: 100 },
  { ...SETTING, spot: { widthMm: 9, heightMm: 9 } },
  { ...SETTING, technique: 'inMotion', pulseMs: 10, rateHz: 10, passes: 8, fluenceJcm2: 6 },
];

const anySetting = fc.constantFrom(...SETTINGS);

const notAbove = (one: number | null | undefined, other: number | null | undefined) =>
  one == null || other == null ? one == null : one <= other + 1e-9;

/** A history in which one response is worse than it was. */
const worsened = (
  subject: Subject,
  at: number,
  worsen: (answer: SkinAnswer) => SkinAnswer,
): Subject => ({
  ...subject,
  history: subject.history.map((session, index) =>
    index === at % subject.history.length
      ? { ...session, answer: worsen(session.answer) }
      : session,
  ),
});

describe.each([
  ['without a rule for what answers may do', LAW_CASE],
  ['with one', withRule({})],
  ['with one that lets limits rise', withRule({ mayRise: true })],
])('laws of planning hair, %s', (_name, lawCase) => {
  const caseOf = (subject: Subject): PlanCase => ({ ...lawCase, subject });

  it('no worse response raises a limit, an upper end, a start or a rung', () => {
    fc.assert(
      fc.property(
        anySubject,
        fc.nat(),
        anyWorsening,
        anySetting,
        (subject, at, worsen, setting) => {
          fc.pre(subject.history.length > 0);
          const before = evaluate(caseOf(subject), setting, 'ranking');
          const after = evaluate(caseOf(worsened(subject, at, worsen)), setting, 'ranking');
          if (before.limits?.history != null) {
            expect(notAbove(defined(after.limits).history, before.limits.history)).toBe(true);
          }
          if (before.upper === null) return;
          expect(notAbove(defined(after.upper).fluenceJcm2, before.upper.fluenceJcm2)).toBe(true);
          expect(notAbove(after.start?.fluenceJcm2, before.start?.fluenceJcm2)).toBe(true);
          expect(notAbove(after.ladder.at(-1), before.ladder.at(-1))).toBe(true);
        },
      ),
      cases(400),
    );
  });

  it('one harmful response more lowers or keeps every limit, whatever the pulse, spot, technique or handpiece', () => {
    fc.assert(
      fc.property(anySubject, anySetting, (subject, setting) => {
        fc.pre(subject.history.length > 0);
        const last = defined(subject.history.at(-1));
        const harmful = { ...last, answer: { ...last.answer, adverse: ['blister' as const] } };
        const without = { ...subject, history: subject.history.slice(0, -1) };
        const withIt = { ...subject, history: [...without.history, harmful] };
        const before = evaluate(caseOf(without), setting, 'ranking').upper;
        const after = evaluate(caseOf(withIt), setting, 'ranking');
        if (before === null) return;
        expect(defined(after.limits).history).not.toBeNull();
        expect(notAbove(defined(after.upper).fluenceJcm2, before.fluenceJcm2)).toBe(true);
      }),
      cases(200),
    );
  });

  it('a session that was typed in lifts nothing: no limit, upper end, start or rung, wherever it stands in the history', () => {
    fc.assert(
      fc.property(
        anySubject,
        fc.nat(),
        fc.integer({ min: 2, max: 60 }),
        anyAnswer,
        anySetting,
        (subject, at, fluenceJcm2, answer, setting) => {
          const place = at % (subject.history.length + 1);
          const on = subject.history[place]?.on ?? subject.history.at(-1)?.on ?? '2026-01-05';
          const typedIn: PastSession = {
            ...{ on, typedIn: true, wavelengthNm: 810, answer },
            setting: { ...SETTING, handpieceId: 'typedIn', fluenceJcm2 },
          };
          const history = subject.history.toSpliced(place, 0, typedIn);
          const before = evaluate(caseOf(subject), setting, 'ranking');
          const after = evaluate(caseOf({ ...subject, history }), setting, 'ranking');
          if (before.limits?.history != null) {
            expect(notAbove(defined(after.limits).history, before.limits.history)).toBe(true);
          }
          if (before.upper === null) return;
          expect(notAbove(defined(after.upper).fluenceJcm2, before.upper.fluenceJcm2)).toBe(true);
          expect(notAbove(after.start?.fluenceJcm2, before.start?.fluenceJcm2)).toBe(true);
          expect(notAbove(after.ladder.at(-1), before.ladder.at(-1))).toBe(true);
        },
      ),
      cases(200),
    );
  });

  it('darker skin never gains: neither by its own limit nor through past sessions', () => {
    fc.assert(
      fc.property(anySubject, anySetting, (subject, setting) => {
        const { type } = subject.skin;
        fc.pre(type < 6);
        const darker = { ...subject.skin, type: (type + 1) as typeof type };
        const before = evaluate(caseOf(subject), setting, 'ranking').limits;
        const after = evaluate(caseOf({ ...subject, skin: darker }), setting, 'ranking').limits;
        if (before?.history != null && after !== null) {
          expect(notAbove(after.history, before.history)).toBe(true);
        }
        if (before?.model != null && after?.model != null) {
          expect(after.model).toBeLessThanOrEqual(before.model * (1 + 1e-3));
        }
      }),
      cases(300),
    );
  });

  it('where the model is silent nothing goes above plain skin, beyond one pass, or above the low end to begin with', () => {
    fc.assert(
      fc.property(anySubject, (subject) => {
        const scarred = { ...subject, skin: { ...subject.skin, surface: 'scarred' as const } };
        const plain = { ...subject, skin: { ...subject.skin, surface: 'plain' as const } };
        fc.pre(modelSilence(plain) === null);
        for (const { setting, evaluation, ladder } of propose(caseOf(scarred)).proposals) {
          const limit = defined(defined(evaluate(caseOf(plain), setting, 'ranking').limits).model);
          expect(defined(ladder.at(-1))).toBeLessThanOrEqual(limit + 1e-9);
          expect(setting.passes).toBe(1);
          expect(evaluation.cautions).toContain('modelSilent');
          if (defined(evaluation.start).basis.kind !== 'lastSession') {
            expect(setting.fluenceJcm2).toBeLessThanOrEqual(
              defined(evaluation.row).fluenceJcm2.low,
            );
          }
        }
      }),
      cases(60),
    );
  });

  it('every proposal begins at 0.85 of its upper end at most, has a second rung, and says what may be hoped for', () => {
    const says = ({ model, ladder, firstWorkingRung, expected }: Evaluation) => {
      if (model === null) return expected === 'unknown';
      const floor = model.floorJcm2 ?? Infinity;
      const reached = ladder.findIndex((rung) => rung >= floor);
      const bulb =
        model.fullJcm2 !== null && defined(ladder.at(-1)) >= Math.max(floor, model.fullJcm2);
      const works = reached < 0 ? 'tooLittle' : bulb ? 'toTheBulb' : 'inPart';
      return expected === works && firstWorkingRung === (reached < 0 ? null : reached);
    };
    fc.assert(
      fc.property(anySubject, (subject) => {
        const { proposals } = propose(caseOf(subject));
        const unready = proposals.findIndex(
          ({ evaluation }) => evaluation.expected === 'tooLittle',
        );
        proposals.forEach(({ setting, evaluation, ladder }, index) => {
          expect(setting.fluenceJcm2).toBeLessThanOrEqual(
            mostToBeginWith(defined(evaluation.limits), defined(evaluation.upper), FINEST, {}) +
              1e-9,
          );
          expect(ladder.length).toBeGreaterThan(1);
          expect(evaluation.refusals).toEqual([]);
          expect(says(evaluation)).toBe(true);
          if (unready >= 0 && index > unready && !SITES[subject.site].bonyOrThin) {
            expect(evaluation.expected).toBe('tooLittle');
          }
        });
        const [first] = proposals;
        if (first !== undefined && SITES[subject.site].bonyOrThin) {
          const allBuildUp = proposals.every(({ setting }) => buildsUpHeat(setting.technique));
          expect(buildsUpHeat(first.setting.technique)).toBe(allBuildUp);
        }
      }),
      cases(60),
    );
  });

  it('no worse response to a test spot asks for more', () => {
    const spotOf = (
      fluenceJcm2: number,
      answer: TestSpot['readings'][number],
      id: number,
    ): TestSpot => ({
      id: String(id),
      at: '2026-11-24T10:00:00.000Z',
      place: 'middle',
      setting: { ...SETTING, fluenceJcm2 },
      pulses: 3,
      note: '',
      skin: undefined,
      medicines: [],
      readings: [answer],
    });
    const anySpots = fc.array(fc.tuple(fc.integer({ min: 8, max: 30 }), anyAnswer), {
      minLength: 1,
      maxLength: 5,
    });
    const MARK = { none: 'nothing', right: 'singedHair', strong: 'strongRedness' } as const;
    const wanted = (list: readonly (readonly [number, SkinAnswer])[]) => {
      const spots = list.map(([fluence, { endpoint, adverse, painMax }], index) =>
        spotOf(
          fluence,
          {
            id: 'r',
            at: '2026-11-24T10:10:00.000Z',
            marks: [
              MARK[endpoint as keyof typeof MARK],
              ...(adverse.length > 0 ? (['blister'] as const) : []),
            ],
            pain: painMax,
            photoIds: [],
            note: '',
          },
          index,
        ),
      );
      const verdict = spotVerdict(spots, false);
      return 'wantedJcm2' in verdict ? verdict.wantedJcm2 : null;
    };
    fc.assert(
      fc.property(anySpots, fc.nat(), anyWorsening, (spots, at, worsen) => {
        const worse = spots.map(([fluence, answer], index) =>
          index === at % spots.length
            ? ([fluence, worsen(answer)] as const)
            : ([fluence, answer] as const),
        );
        expect(notAbove(wanted(worse), wanted(spots))).toBe(true);
      }),
      cases(3000),
    );
  });
});
