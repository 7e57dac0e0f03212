import type { Setting, Subject } from '@tidy-quill/core/plan';
import { describe, expect, it } from 'vitest';
import { changeSentence, type BenchState } from './bench';

const SUBJECT = {
  site: 'thigh',
  skin: { type: 2, tan: 'none', freckled: false, measuredFraction: null },
  hair: { colour: 'black', calibre: 'coarse', density: 'medium' },
  areaCm2: 400,
  history: [],
} as const satisfies Subject;
const SETTING = {
  ...{ handpieceId: 'diode', technique: 'stamping', spot: { diameterMm: 12 }, pulseMs: 30 },
  ...{ fluenceJcm2: 16, rateHz: 1.5, passes: 1 },
} as const satisfies Setting;

const state = (
  figures: readonly [ceilingJcm2: number, floorJcm2: number | null] | null,
  more: { setting?: object; subject?: Subject; wavelengthNm?: number } = {},
): BenchState => ({
  subject: more.subject ?? SUBJECT,
  setting: { ...SETTING, ...more.setting } as Setting,
  wavelengthNm: more.wavelengthNm ?? 810,
  evaluation: {
    model: figures === null ? null : { ceilingJcm2: figures[0], floorJcm2: figures[1] },
  } as BenchState['evaluation'],
});

describe('what one change did', () => {
  const before = state([24, 12]);

  it('says how skin and hair take it, and why', () => {
    expect(changeSentence(before, state([19, 10], { setting: { pulseMs: 10 } }))).toBe(
      'Pulse 30 ms → 10 ms: the skin ceiling falls from 24 to 19 J/cm², and the lowest working fluence falls from 12 to 10 J/cm². A longer pulse leaves the epidermis time to lose heat to the cooling; hair loses some of its heat meanwhile too.',
    );
  });

  it('says that fluence moves no limit, and what share of the ceiling it uses', () => {
    expect(changeSentence(before, state([24, 12], { setting: { fluenceJcm2: 18 } }))).toBe(
      'Fluence 16 J/cm² → 18 J/cm²: skin and hair need the same as before. Neither limit depends on it: this uses 75 % of the skin ceiling.',
    );
  });

  it('says where nothing selective is left, and where the model is silent', () => {
    const darker = { ...SUBJECT, skin: { ...SUBJECT.skin, type: 6 } } as const;
    expect(changeSentence(before, state([9, null], { subject: darker }))).toContain(
      'Skin type II → VI: the skin ceiling falls from 24 to 9 J/cm², and nothing selective is left for the hair.',
    );
    const mucosa = { ...SUBJECT, site: 'genitalArea' } as const;
    expect(changeSentence(before, state(null, { subject: mucosa }))).toContain(
      'the model gives no number here',
    );
  });

  it('explains another wavelength by what melanin absorbs of it', () => {
    const other = { setting: { handpieceId: 'nd', pulseMs: 20 }, wavelengthNm: 1064 };
    expect(changeSentence(before, state([50, 30], other))).toContain(
      'Melanin absorbs less of the longer wavelength',
    );
  });

  it('says nothing where nothing changed, or several things at once', () => {
    expect(changeSentence(before, before)).toBeNull();
    expect(
      changeSentence(before, state([20, 12], { setting: { pulseMs: 20, fluenceJcm2: 14 } })),
    ).toBeNull();
  });
});
