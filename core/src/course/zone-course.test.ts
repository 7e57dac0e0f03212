import { describe, expect, it } from 'vitest';
import type { PastSession } from '../plan';
import { DIODE, SETTING, SUBJECT } from '../samples';
import { addDays, defined } from '../units';
import {
  courseAhead,
  enoughFrom,
  expectedFromStart,
  gapCost,
  howMany,
  nextTakes,
  whenNext,
} from './course-ahead';
import { courseSigns } from './course-signs';
import { treatmentPlan } from './treatment-plan';
import { isCountDue } from './counts';
import { aliveNow } from './alive-now';
import { zoneCourse, type CourseCase } from './zone-course';

const BEGAN = '2026-01-05';
const after = (weeks: number) => addDays(BEGAN, weeks * 7);

/** A session whose effect nobody knows, for its skin was not kept: 0.3 by the prior. */
const unknown = (weeks: number, more: Partial<PastSession> = {}): PastSession => ({
  on: after(weeks),
  setting: SETTING,
  wavelengthNm: 810,
  answer: { endpoint: 'right', adverse: [], painMax: 3 },
  pulses: 100,
  ...more,
});
/** One on the usual subject with the diode, at a fluence. */
const known = (weeks: number, fluenceJcm2: number, more: Partial<PastSession> = {}) =>
  unknown(weeks, {
    setting: { ...SETTING, fluenceJcm2 },
    skin: SUBJECT.skin,
    hair: SUBJECT.hair,
    used: { light: DIODE.light, train: DIODE.train, cooling: DIODE.cooling, gel: DIODE.gel },
    ...more,
  });
const of = (history: readonly PastSession[], more: Partial<CourseCase> = {}): CourseCase => ({
  site: 'lowerLeg',
  own: {},
  history,
  today: addDays(defined(history.at(-1)).on, 28),
  ...more,
});
const course = (...given: Parameters<typeof of>) => defined(zoneCourse(of(...given)));
const counted = (perCm2: number) => ({ ...SUBJECT.hair, hairsPerCm2: perCm2 });

describe('the course of a zone', () => {
  it('does not begin before the first session, and not with test spots', () => {
    expect(zoneCourse({ site: 'lowerLeg', own: {}, history: [], today: BEGAN })).toBeNull();
    expect(zoneCourse(of([unknown(0, { test: true })]))).toBeNull();
  });

  it('takes 0.3 of the growing third of a leg where nothing is known of the visit', () => {
    // 13 weeks growing in sight, 3 hidden, 24 at rest: 13 ÷ 40 = 0.325 grow; 0.3 of them are gone.
    const { visits, learnt } = course([unknown(0)]);
    expect(visits).toMatchObject([{ works: 'unknown', kill: 0.3, week: 0, covered: 1 }]);
    expect(defined(learnt.courses.median.at[0]).alive).toBeCloseTo(1 - 0.325 * 0.3, 3);
  });

  it('takes less where less of the zone was covered', () => {
    expect(defined(course([unknown(0, { covered: 0.5 })]).visits[0]).kill).toBeCloseTo(0.15, 9);
  });

  it('expects the visits to come to cover the zone, though the last was broken off', () => {
    const broken = of([unknown(0, { covered: 0.06 })]);
    // 0.325 of a leg grows and 0.3 of that goes with each whole visit, not a sixteenth of it.
    expect(nextTakes(broken, course([unknown(0, { covered: 0.06 })])).kill).toBeCloseTo(0.3, 3);
    const visits = (covered: number) => treatmentPlan(of([unknown(0, { covered })])).more.likely;
    expect(visits(0.06)).toBe(defined(visits(1)) + 1);
  });

  it('goes by the model: little below the floor, between part and full above it, full from there on', () => {
    const at = (fluence: number) =>
      defined(course([known(0, fluence)], { site: 'upperArm' }).visits[0]);
    expect(at(4)).toMatchObject({ works: 'tooLittle', kill: 0.05 });
    // Floor 17.27, full 25.64 J/cm²: 0.35 + 0.25 × (20 − 17.27) ÷ (25.64 − 17.27).
    expect(at(20).works).toBe('inPart');
    expect(at(20).kill).toBeCloseTo(0.4316, 3);
    expect(at(26)).toMatchObject({ works: 'toTheBulb', kill: 0.6 });
  });

  it('weighs the settings of one day by their pulses', () => {
    const twice = [known(0, 60, { pulses: 300 }), known(0, 4, { pulses: 100 })];
    // ¾ × 0.6 + ¼ × 0.05
    expect(course(twice).visits).toHaveLength(1);
    expect(defined(course(twice).visits[0]).kill).toBeCloseTo(0.4625, 9);
  });

  it('goes by the clinic’s own numbers and cycles', () => {
    const own = {
      figures: { killUnknown: 0.5, sentToRest: 0 },
      hairCycles: { lowerLeg: { growthWeeks: 43, restWeeks: 40 } },
    };
    const { visits, learnt } = course([unknown(0)], { own });
    expect(defined(visits[0]).kill).toBe(0.5);
    // 40 of 83 weeks grow in sight; half of them are gone.
    expect(defined(learnt.courses.median.at[0]).alive).toBeCloseTo(1 - (40 / 83) * 0.5, 3);
  });

  it('takes counts from sessions and from looks, one a day, none from before the course', () => {
    const { counts } = course([unknown(0, { hair: counted(20) }), unknown(8)], {
      looks: [
        { on: addDays(BEGAN, -30), hair: counted(50) },
        { on: BEGAN, hair: counted(20) },
        { on: after(8), hair: counted(12) },
      ],
    });
    expect(counts).toMatchObject([
      { on: BEGAN, week: 0, perCm2: 20, how: 'eye' },
      { on: after(8), week: 8, perCm2: 12 },
    ]);
  });

  it('learns from counts: fewer than expected, and each visit is thought to have taken more', () => {
    const factor = (perCm2: number) =>
      course(
        [unknown(0, { hair: counted(40) }), unknown(9, { hair: counted(perCm2) }), unknown(18)],
        {
          looks: [{ on: after(22), hair: counted(perCm2 / 2) }],
        },
      ).learnt.factor.median;
    expect(factor(8)).toBeGreaterThan(factor(30));
  });
});

