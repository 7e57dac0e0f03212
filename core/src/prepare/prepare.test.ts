import { describe, expect, it } from 'vitest';
import { PLAIN_ZONE } from '../look';
import { SETTING } from '../plan/plan.test-data';
import { asShown, checklist, mismatches, numbingState, type Check } from './index';

const CASE = {
  site: 'upperArm',
  zone: PLAIN_ZONE,
  job: 'hair',
  setting: { ...SETTING, fluenceJcm2: 20 },
  light: { wavelengthNm: 810 },
  cooling: { kind: 'contact', plateC: 5, preSeconds: 0.5 },
  gel: true,
  numbed: false,
} as const;

const ids = (checks: readonly Check[]) => checks.map(({ id }) => id);

describe('the checklist', () => {
  it('is what a stamped diode on an arm asks for, in order, with its figures', () => {
    const list = checklist(CASE);
    expect(ids(list)).toEqual([
      ...[
        'identity',
        'door',
        'eyewear',
        'cover',
        'shaved',
        'clean',
        'jewellery',
        'grid',
        'gel',
        'tipCold',
      ],
    ]);
    expect(list.find(({ id }) => id === 'eyewear')).toEqual({
      id: 'eyewear',
      wavelengthNm: 810,
      density: 5,
    });
    expect(list.find(({ id }) => id === 'tipCold')).toEqual({ id: 'tipCold', plateC: 5 });
  });

  it('asks for eyewear that keeps out a whole band, as dense as its worst part needs', () => {
    const light = {
      lines: [
        { wavelengthNm: 650, share: 0.5 },
        { wavelengthNm: 950, share: 0.5 },
      ],
    };
    const at = (of: typeof light | { wavelengthNm: number }, fluenceJcm2: number) => {
      const setting = { ...SETTING, pulseMs: 10, fluenceJcm2 };
      return checklist({ ...CASE, light: of, setting }).find(({ id }) => id === 'eyewear');
    };
    // 18 × 0.01^0.75 = 0.569 J/m² at 650 nm, 3.16 times that at 950: 6 J/cm² is 105,000 times the one, density 6, and
    // 33,300 times the other, density 5.
    expect(at(light, 6)).toEqual({ id: 'eyewear', wavelengthNm: null, density: 6 });
    expect(at({ wavelengthNm: 950 }, 6)).toEqual({ id: 'eyewear', wavelengthNm: 950, density: 5 });
  });

  it('asks for shields inside the lids near the eye', () => {
    expect(ids(checklist({ ...CASE, site: 'cheek' }))).toContain('eyeShields');
    expect(ids(checklist({ ...CASE, site: 'chin' }))).not.toContain('eyeShields');
  });

  it('asks what may lie under a window that draws the skin in', () => {
    const setting = { ...CASE.setting, technique: 'suction' } as const;
    expect(ids(checklist({ ...CASE, setting }))).toContain('suction');
    expect(ids(checklist(CASE))).not.toContain('suction');
  });

  it('counts what lies under white cover', () => {
    const zone = { ...PLAIN_ZONE, avoid: { mole: 2, tattoo: 1, scar: 0, lesion: 0 } };
    expect(checklist({ ...CASE, zone }).find(({ id }) => id === 'cover')).toMatchObject({
      covered: 3,
    });
  });

  it('has no gel and no grid for sub-millisecond pulses, and cream off where it was on', () => {
    const setting = { ...CASE.setting, technique: 'subMs1064' } as const;
    const list = ids(checklist({ ...CASE, setting, cooling: { kind: 'none' }, numbed: true }));
    expect(list).toContain('noGel');
    expect(list).toContain('numbing');
    expect(list).not.toContain('gel');
    expect(list).not.toContain('tipCold');
  });

  it('for ink asks for the smoke evacuator and not for shaving', () => {
    const list = ids(checklist({ ...CASE, job: 'ink', cooling: { kind: 'air' } }));
    expect(list).toContain('evacuator');
    expect(list).toContain('coldAir');
    expect(list).not.toContain('shaved');
  });
});

describe('reading the console back', () => {
  const shown = asShown(SETTING, 810);
  it('agrees with itself, through rounding and at a slower beat', () => {
    expect(mismatches(SETTING, 810, shown)).toEqual([]);
    expect(mismatches(SETTING, 810, { ...shown, fluenceJcm2: 16.05, rateHz: 1 })).toEqual([]);
  });

  it.each([
    ['fluenceJcm2', { fluenceJcm2: 17 }],
    ['pulseMs', { pulseMs: 10 }],
    ['spot', { spot: { widthMm: 12, heightMm: 10 } }],
    ['wavelengthNm', { wavelengthNm: 755 }],
    ['rateHz', { rateHz: 2 }],
  ] as const)('names %s where it differs', (field, other) => {
    expect(mismatches(SETTING, 810, { ...shown, ...other })).toEqual([field]);
  });
});

describe('numbing cream', () => {
  it.each([
    [59, 'tooEarly'],
    [60, 'ready'],
    [300, 'ready'],
    [301, 'tooLong'],
  ])('after %d minutes is %s', (minutes, state) => {
    expect(numbingState(minutes)).toBe(state);
  });
});
