import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  avoidedIn,
  changesBetween,
  checkInk,
  INK_COLOURS,
  inkCautions,
  measuredAreaCm2,
  clearPlace,
  markAvoided,
  PLAIN_ZONE,
  togglePlace,
  readingOf,
  tanByReading,
  typeForSum,
  typicalAreaCm2,
  TYPING_IDS,
  typingOf,
  withColour,
  withoutColour,
  type InkFinding,
  type TypingAnswers,
  type TypingScore,
} from './index';
import { defined } from '../units';

/** Ten answers that add up to a sum. */
const answersFor = (sum: number): TypingAnswers =>
  Object.fromEntries(
    TYPING_IDS.map((id, i) => [id, Math.max(0, Math.min(4, sum - 4 * i)) as TypingScore]),
  );

describe('skin typing by questions', () => {
  // The last sum of each type, and the first of the next.
  it.each([
    [0, 1, null],
    [5, 1, null],
    [6, 1, 2],
    [7, 2, 1],
    [13, 2, 3],
    [14, 3, 2],
    [20, 3, 4],
    [21, 4, 3],
    [27, 4, 5],
    [28, 5, 4],
    [34, 5, 6],
    [35, 6, 5],
    [40, 6, null],
  ])('a sum of %i is type %i, near %s', (sum, type, near) => {
    expect(typingOf(answersFor(sum))).toEqual({ sum, type, near });
  });

  it('says nothing while an answer is missing', () => {
    const { eyes: _eyes, ...rest } = answersFor(20);
    expect(typingOf(rest)).toBeNull();
  });

  it('never falls as an answer grows', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 39 }), (sum) => {
        expect(typeForSum(sum + 1)).toBeGreaterThanOrEqual(typeForSum(sum));
      }),
    );
  });
});

describe('readings', () => {
  it('are sound when three lie within six', () => {
    expect(readingOf([40, 43, 46])).toEqual({
      ...{ mean: 43, spread: 6, sound: true, impossible: false },
    });
    expect(readingOf([40, 43, 47])).toMatchObject({ spread: 7, sound: false });
    expect(readingOf([40, 41])).toMatchObject({ sound: false });
    expect(readingOf([])).toBeNull();
    // No skin reads as low: a probe in the air, however alike the three are.
    expect(readingOf([0.4, 0.3, 0.2])).toMatchObject({ sound: false, impossible: true });
    expect(readingOf([1, 1.2, 1.1])).toMatchObject({ sound: true, impossible: false });
  });

  it('off the scale are refused by name', () => {
    expect(() => readingOf([40, 101])).toThrow(/readings\.1/);
    expect(() => readingOf([NaN])).toThrow(/readings\.0/);
  });

  it.each([
    [0.0219, 'none'],
    [0.022, 'fading'],
    [0.0269, 'fading'],
    [0.027, 'fresh'],
  ])('a zone at %f against 0.02 unexposed shows %s', (zone, tan) => {
    expect(tanByReading(zone, 0.02)).toBe(tan);
  });
});

describe('the size of a zone', () => {
  it('is what was measured', () => {
    expect(measuredAreaCm2({ shape: 'flat', lengthCm: 12, widthCm: 7.5 })).toBe(90);
    expect(measuredAreaCm2({ shape: 'round', lengthCm: 30, aroundCm: 32 })).toBe(960);
    // A right-angled triangle of 6 and 4 cm, and a square with a corner cut off.
    const triangle = [
      [0, 0],
      [6, 0],
      [0, 4],
    ] as const;
    expect(measuredAreaCm2({ shape: 'outline', points: triangle })).toBe(12);
    const cut = [
      [0, 0],
      [10, 0],
      [10, 10],
      [5, 10],
      [0, 5],
    ] as const;
    expect(measuredAreaCm2({ shape: 'outline', points: cut })).toBe(87.5);
  });

  it('of an outline does not depend on where or which way round it is drawn', () => {
    const point = fc.tuple(fc.integer({ min: 0, max: 50 }), fc.integer({ min: 0, max: 50 }));
    fc.assert(
      fc.property(fc.array(point, { minLength: 3, maxLength: 9 }), (points) => {
        const area = measuredAreaCm2({ shape: 'outline', points });
        const turned = [...points.slice(1), defined(points[0])].reverse();
        expect(measuredAreaCm2({ shape: 'outline', points: turned })).toBeCloseTo(area, 9);
      }),
    );
  });

  it('refuses what cannot be measured', () => {
    expect(() => measuredAreaCm2({ shape: 'flat', lengthCm: 0, widthCm: 5 })).toThrow(/lengthCm/);
    expect(() => measuredAreaCm2({ shape: 'round', lengthCm: 9, aroundCm: NaN })).toThrow(
      /aroundCm/,
    );
    expect(() =>
      measuredAreaCm2({
        shape: 'outline',
        points: [
          [0, 0],
          [1, 1],
        ],
      }),
    ).toThrow(/three/);
  });

  it('is typical by height and build otherwise', () => {
    // 170 cm and middle is the reference. 180 cm: (180 ÷ 170)^1.5 = 1.0895; × 700 = 763.
    expect(typicalAreaCm2('lowerLeg', 170, 'middle')).toBe(700);
    expect(typicalAreaCm2('lowerLeg', 180, 'middle')).toBe(763);
    // Large: √(30 ÷ 24) = 1.1180; × 700 = 783. Slight: √(20 ÷ 24) = 0.9129; × 700 = 639.
    expect(typicalAreaCm2('lowerLeg', 170, 'large')).toBe(783);
    expect(typicalAreaCm2('lowerLeg', 170, 'slight')).toBe(639);
    expect(() => typicalAreaCm2('chin', 20, 'middle')).toThrow(/heightCm/);
  });
});