describe('what is alive today', () => {
  it('is what the visit of today has left, on whatever day of a week it falls', () => {
    const once = course([unknown(0)], { today: BEGAN });
    expect(aliveNow(once)).toBeCloseTo(1 - 0.325 * 0.3, 3);
    const on = addDays(BEGAN, 59);
    const twice = course([unknown(0), unknown(0, { on })], { today: on });
    const [, last] = twice.learnt.courses.median.visits;
    expect(aliveNow(twice)).toBeCloseTo(defined(last).alive - defined(last).killed, 6);
    expect(defined(last).after.alive).toBeCloseTo(aliveNow(twice), 6);
    // Of the 0.7 that live on, a fifth grows on.
    expect(defined(last).after.growing).toBeCloseTo(defined(last).growing * 0.7 * 0.2, 6);
  });
});

describe('when to come next', () => {
  it('is a curve from 2 to 26 weeks: soon after a visit little grows, later more does', () => {
    const curve = whenNext(course([unknown(0)]));
    expect([defined(curve[0]).week, defined(curve.at(-1)).week]).toEqual([2, 26]);
    expect(defined(curve[4])).toMatchObject({ week: 6, on: after(6) });
    const at = (week: number) => defined(curve.find((each) => each.week === week)).share;
    expect(at(2).median).toBeLessThan(at(9).median);
    expect(at(9).median).toBeLessThan(at(14).median);
    expect(at(enoughFrom(curve)).median).toBeGreaterThanOrEqual(
      0.9 * Math.max(...curve.map(({ share }) => share.median)),
    );
    expect(enoughFrom(curve)).toBeGreaterThan(9);
    for (const { share } of curve) {
      expect(share.low).toBeLessThanOrEqual(share.median + 1e-9);
      expect(share.high).toBeGreaterThanOrEqual(share.median - 1e-9);
      expect(share.high).toBeLessThanOrEqual(1);
    }
  });

  it('says what the last gap cost: two weeks meet less than the usual eight', () => {
    expect(gapCost(of([unknown(0)]), BEGAN)).toBeNull();
    const soon = defined(gapCost(of([unknown(0)]), after(2)));
    expect(soon).toMatchObject({ weeks: 2, usualWeeks: 8, came: 'metLess' });
    expect(soon.met).toBeLessThan(soon.usual);
    const late = defined(gapCost(of([unknown(0)]), after(13)));
    expect(late.met).toBeGreaterThan(late.usual);
    expect(late.came).toBe('metMore');
    expect(gapCost(of([unknown(0)]), after(9))).toMatchObject({ came: 'asUsual' });
  });
});

