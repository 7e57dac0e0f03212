import { describe, expect, it } from 'vitest';
import { CASE, SETTING, withSubject } from '../samples';
import { addDays, defined } from '../units';
import { expectedFromStart } from './course-ahead';
import { treatmentPlan, visitOffer } from './treatment-plan';
import type { CourseCase } from './zone-course';

const BEGAN = '2026-01-05';
const after = (weeks: number) => addDays(BEGAN, weeks * 7);
const NEW: CourseCase = { site: 'lowerLeg', own: {}, history: [], today: BEGAN };
const once = (today: string): CourseCase => ({
  ...NEW,
  history: [
    {
      on: BEGAN,
      setting: SETTING,
      wavelengthNm: 810,
      answer: { endpoint: 'right', adverse: [], painMax: 3 },
      pulses: 100,
    },
  ],
  today,
});

describe('what is offered', () => {
  it('begins today before the first visit, eight weeks apart for a leg, as many days as are likely', () => {
    const { made, more, intervalWeeks, days, minutes } = treatmentPlan(NEW);
    expect([made, intervalWeeks, minutes]).toEqual([0, 8, null]);
    expect(days.slice(0, 3)).toEqual([BEGAN, after(8), after(16)]);
    expect(days).toHaveLength(Math.min(12, defined(more.likely)));
  });

  it('goes on at the clinic’s interval after the last visit, never in the past', () => {
    const soon = treatmentPlan(once(after(2)));
    expect([soon.made, soon.days[0]]).toEqual([1, after(8)]);
    expect(treatmentPlan(once(after(20))).days[0]).toBe(after(20));
  });

  it('rests on the hair and skin that were found, and says how long a visit takes', () => {
    const offer = visitOffer(CASE);
    expect(offer.works).toBe('inPart');
    // It starts below what works (0.05) and works in part at the most allowed (0.35–0.6).
    expect(offer.kill).toBeGreaterThanOrEqual((0.05 + 0.35) / 2);
    expect(offer.kill).toBeLessThanOrEqual((0.05 + 0.6) / 2);
    const plan = treatmentPlan(NEW, offer);
    expect(plan.minutes).toBe(offer.minutes);
    const weak = treatmentPlan(NEW, { ...offer, works: 'tooLittle', kill: 0.1 });
    expect(weak.more.likely ?? Infinity).toBeGreaterThan(defined(plan.more.likely));
    const [, fifth] = expectedFromStart('lowerLeg', {}, offer.kill);
    expect(plan.more).toEqual(defined(fifth).visits);
  });

  it('is nothing for hair without pigment: no visit, no day', () => {
    const white = withSubject({ hair: { colour: 'white', calibre: 'medium', density: 'medium' } });
    const offer = visitOffer(white);
    expect(offer).toEqual({ works: 'noTarget', kill: 0, minutes: null });
    expect(treatmentPlan(NEW, offer)).toMatchObject({
      more: { few: 0, likely: 0, many: 0 },
      days: [],
    });
  });

  it('is too little where nothing may be fired at all', () => {
    expect(visitOffer({ ...CASE, handpieces: [] })).toMatchObject({ works: 'tooLittle', kill: 0 });
  });
});
