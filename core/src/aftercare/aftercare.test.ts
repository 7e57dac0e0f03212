import { describe, expect, it } from 'vitest';
import { SITE_IDS } from '../sites';
import { aftercare, allowedFrom, HABITS, mergedAdvice, type AdviceCase } from './aftercare';
import { STANDARD_AFTERCARE } from './aftercare-blocks';
import { readingAge } from './reading-age';
import { defined } from '../units';

const SESSION: AdviceCase = {
  job: 'hair',
  site: 'lowerLeg',
  technique: 'stamping',
  wavelengthNm: 810,
  workingType: 2,
  treatedOn: '2026-11-24',
  harmed: false,
  habits: [],
};
const advice = (more: Partial<AdviceCase> = {}) =>
  aftercare(STANDARD_AFTERCARE, { ...SESSION, ...more });
const until = (lines: ReturnType<typeof advice>, code: string) =>
  lines.find((line) => line.code === code)?.until;
const codes = (more: Partial<AdviceCase> = {}) => advice(more).map(({ code }) => code);

describe('aftercare', () => {
  it('dates a quiet session on a lower leg in November', () => {
    const lines = advice();
    expect(until(lines, 'sunCover')).toBe('2026-12-22');
    expect(until(lines, 'noHeatOrSport')).toBe('2026-11-26');
    expect(allowedFrom(defined(until(lines, 'noHeatOrSport')))).toBe('2026-11-27');
    expect(until(lines, 'noShaving')).toBe('2026-11-27');
    expect(until(lines, 'noSelfTan')).toBe('2026-12-01');
    expect(until(lines, 'noWaxing')).toBeNull();
    expect(codes()).not.toContain('noMakeUp');
    expect(codes()).not.toContain('leaveBlisterClosed');
  });

  it('covers for twelve weeks and speaks of blisters after a reaction', () => {
    const lines = advice({ site: 'chin', harmed: true });
    expect(until(lines, 'sunCover')).toBe('2027-02-16');
    expect(until(lines, 'noMakeUp')).toBe('2026-12-01');
    expect(until(lines, 'leaveBlisterClosed')).toBe('2026-12-08');
  });

  it('covers two weeks longer in the months of strong sun', () => {
    // 30 March: winter still; 1 April: summer. 28 and 42 days.
    expect(until(advice({ treatedOn: '2027-03-30' }), 'sunCover')).toBe('2027-04-27');
    expect(until(advice({ treatedOn: '2027-04-01' }), 'sunCover')).toBe('2027-05-13');
    expect(until(advice({ treatedOn: '2027-09-30' }), 'sunCover')).toBe('2027-11-11');
    expect(until(advice({ treatedOn: '2027-10-01' }), 'sunCover')).toBe('2027-10-29');
  });

  it('goes by work and sport, each only for whom it concerns', () => {
    const own = ['outdoorWork', 'hotWork', 'noRubbing', 'noSwimming'];
    expect(codes().filter((code) => own.includes(code))).toEqual([]);
    expect(codes({ habits: ['swimming'] })).toContain('noSwimming');
    expect(
      codes({ habits: [...HABITS] })
        .filter((code) => own.includes(code))
        .sort(),
    ).toEqual([...own].sort());
  });

  it('of ink speaks of whitening, ointment and soaking, and of red ink only under short light', () => {
    const ink = { job: 'ink', site: 'forearm', wavelengthNm: 1064 } as const;
    expect(codes(ink)).toEqual(
      expect.arrayContaining(['coverInk', 'noSoaking', 'normalWhitening', 'blisterInk']),
    );
    expect(codes(ink)).not.toContain('noWaxing');
    expect(codes(ink)).not.toContain('redInk');
    expect(codes({ ...ink, wavelengthNm: 532 })).toContain('redInk');
    expect(until(advice(ink), 'noSoaking')).toBe('2026-12-08');
  });

  it('asks skin worked as type IV and darker to call early', () => {
    expect(codes({ workingType: 3 })).not.toContain('darkerSkinWatch');
    expect(codes({ workingType: 4 })).toContain('darkerSkinWatch');
  });

  it('always says when to call', () => {
    for (const site of SITE_IDS) {
      expect(codes({ site })).toEqual(expect.arrayContaining(['callIfWorse', 'emergency']));
    }
  });

  it('can be read at twelve, every line that is a sentence and more', () => {
    for (const { id, text } of STANDARD_AFTERCARE.blocks) {
      if (text.split(' ').length > 5) expect(readingAge(text), id).toBeLessThanOrEqual(12);
    }
  });
});

describe('reading age', () => {
  it('is the Flesch–Kincaid grade and five', () => {
    // 6 words, 1 sentence, 6 syllables: 0.39×6 + 11.8×1 − 15.59 = −1.45, held at five.
    expect(readingAge('The cat sat on the mat.')).toBe(5);
    // 4 words of 22 syllables in one sentence: 0.39×4 + 11.8×22/4 − 15.59 + 5 = 55.87.
    expect(
      readingAge('Postinflammatory hyperpigmentation necessitates photoprotection.'),
    ).toBeGreaterThan(40);
    expect(readingAge('')).toBe(5);
  });
});

describe('several zones', () => {
  it('take one sheet home: each line once, held to its latest day', () => {
    const leg = advice();
    const arm = advice({ site: 'underarm', harmed: true });
    const both = mergedAdvice([leg, arm]);
    expect(defined(both.find(({ code }) => code === 'sunCover')).until).toBe('2027-02-16');
    const deodorant = both.filter(({ code }) => code === 'noDeodorant');
    expect(deodorant.map((line) => line.until)).toEqual(['2026-12-01']);
    expect(mergedAdvice([leg])).toEqual(leg);
  });
});

describe('laws of aftercare', () => {
  it('no line of aftercare is shorter after a reaction, nor in summer', () => {
    for (const site of SITE_IDS) {
      for (const job of ['hair', 'ink'] as const) {
        const lines = (more: Partial<AdviceCase>) => advice({ site, job, ...more });
        for (const { code, until: quiet } of lines({})) {
          const harmed = lines({ harmed: true }).find((line) => line.code === code);
          const summer = lines({ treatedOn: '2027-06-24' }).find((line) => line.code === code);
          expect(summer, code).toBeDefined();
          // What speaks of quiet skin alone makes way for the line about blisters.
          if (harmed === undefined) expect(code).toBe('blisterInk');
          else if (quiet !== null) expect(defined(harmed.until) >= quiet).toBe(true);
        }
      }
    }
  });
});