describe('how many more', () => {
  it('is fewer the more a visit takes, and never more for a nearer goal', () => {
    const many = (kill: number) =>
      howMany({ site: 'underarm', own: {}, course: null, kill }).map(({ visits }) => visits.likely);
    const [weak, strong] = [many(0.35), many(0.6)];
    for (const [index, likely] of strong.entries()) {
      expect(defined(likely)).toBeLessThan(defined(weak[index]) + 1);
    }
    expect(defined(strong[0])).toBeLessThanOrEqual(defined(strong[2]));
  });

  it('is a range around the likely number, at the start of an underarm 4 to 15 visits', () => {
    const [, fifth] = expectedFromStart('underarm', {});
    const { few, likely, many } = defined(fifth).visits;
    expect(defined(few)).toBeLessThanOrEqual(defined(likely));
    expect(defined(likely)).toBeLessThanOrEqual(defined(many));
    expect(defined(few)).toBeGreaterThanOrEqual(4);
    expect(defined(many)).toBeLessThanOrEqual(15);
  });

  it('begins today where the usual day has passed', () => {
    const late = of([unknown(0)], { today: after(30) });
    expect(courseAhead(late, defined(zoneCourse(late)), 2).visits).toEqual([30, 38]);
    expect(treatmentPlan(late).days[0]).toBe(after(30));
  });

  it('comes on the days that are booked, and then at the usual interval', () => {
    const booked = [after(15), after(12), after(3)];
    const agreed = of([unknown(0), unknown(9)], { booked, today: after(10) });
    const so = defined(zoneCourse(agreed));
    expect(courseAhead(agreed, so, 4).visits).toEqual([12, 15, 23, 31]);
    expect(courseAhead(agreed, so, 1).visits).toEqual([12]);
    expect(treatmentPlan(agreed).days.slice(0, 3)).toEqual([after(12), after(15), after(23)]);
    const first = { ...agreed, history: [], booked: [after(2)], today: after(0) };
    expect(treatmentPlan(first).days.slice(0, 2)).toEqual([after(2), after(10)]);
  });

  it('is none once less than that is left', () => {
    const own = { figures: { killUnknown: 0.9 } };
    const long = course(
      Array.from({ length: 12 }, (_, index) => unknown(index * 9)),
      { own },
    );
    expect(aliveNow(long)).toBeLessThan(0.1);
    const counts = howMany({ site: 'lowerLeg', own, course: long });
    expect(counts.map(({ visits }) => visits.likely)).toEqual([0, 0, 0]);
  });

  it('goes on at the clinic’s interval, each visit a step down, and one visit more takes its share', () => {
    const given = of([unknown(0), unknown(9)]);
    const so = defined(zoneCourse(given));
    const ahead = courseAhead(given, so, 3);
    expect(ahead.visits).toEqual([17, 25, 33]);
    const killed = ahead.median.visits.map((visit) => visit.killed);
    expect(killed).toHaveLength(5);
    const takes = nextTakes(given, so);
    expect(takes.share).toBeCloseTo(defined(killed[2]), 2);
    expect(takes.share).toBeCloseTo(takes.growing * takes.kill, 9);
    // Half of what is there does not respond: half as much.
    const half = { ...SUBJECT.hair, paleShare: 0.5 };
    const pale = nextTakes({ ...given, looks: [{ on: given.today, hair: half }] }, so);
    expect(pale.share).toBeCloseTo(takes.share / 2, 9);
    expect([takes.share > 0.05, takes.isHardlyAny]).toEqual([true, false]);
    const none = { ...SUBJECT.hair, paleShare: 1 };
    const last = nextTakes({ ...given, looks: [{ on: given.today, hair: none }] }, so);
    expect(last).toMatchObject({ share: 0, isHardlyAny: true });
  });
});

