import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  BEST_FROM_ABSORPTION,
  evaluateInk,
  inkOrder,
  inkWays,
  LEAST_ABSORPTION,
  mayDarken,
  proposeInk,
  type InkCase,
} from '../ink';
import { handpiece, NS1064, PACE } from '../ink/ink.test-data';
import { INK_COLOURS } from '../look';
import { mostToBeginWith, type InkSubject, type PastSession, type Setting } from '../plan';
import type { SkinAnswer } from '../reaction';
import { anyAnswer, anyInk, anySkin, anyWorsening, cases } from './cases.test-data';
import { defined } from '../units';

const NS755 = handpiece('ns-755', 755, { spots: [{ diameterMm: 3 }, { diameterMm: 4 }] });
const NS532 = handpiece('ns-532', 532, { spots: [{ diameterMm: 3 }, { diameterMm: 4 }] });
const LONG = handpiece('long-1064', 1064, { pulsesMs: [20] });
const HANDPIECES = [NS1064, NS755, NS532, LONG];

const SETTING: Setting = {
  handpieceId: NS1064.id,
  technique: 'stamping',
  spot: { diameterMm: 4 },
  pulseMs: 6e-6,
  fluenceJcm2: 3,
  rateHz: 2,
  passes: 1,
};

const anyPast: fc.Arbitrary<PastSession> = fc
  .record({
    day: fc.integer({ min: 1, max: 28 }),
    test: fc.boolean(),
    fluenceJcm2: fc.integer({ min: 10, max: 90 }).map((tenths) => tenths / 10),
    spotMm: fc.constantFrom(3, 4, 6),
    pulseMs: fc.constantFrom(6e-6, 5.5e-7),
    answer: anyAnswer,
  })
  .map(({ day, fluenceJcm2, spotMm, pulseMs, ...more }) => ({
    ...more,
    on: `2026-09-${String(day).padStart(2, '0')}`,
    wavelengthNm: 1064,
    setting: { ...SETTING, fluenceJcm2, pulseMs, spot: { diameterMm: spotMm } },
  }));

const anySubject: fc.Arbitrary<InkSubject> = fc.record({
  site: fc.constantFrom('upperArm' as const, 'foot' as const, 'chest' as const),
  areaCm2: fc.integer({ min: 2, max: 200 }),
  skin: anySkin,
  history: fc.array(anyPast, { maxLength: 4 }),
  ink: anyInk,
});

// A console without steps to speak of.
const FINEST = { min: 0, max: 1000, step: 1e-9 };

const caseOf = (subject: InkSubject, agreed = true): InkCase => ({
  subject,
  handpieces: HANDPIECES,
  own: {},
  agreed,
  today: '2026-11-24',
});

const colourOf = ({ ink }: InkSubject) => [defined(ink.colours[0]).colour];
const judge = (subject: InkSubject, setting: Setting, colours = colourOf(subject)) =>
  evaluateInk(caseOf(subject), { colours }, setting, PACE);

const notAbove = (one: number | null | undefined, other: number | null | undefined) =>
  one == null || other == null ? one == null : one <= other + 1e-9;

