import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isUrgentAtHome, isWorrying, reportFromHome, SEEN_AT_HOME } from './from-home';
import { REACTION_SIGNS, TRENDS } from './report';
import { triage, URGENT_SIGNS } from './triage';

const calm = { trend: 'better', signs: [], seen: [] } as const;
const AT = '2026-11-28T09:00:00Z';

describe('an entry from home', () => {
  it('has to be read when it is worse, has a sign, or names what is not usual', () => {
    expect(isWorrying({ ...calm, trend: 'worse' })).toBe(true);
    expect(isWorrying({ ...calm, signs: ['pus'] })).toBe(true);
    expect(isWorrying({ ...calm, seen: ['blister'] })).toBe(true);
    expect(isWorrying({ ...calm, seen: ['palerSkin'] })).toBe(true);
    expect(isWorrying({ ...calm, seen: ['redness', 'swelling', 'crust'] })).toBe(false);
    expect(isWorrying({ ...calm, trend: 'same' })).toBe(false);
  });

  it('is urgent with a sign that goes to a clinician', () => {
    expect(isUrgentAtHome({ ...calm, signs: ['fever'] }, 'hair')).toBe(true);
    expect(isUrgentAtHome({ ...calm, signs: ['pus', 'bleeding', 'weeping'] }, 'hair')).toBe(false);
    // An infected open wound, and an allergy.
    expect(isUrgentAtHome({ ...calm, signs: ['pus'] }, 'ink')).toBe(true);
    expect(
      isUrgentAtHome({ ...calm, signs: ['overBody'], seen: ['blister', 'swelling'] }, 'hair'),
    ).toBe(true);
  });

  it('says at home what the clinic’s triage says', () => {
    fc.assert(
      fc.property(
        fc.subarray([...REACTION_SIGNS]),
        fc.subarray([...SEEN_AT_HOME]),
        fc.constantFrom(...TRENDS),
        fc.constantFrom('hair' as const, 'ink' as const),
        (signs, seen, trend, job) => {
          const entry = { trend, seen, signs };
          const { level } = triage({
            ...{ report: reportFromHome(entry, AT), job, now: AT },
            ...{ treatedAt: '2026-11-27T09:00:00Z', wavelengthNm: 755 },
            ...{ workingType: 2, face: false, dependent: false },
          });
          expect(isUrgentAtHome(entry, job)).toBe(level === 'clinicianNow');
        },
      ),
    );
  });

  it.each([
    ['what is seen', { ...calm, seen: ['redness', 'blister'] as const }, 'blister'],
    ['a crust over redness', { ...calm, seen: ['redness', 'crust'] as const }, 'crust'],
    ['weeping skin as an opened blister', { ...calm, signs: ['weeping'] as const }, 'blister'],
    ['bleeding as a crust', { ...calm, signs: ['bleeding'] as const }, 'crust'],
    [
      'fever before a blister',
      { ...calm, signs: ['fever'] as const, seen: ['blister'] as const },
      'infection',
    ],
    ['short breath as an allergy', { ...calm, signs: ['breathing'] as const }, 'allergy'],
    ['changed sight as the eye', { ...calm, signs: ['changedSight'] as const }, 'eye'],
    ['nothing but worse as redness', { ...calm, trend: 'worse' as const }, 'redness'],
  ])('is reported as %s', (_, entry, what) => {
    expect(reportFromHome(entry, AT)).toMatchObject({ what, onsetAt: AT, extent: 'part' });
  });

  it('goes to a clinician now whenever an urgent sign is in it, whatever else is told', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...URGENT_SIGNS),
        fc.subarray([...REACTION_SIGNS]),
        fc.subarray([...SEEN_AT_HOME]),
        fc.constantFrom(...TRENDS),
        fc.constantFrom('hair' as const, 'ink' as const),
        (urgent, signs, seen, trend, job) => {
          const report = reportFromHome({ trend, seen, signs: [...signs, urgent] }, AT);
          const { level } = triage({
            ...{ report, job, now: AT, treatedAt: '2026-11-27T09:00:00Z' },
            ...{ wavelengthNm: 755, workingType: 2, face: false, dependent: false },
          });
          expect(level).toBe('clinicianNow');
        },
      ),
    );
  });
});