describe('signs', () => {
  const signs = (given: CourseCase) => courseSigns(given, defined(zoneCourse(given)));

  it('are none in a course that goes as expected', () => {
    expect(signs(of([unknown(0, { hair: counted(30) })]))).toEqual([]);
  });

  it('tell more hair than before, and counts that do not fit', () => {
    const history = [0, 9, 18].map((week) => unknown(week, { hair: counted(30 + week * 3) }));
    expect(signs(of(history))).toEqual(['moreHair', 'offBand']);
  });

  it('tell hair without pigment, as it was found last', () => {
    const grey = { ...SUBJECT.hair, colour: 'grey' } as const;
    const history = [known(0, 60)];
    expect(signs(of(history, { looks: [{ on: after(4), hair: grey }] }))).toEqual(['noTarget']);
    const pale = (paleShare: number) => ({ ...SUBJECT.hair, paleShare });
    const found = (share: number) =>
      signs(of(history, { looks: [{ on: after(4), hair: pale(share) }] }));
    expect([found(0.5), found(0.75)]).toEqual([[], ['noTarget']]);
  });

  it('tell a last setting that is not expected to work, where it is not the hair that stays', () => {
    const low = [known(0, 60), known(9, 4)];
    expect(signs(of(low))).toEqual(['tooLittle']);
    expect(signs(of([...low, known(18, 60)]))).toEqual([]);
    const grey = { ...SUBJECT.hair, colour: 'grey' } as const;
    expect(signs(of(low, { looks: [{ on: after(12), hair: grey }] }))).toEqual(['noTarget']);
  });

  it('tell more hair beside the zone, as it was found last', () => {
    const beside = { ...SUBJECT.hair, moreBeside: true };
    expect(signs(of([unknown(0)], { looks: [{ on: after(4), hair: beside }] }))).toEqual([
      'moreHair',
    ]);
  });

  it('tell a count that was made in another window than the one before', () => {
    const in4 = (place: 'middle' | 'left') =>
      ({ ...counted(30), counted: { place, sizeCm2: 4, how: 'eye' } }) as const;
    const twice = (second: 'middle' | 'left') =>
      of([unknown(0, { hair: in4('middle') }), unknown(9, { hair: in4(second) })]);
    expect(signs(twice('middle'))).toEqual([]);
    expect(signs(twice('left'))).toEqual(['otherWindow']);
  });

  it('tell that most is done', () => {
    const own = { figures: { killUnknown: 0.9 } };
    const history = Array.from({ length: 10 }, (_, index) => unknown(index * 9));
    expect(signs(of(history, { own }))).toEqual(['nearlyDone']);
  });
});

describe('counting', () => {
  it('takes the last word of a day, and how it was counted: by a picture it binds more than by eye', () => {
    const by = (how: 'eye' | 'picture') => {
      const seen = (perCm2: number) =>
        ({ ...counted(perCm2), counted: { place: 'middle', sizeCm2: 2, how } }) as const;
      return course([
        unknown(0, { hair: seen(40) }),
        unknown(9, { hair: seen(30) }),
        unknown(18, { hair: seen(8) }),
      ]);
    };
    expect(by('picture').counts).toMatchObject([
      { on: BEGAN, perCm2: 40, how: 'picture', window: { place: 'middle' } },
      { perCm2: 30 },
      { perCm2: 8 },
    ]);
    // The hair fell faster than expected: what counts for more moves the course further.
    const factor = (how: 'eye' | 'picture') => by(how).learnt.factor.median;
    expect(factor('eye')).toBeGreaterThan(1);
    expect(factor('picture')).toBeGreaterThan(factor('eye'));
  });

  it('is due at the first visit and every second one after it, or by the clinic’s rhythm', () => {
    const due = (own: Parameters<typeof isCountDue>[1]) =>
      [1, 2, 3, 4, 5, 6, 7].filter((visit) => isCountDue(visit, own));
    expect(due({})).toEqual([1, 3, 5, 7]);
    expect(due({ figures: { countEvery: 3 } })).toEqual([1, 4, 7]);
  });
});