describe('laws of planning ink', () => {
  it('no worse response raises a limit, an upper end, a start or a rung', () => {
    const anySpot = fc.constantFrom(3, 4, 6);
    fc.assert(
      fc.property(anySubject, fc.nat(), anyWorsening, anySpot, (subject, at, worsen, spotMm) => {
        fc.pre(subject.history.length > 0);
        const setting = { ...SETTING, spot: { diameterMm: spotMm } };
        const worse = (answer: SkinAnswer, index: number) =>
          index === at % subject.history.length ? worsen(answer) : answer;
        const history = subject.history.map((session, index) => ({
          ...session,
          answer: worse(session.answer, index),
        }));
        const before = judge(subject, setting);
        const after = judge({ ...subject, history }, setting);
        if (before.limits.history !== null) {
          expect(notAbove(after.limits.history, before.limits.history)).toBe(true);
        }
        expect(notAbove(defined(after.upper).fluenceJcm2, defined(before.upper).fluenceJcm2)).toBe(
          true,
        );
        expect(notAbove(after.start?.fluenceJcm2, before.start?.fluenceJcm2)).toBe(true);
        expect(notAbove(after.ladder.at(-1), before.ladder.at(-1))).toBe(true);
      }),
      cases(300),
    );
  });

  it('a session that was typed in lifts nothing, wherever it stands in the history', () => {
    fc.assert(
      fc.property(anySubject, fc.nat(), anyPast, (subject, at, past) => {
        const place = at % (subject.history.length + 1);
        const setting = { ...past.setting, handpieceId: 'typedIn' };
        const history = subject.history.toSpliced(place, 0, { ...past, typedIn: true, setting });
        const before = judge(subject, SETTING);
        const after = judge({ ...subject, history }, SETTING);
        if (before.limits.history !== null) {
          expect(notAbove(after.limits.history, before.limits.history)).toBe(true);
        }
        expect(notAbove(defined(after.upper).fluenceJcm2, defined(before.upper).fluenceJcm2)).toBe(
          true,
        );
        expect(notAbove(after.start?.fluenceJcm2, before.start?.fluenceJcm2)).toBe(true);
        expect(notAbove(after.ladder.at(-1), before.ladder.at(-1))).toBe(true);
      }),
      cases(300),
    );
  });

  it('harm at a smaller spot binds a larger one, and more than by its bare fluence', () => {
    fc.assert(
      fc.property(anySubject, fc.constantFrom(3, 4), (subject, smallMm) => {
        const setting = { ...SETTING, spot: { diameterMm: smallMm } };
        const blister: PastSession = {
          on: '2026-10-01',
          wavelengthNm: 1064,
          setting,
          answer: { endpoint: 'right', adverse: ['blister'], painMax: 2 },
        };
        const alone = { ...subject, history: [blister] };
        const larger = defined(
          judge(alone, { ...SETTING, spot: { diameterMm: 6 } }).limits.history,
        );
        expect(larger).toBeLessThan(0.8 * setting.fluenceJcm2);
        expect(larger).toBeGreaterThan(0.3 * setting.fluenceJcm2);
      }),
      cases(60),
    );
  });

  it('never passes a long pulse, a colour that is not there, no colour, or a spot without a row', () => {
    fc.assert(
      fc.property(anySubject, fc.constantFrom(...INK_COLOURS), (subject, colour) => {
        const own = subject.ink.colours.map((each) => each.colour);
        const long = { ...SETTING, handpieceId: LONG.id, pulseMs: 20 };
        expect(judge(subject, long, [colour]).refusals).toContain('longPulse');
        expect(judge(subject, SETTING, []).refusals).toContain('noColour');
        if (!own.includes(colour)) {
          expect(judge(subject, SETTING, [colour]).refusals).toContain('colourNotHere');
        }
        const wide = { ...SETTING, spot: { diameterMm: 8 } };
        expect(judge(subject, wide).refusals).toContain('noProtocolRow');
        expect(judge(subject, wide).start).toBeNull();
      }),
      cases(100),
    );
  });

  it('refuses a setting wherever any of its colours may not be treated with it', () => {
    fc.assert(
      fc.property(anySubject, fc.boolean(), (subject, agreed) => {
        const of = caseOf(subject, agreed);
        const colours = subject.ink.colours.map(({ colour }) => colour);
        const refused = inkWays(of).filter(
          ({ handpieceId, refusals }) => handpieceId === NS1064.id && refusals.length > 0,
        );
        const { refusals } = evaluateInk(of, { colours }, SETTING, PACE);
        for (const { refusals: why } of refused)
          expect(refusals).toEqual(expect.arrayContaining([...why]));
      }),
      cases(100),
    );
  });

  it('calls best only what the ink absorbs by 30 % at least, and refuses under 10 %', () => {
    fc.assert(
      fc.property(anySubject, (subject) => {
        for (const { verdict, light, refusals } of inkWays(caseOf(subject))) {
          if (light === null) continue;
          if (verdict === 'best')
            expect(light.absorption).toBeGreaterThanOrEqual(BEST_FROM_ABSORPTION);
          if (verdict === 'weak') expect(light.absorption).toBeLessThan(BEST_FROM_ABSORPTION);
          expect(refusals.includes('lowAbsorption')).toBe(light.absorption < LEAST_ABSORPTION);
        }
      }),
      cases(60),
    );
  });

  it('lets ink that may darken have one test spot, and only once that was agreed', () => {
    fc.assert(
      fc.property(anySubject, (subject) => {
        const risky = subject.ink.colours
          .map(({ colour }) => colour)
          .filter((colour) => mayDarken(subject.ink, colour));
        fc.pre(risky.length > 0);
        const asked = evaluateInk(caseOf(subject, false), { colours: risky }, SETTING, PACE);
        expect(asked.refusals).toContain('mayDarken');
        const agreed = judge(subject, SETTING, risky);
        expect(agreed.refusals).not.toContain('mayDarken');
        expect(agreed.testSpotOnly).toBe(true);
        const tested = (readOn: string): PastSession => ({
          on: '2026-10-01',
          readOn,
          test: true,
          ink: risky,
          wavelengthNm: 1064,
          setting: SETTING,
          answer: { endpoint: 'right', adverse: [], painMax: 2 },
        });
        const after = (readOn: string) =>
          judge({ ...subject, history: [tested(readOn)] }, SETTING, risky).testSpotOnly;
        expect(after('2026-10-28')).toBe(true);
        expect(after('2026-10-29')).toBe(false);
      }),
      cases(100),
    );
  });

  it('begins every proposal at 0.85 of its upper end at most, within its row, for colours of this tattoo', () => {
    fc.assert(
      fc.property(anySubject, (subject) => {
        const of = caseOf(subject);
        for (const step of inkOrder(of).steps) {
          const found = proposeInk(of, step, PACE);
          if (found === null) continue;
          const { limits, upper, row, refusals } = found.evaluation;
          expect(refusals).toEqual([]);
          expect(row).not.toBeNull();
          expect(found.setting.fluenceJcm2).toBeLessThanOrEqual(
            mostToBeginWith(limits, defined(upper), FINEST, {}) + 1e-9,
          );
          const own = subject.ink.colours.map(({ colour }) => colour);
          expect(own).toEqual(expect.arrayContaining([...step.colours]));
        }
      }),
      cases(60),
    );
  });
});