const INK: InkFinding = {
  colours: [
    { colour: 'black', share: 0.7 },
    { colour: 'red', share: 0.3 },
  ],
  density: 'medium',
  layered: false,
  origin: 'professional',
  scar: 'none',
  raised: false,
  ageYears: 6,
  earlierSessions: 0,
};

describe('ink', () => {
  it('has shares that add up to the whole', () => {
    expect(checkInk(INK)).toBe(INK);
    const of = (colours: InkFinding['colours']) => () => checkInk({ ...INK, colours });
    expect(of([])).toThrow(/one colour at least/);
    expect(of([{ colour: 'black', share: 0.9 }])).toThrow(/got 90 %/);
    expect(
      of([
        { colour: 'black', share: 0.5 },
        { colour: 'black', share: 0.5 },
      ]),
    ).toThrow(/twice/);
    expect(() => checkInk({ ...INK, ageYears: -1 })).toThrow(/ageYears/);
  });

  it.each<[string, Partial<InkFinding>, string[]]>([
    ['black alone', { colours: [{ colour: 'black', share: 1 }] }, []],
    ['red', {}, ['mixedRed']],
    ['white highlights', { colours: [{ colour: 'white', share: 1 }] }, ['mayDarken']],
    ['cosmetic ink', { origin: 'cosmetic' }, ['mayDarken', 'mixedRed']],
    ['dirt under the skin', { origin: 'traumatic' }, ['traumatic', 'mixedRed']],
    ['a scar under it', { scar: 'minimal' }, ['scarred', 'mixedRed']],
    ['lines that can be felt', { raised: true }, ['scarred', 'mixedRed']],
    ['a cover-up in solid', { layered: true, density: 'solid' }, ['mixedRed', 'solid', 'layered']],
    ['green', { colours: [{ colour: 'green', share: 1 }] }, ['poorColours']],
  ])('%s asks for %j', (_, more, cautions) => {
    expect(inkCautions({ ...INK, ...more })).toEqual(cautions);
  });

  it('knows each colour once', () => {
    expect(new Set(INK_COLOURS).size).toBe(12);
  });
});

describe('the shares of colours', () => {
  it('make up the whole with each colour more or less', () => {
    const black = withColour([], 'black');
    expect(black).toEqual([{ colour: 'black', share: 1 }]);
    const three = withColour(withColour(black, 'red'), 'green');
    expect(three.map(({ share }) => share)).toEqual([0.25, 0.5, 0.25]);
    expect(withoutColour(three, 'red').map(({ share }) => share)).toEqual([0.75, 0.25]);
    const typed = [{ colour: 'black', share: 0.7 }] as const;
    expect(withColour(typed, 'red')[1]).toEqual({ colour: 'red', share: 0.3 });
  });

  it('always add up to 100 % that checks', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...INK_COLOURS]), fc.nat(20), (chosen, at) => {
        const all = chosen.reduce(withColour, [] as InkFinding['colours']);
        const [gone] = chosen.slice(at);
        const shares = gone === undefined ? all : withoutColour(all, gone);
        const sum = shares.reduce((total, { share }) => total + share, 0);
        expect(shares.length === 0 || Math.abs(sum - 1) < 1e-9).toBe(true);
        expect(shares.every(({ share }) => share >= 0.01)).toBe(true);
      }),
    );
  });
});

describe('what changed since last time', () => {
  it('is named field by field', () => {
    const before = { skin: { type: 3, tan: 'none' }, hair: { calibre: 'coarse' } };
    const now = { skin: { type: 3, tan: 'fading' }, hair: { calibre: 'medium' }, zone: null };
    expect(changesBetween(before, now)).toEqual([
      { field: 'skin.tan', before: 'none', now: 'fading' },
      { field: 'hair.calibre', before: 'coarse', now: 'medium' },
    ]);
    expect(changesBetween(before, before)).toEqual([]);
  });

  it('counts what is to be avoided', () => {
    expect(avoidedIn(PLAIN_ZONE)).toBe(0);
    expect(avoidedIn({ ...PLAIN_ZONE, avoid: { mole: 3, tattoo: 1, scar: 0, lesion: 0 } })).toBe(4);
  });
});

describe('marks on a zone', () => {
  it('count by themselves, and no longer when they are taken off', () => {
    const one = markAvoided(PLAIN_ZONE, { what: 'mole', place: 'middle' });
    const two = markAvoided(one, { what: 'scar', place: 'lowerLeft' });
    expect(two.avoid).toEqual({ mole: 1, tattoo: 0, scar: 1, lesion: 0 });
    expect(clearPlace(two, 'middle')).toMatchObject({
      avoid: { mole: 0, scar: 1 },
      marked: [{ what: 'scar', place: 'lowerLeft' }],
    });
    expect(clearPlace(two, 'upperLeft')).toEqual(two);
  });

  it('are all taken off with their place, bony and mucosal too', () => {
    const noted = togglePlace(togglePlace(PLAIN_ZONE, 'bony', 'right'), 'mucosal', 'right');
    const more = togglePlace(noted, 'mucosal', 'left');
    expect(clearPlace(more, 'right')).toMatchObject({ bony: [], mucosal: ['left'] });
  });

  it('of bone and thin skin go on and off', () => {
    const bony = togglePlace(PLAIN_ZONE, 'bony', 'right');
    expect(bony.bony).toEqual(['right']);
    expect(togglePlace(bony, 'bony', 'right').bony).toEqual([]);
  });
});
