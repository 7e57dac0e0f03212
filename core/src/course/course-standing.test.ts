import { describe, expect, it } from 'vitest';
import {
  courseStanding,
  lastGiven,
  refuseCourseStep,
  sinceGiven,
  type CourseNote,
  type CourseStep,
  type GivenPlan,
} from './course-standing';

const note = (day: number, kind: CourseStep): CourseNote => ({
  ...{ id: `n${day}`, at: `2026-11-0${day}T10:00:00Z`, staffId: 's', kind },
  reason: `because of day ${day}`,
});
const PLAN: GivenPlan = {
  made: 2,
  more: { few: 4, likely: 6, many: null },
  intervalWeeks: 8,
  minutes: 20,
};
const given = (day: number, plan = PLAN): CourseNote => ({
  ...{ id: `g${day}`, at: `2026-11-0${day}T10:00:00Z`, staffId: 's', kind: 'planGiven', plan },
});

describe('how a course stands', () => {
  it('is open until somebody says otherwise, and again once it is reopened', () => {
    expect(courseStanding([])).toEqual({ state: 'open' });
    expect(courseStanding([given(1)])).toEqual({ state: 'open' });
    expect(courseStanding([note(1, 'paused')])).toEqual({
      state: 'paused',
      since: '2026-11-01T10:00:00Z',
      reason: 'because of day 1',
    });
    expect(courseStanding([note(1, 'paused'), note(2, 'reopened')]).state).toBe('open');
  });

  it('is as it was decided last, whatever order that is told in, and a plan given changes nothing', () => {
    const notes = [given(4), note(3, 'stopped'), note(1, 'paused'), note(2, 'reopened')];
    expect(courseStanding(notes)).toMatchObject({ state: 'stopped', reason: 'because of day 3' });
  });

  it('may be paused while it is open, stopped from there too, and reopened from both', () => {
    const open = courseStanding([]);
    const paused = courseStanding([note(1, 'paused')]);
    const stopped = courseStanding([note(1, 'stopped')]);
    const table = [open, paused, stopped].map((standing) =>
      (['paused', 'stopped', 'reopened'] as const).map((step) => refuseCourseStep(standing, step)),
    );
    expect(table).toEqual([
      [null, null, 'courseIsOpen'],
      ['courseIsPaused', null, null],
      ['courseIsStopped', 'courseIsStopped', null],
    ]);
  });
});

describe('what changed since a plan was given', () => {
  it('is counted from the last one', () => {
    const later = { ...PLAN, made: 3 };
    expect(lastGiven([given(5, later), given(2)])).toEqual({
      at: '2026-11-05T10:00:00Z',
      plan: later,
    });
    expect(lastGiven([note(1, 'paused')])).toBeNull();
  });

  it('is nothing where all goes as it was said, visits made and counted down', () => {
    expect(sinceGiven(PLAN, PLAN)).toEqual([]);
    const asPlanned = { ...PLAN, made: 4, more: { few: 2, likely: 4, many: null } };
    expect(sinceGiven(PLAN, asPlanned)).toEqual([{ kind: 'visitsMade', count: 2 }]);
  });

  it('names more visits than were left, another interval, and another length', () => {
    const now = {
      made: 3,
      more: { few: 4, likely: 6, many: 9 },
      intervalWeeks: 10,
      minutes: 26,
    };
    expect(sinceGiven(PLAN, now)).toEqual([
      { kind: 'visitsMade', count: 1 },
      { kind: 'more', then: { few: 3, likely: 5, many: null }, now: now.more },
      { kind: 'interval', then: 8, now: 10 },
      { kind: 'minutes', then: 20, now: 26 },
    ]);
  });

  it('says nothing of a few minutes, nor of a length that was not known', () => {
    expect(sinceGiven(PLAN, { ...PLAN, minutes: 24 })).toEqual([]);
    expect(sinceGiven({ ...PLAN, minutes: null }, PLAN)).toEqual([]);
  });
});
