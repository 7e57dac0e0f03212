import { describe, expect, it } from 'vitest';
import { INK } from '@tidy-quill/core/samples';
import { defined } from '@tidy-quill/core/units';
import {
  completeFindings,
  completeInkFindings,
  missingLabels,
  startingFrom,
  type Looked,
} from './findings';

const SKIN = { type: 2, tan: 'none' } as const;
const HAIR = { colour: 'black', calibre: 'coarse', density: 'dense' } as const;
const hair: Looked = { skin: SKIN, hair: HAIR, areaCm2: 40 };
const ink: Looked = { skin: SKIN, hair: {}, areaCm2: 40, ink: { ...INK, state: 'quiet' } };

const without = <T extends object>(whole: T, key: keyof T): Partial<T> => {
  const { [key]: _left, ...rest } = whole;
  return rest as Partial<T>;
};

describe('what was found', () => {
  it('is whole once skin, hair and size are; freckles and melanin may be left', () => {
    expect(completeFindings(hair)).toEqual({
      skin: { ...SKIN, freckled: false, measuredFraction: null },
      ...{ hair: HAIR, areaCm2: 40 },
    });
  });

  it.each([
    { ...hair, skin: without(SKIN, 'type') },
    { ...hair, skin: without(SKIN, 'tan') },
    { ...hair, hair: without(HAIR, 'colour') },
    { ...hair, hair: without(HAIR, 'calibre') },
    { ...hair, hair: without(HAIR, 'density') },
    { ...hair, areaCm2: null },
  ])('is not whole with anything missing that planning needs: %j', (looked) => {
    expect(completeFindings(looked)).toBeNull();
  });

  it('of ink is whole, or says what is missing', () => {
    expect(completeInkFindings(ink)).toMatchObject({ ink: ink.ink, areaCm2: 40 });
    const said = (more: Partial<Looked>) => completeInkFindings({ ...ink, ...more });
    expect(said({ skin: {} })).toBe('Skin type and tan are needed.');
    expect(said({ areaCm2: null })).toBe('The size is needed.');
    const needed = 'State, density, origin, scar, age and earlier sessions are needed.';
    for (const key of [
      'state',
      'density',
      'origin',
      'scar',
      'ageYears',
      'earlierSessions',
    ] as const) {
      expect(said({ ink: without(defined(ink.ink), key) }), key).toBe(needed);
    }
  });

  it('of ink has colours that make up the whole', () => {
    const colours = [{ colour: 'black', share: 0.7 }] as const;
    expect(completeInkFindings({ ...ink, ink: { ...ink.ink, colours } })).toMatch(/^Colours .+\.$/);
  });

  it('keeps the zone where one was noted', () => {
    const zone = {
      ...{ measured: null, growth: null, ingrown: false },
      avoid: { mole: 1, tattoo: 0, scar: 0, lesion: 0 },
    };
    expect(completeFindings({ ...hair, zone })).toMatchObject({ zone });
    expect(completeFindings(hair)).not.toHaveProperty('zone');
  });
});

describe('a return', () => {
  const measured = {
    skin: { ...SKIN, measuredFraction: 0.03 },
    hair: { ...HAIR, hairsPerCm2: 24 },
  };
  const last = defined(completeFindings({ ...hair, ...measured }));

  it('begins with what was found last, but for the tan, the melanin of the area and the count of hair', () => {
    expect(startingFrom(last, 12)).toEqual({
      skin: { type: 2, freckled: false },
      hair: HAIR,
      areaCm2: 40,
    });
  });

  it('begins empty where nothing was found before', () => {
    expect(startingFrom(null, 12)).toEqual({ skin: {}, hair: {}, areaCm2: 12 });
  });

  it('names what is still to be found, in the order of the page', () => {
    expect(missingLabels(startingFrom(last, null), false)).toEqual(['Tan on the area']);
    expect(missingLabels({ skin: {}, hair: {}, areaCm2: null }, false)).toEqual([
      ...['Fitzpatrick type', 'Tan on the area', 'Colour', 'Calibre', 'Density'],
      'Size of the area',
    ]);
    expect(missingLabels({ ...ink, ink: without(defined(ink.ink), 'origin') }, true)).toEqual([
      'Made by',
    ]);
    expect(missingLabels(hair, false)).toEqual([]);
  });
});
