import { describe, expect, it } from 'vitest';
import {
  hairAftercare,
  intervalState,
  mergedAdvice,
  nextVisit,
  SITE_IDS,
  SITES,
  visitAfterTest,
} from './index';

describe('next visit', () => {
  it('is four weeks on for the face, six for the underarm, eight for the lower leg', () => {
    const first = { treatedOn: '2026-11-24', visitNumber: 1, adverse: false };
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
      nextVisit({ site: 'chin', treatedOn: '2026-11-24', visitNumber, adverse: false });
    expect(on(4).weeks).toBe(4);
    expect(on(5)).toEqual({ on: '2027-01-05', weeks: 6, because: 'regrowthSlowing' });
  });

  it('waits six weeks after an adverse reaction, and never less than the interval', () => {
    const after = { treatedOn: '2026-11-24', visitNumber: 1, adverse: true } as const;
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
        nextVisit({ site, treatedOn: '2026-11-24', visitNumber, adverse }).weeks;
      for (let visit = 1; visit < 12; visit++) {
        expect(weeks(visit + 1, false)).toBeGreaterThanOrEqual(weeks(visit, false));
        expect(weeks(visit, true)).toBeGreaterThanOrEqual(weeks(visit, false));
        expect(weeks(visit, true)).toBeGreaterThanOrEqual(6);
      }
    }
  });

  it('no line of aftercare is shorter after a reaction', () => {
    for (const site of SITE_IDS) {
      const lines = (adverse: boolean) => hairAftercare({ site, treatedOn: '2026-11-24', adverse });
      for (const { code, until } of lines(false)) {
        const after = lines(true).find((line) => line.code === code);
        expect(after, code).toBeDefined();
        if (until !== null) expect(after!.until! >= until).toBe(true);
      }
    }
  });
});

describe('interval', () => {
  // Underarm: six weeks; two thirds are 28 days, twice is 84.
  it('is too soon before 28 days and late after 84 for an underarm', () => {
    const state = (today: string) => intervalState('underarm', '2026-09-01', today);
    expect(state('2026-09-28')).toBe('tooSoon');
    expect(state('2026-09-29')).toBe('onTime');
    expect(state('2026-11-24')).toBe('onTime');
    expect(state('2026-11-25')).toBe('late');
    expect(intervalState('underarm', null, '2026-11-25')).toBe('first');
  });
});

describe('aftercare', () => {
  const until = (lines: ReturnType<typeof hairAftercare>, code: string) =>
    lines.find((line) => line.code === code)?.until;

  it('dates a quiet session on a lower leg', () => {
    const lines = hairAftercare({ site: 'lowerLeg', treatedOn: '2026-11-24', adverse: false });
    expect(until(lines, 'sunCover')).toBe('2026-12-22');
    expect(until(lines, 'noHeatOrSport')).toBe('2026-11-26');
    expect(until(lines, 'noShaving')).toBe('2026-11-27');
    expect(lines.map((line) => line.code)).not.toContain('noMakeUp');
    expect(lines.map((line) => line.code)).not.toContain('leaveBlisterClosed');
  });

  it('covers for twelve weeks and speaks of blisters after a reaction', () => {
    const lines = hairAftercare({ site: 'chin', treatedOn: '2026-11-24', adverse: true });
    expect(until(lines, 'sunCover')).toBe('2027-02-16');
    expect(until(lines, 'noMakeUp')).toBe('2026-12-01');
    expect(until(lines, 'leaveBlisterClosed')).toBe('2026-12-08');
  });

  it('always says when to call', () => {
    for (const site of SITE_IDS) {
      const codes = hairAftercare({ site, treatedOn: '2026-11-24', adverse: false }).map(
        (line) => line.code,
      );
      expect(codes).toContain('callIfWorse');
      expect(codes).toContain('emergency');
    }
  });
});

describe('sites', () => {
  it('carry the published bulb depths', () => {
    expect(SITES.upperLip.bulbDepthMm).toBe(1.8);
    expect(SITES.underarm.bulbDepthMm).toBe(4);
    expect(SITES.bikiniLine.bulbDepthMm).toBe(4.1);
  });
});

describe('several zones', () => {
  it('take one sheet home: each line once, held to its latest day', () => {
    const leg = hairAftercare({ site: 'lowerLeg', treatedOn: '2026-11-24', adverse: false });
    const arm = hairAftercare({ site: 'underarm', treatedOn: '2026-11-24', adverse: true });
    const both = mergedAdvice([leg, arm]);
    expect(both.find(({ code }) => code === 'sunCover')!.until).toBe('2027-02-16');
    expect(both.filter(({ code }) => code === 'noDeodorant')).toEqual([
      { code: 'noDeodorant', until: '2026-12-01' },
    ]);
    expect(mergedAdvice([leg])).toEqual(leg);
  });
});

describe('after test spots', () => {
  it('a session waits until they were read at 24–48 hours, or have healed', () => {
    const testedOn = '2026-11-24';
    expect(visitAfterTest({ testedOn, adverse: false }).on).toBe('2026-11-26');
    expect(visitAfterTest({ testedOn, adverse: true })).toMatchObject({
      on: '2027-01-05',
      weeks: 6,
    });
  });
});
