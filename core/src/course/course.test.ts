import { inkIntervalState, intervalState } from '../figures';
import { describe, expect, it } from 'vitest';
import { SITE_IDS } from '../sites';
import { nextInkVisit, nextVisit, visitAfterTest } from './next-visit';

describe('next visit', () => {
  it('is four weeks on for the face, six for the underarm, eight for the lower leg', () => {
    const first = { treatedOn: '2026-11-24', visitNumber: 1, adverse: false, own: {} };
    expect(nextVisit({ ...first, site: 'chin' })).toEqual({
      on: '2026-12-22',
      weeks: 4,
      because: 'siteInterval',
    });
    expect(nextVisit({ ...first, site: 'underarm' }).on).toBe('2027-01-05');
    expect(nextVisit({ ...first, site: 'lowerLeg' }).on).toBe('2027-01-19');
  });

  it('grows by two weeks from the fifth visit', () => {
    const on = (visitNumber: number) =>
      nextVisit({ site: 'chin', treatedOn: '2026-11-24', visitNumber, adverse: false, own: {} });
    expect(on(4).weeks).toBe(4);
    expect(on(5)).toEqual({ on: '2027-01-05', weeks: 6, because: 'regrowthSlowing' });
  });

  it('waits six weeks after an adverse reaction, and never less than the interval', () => {
    const after = { treatedOn: '2026-11-24', visitNumber: 1, adverse: true, own: {} } as const;
    expect(nextVisit({ ...after, site: 'chin' })).toEqual({
      on: '2027-01-05',
      weeks: 6,
      because: 'waitsForHealing',
    });
    expect(nextVisit({ ...after, site: 'thigh' }).weeks).toBe(8);
  });
});

describe('laws of the next visit', () => {
  it('it never comes sooner later in the course, nor sooner after a reaction', () => {
    for (const site of SITE_IDS) {
      const weeks = (visitNumber: number, adverse: boolean) =>
        nextVisit({ site, treatedOn: '2026-11-24', visitNumber, adverse, own: {} }).weeks;
      for (let visit = 1; visit < 12; visit++) {
        expect(weeks(visit + 1, false)).toBeGreaterThanOrEqual(weeks(visit, false));
        expect(weeks(visit, true)).toBeGreaterThanOrEqual(weeks(visit, false));
        expect(weeks(visit, true)).toBeGreaterThanOrEqual(6);
      }
    }
  });
});

describe('interval', () => {
  // Underarm: six weeks; two thirds are 28 days, twice is 84.
  it('is too soon before 28 days and late after 84 for an underarm', () => {
    const state = (today: string) => intervalState('underarm', '2026-09-01', today, {});
    expect(state('2026-09-28')).toBe('tooSoon');
    expect(state('2026-09-29')).toBe('onTime');
    expect(state('2026-11-24')).toBe('onTime');
    expect(state('2026-11-25')).toBe('late');
    expect(intervalState('underarm', null, '2026-11-25', {})).toBe('first');
  });
});

describe('ink', () => {
  it('is too soon under six weeks, and never late', () => {
    expect(inkIntervalState(null, '2026-11-24', {})).toBe('first');
    expect(inkIntervalState('2026-10-14', '2026-11-24', {})).toBe('tooSoon');
    expect(inkIntervalState('2026-10-13', '2026-11-24', {})).toBe('onTime');
    expect(inkIntervalState('2024-10-13', '2026-11-24', {})).toBe('onTime');
  });

  it('waits eight weeks, ten on the lower leg and foot, twelve once harmed', () => {
    const on = (site: 'forearm' | 'foot', adverse = false) =>
      nextInkVisit({ site, treatedOn: '2026-11-24', adverse, own: {} });
    expect(on('forearm')).toEqual({ on: '2027-01-19', weeks: 8, because: 'inkClears' });
    expect(on('foot').on).toBe('2027-02-02');
    expect(on('foot', true)).toEqual({ on: '2027-02-16', weeks: 12, because: 'waitsForHealing' });
  });
});

describe('after test spots', () => {
  it('a session waits until they were read at 24–48 hours, or have healed', () => {
    const testedOn = '2026-11-24';
    expect(visitAfterTest({ testedOn, adverse: false, own: {} }).on).toBe('2026-11-26');
    expect(visitAfterTest({ testedOn, adverse: true, own: {} })).toMatchObject({
      on: '2027-01-05',
      weeks: 6,
    });
  });
});
