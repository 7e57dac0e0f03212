import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { INK_COLOURS, type InkColour, type InkFinding, type InkPart } from '../look';
import type { Mark } from '../reaction';
import { defined, spotAreaCm2 } from '../units';
import { evaluateInk, partsArea, proposeInk } from './propose';
import { faintIsEnough } from './start';
import { inkAbsorption, LEAST_ABSORPTION } from './absorption';
import { inkOrder } from './order';
import { inkRisk } from './risk';
import { inkRowFor, STANDARD_INK_PROTOCOL } from './protocol';
import { inkWays, type InkRefusal } from './ways';
import { type InkCase } from './case';
import { caseOf, handpiece, mixed, NS1064, PACE, pastInk, setting } from './ink.test-data';

describe('energy, fluence and spot', () => {
  it('of 0.5 J: 3.98 J/cm² under 4 mm, 7.07 under 3 mm', () => {
    // π·0.2² = 0.12566 cm², π·0.15² = 0.07069 cm².
    expect(0.5 / spotAreaCm2({ diameterMm: 4 })).toBeCloseTo(3.979, 3);
    expect(0.5 / spotAreaCm2({ diameterMm: 3 })).toBeCloseTo(7.074, 3);
    const found = evaluateInk(caseOf(), { colours: ['black'] }, setting(4, 4), PACE);
    expect(found.energyJ).toBeCloseTo(0.50265, 5);
  });

  it('holds a console to its energy: 0.3 J under 6 mm is 1.06 J/cm²', () => {
    const weak = { ...NS1064, maxEnergyJ: 0.3 };
    const of = caseOf({}, { handpieces: [weak] });
    const found = evaluateInk(of, { colours: ['black'] }, setting(1, 6), PACE);
    expect(found.limits.device).toBeCloseTo(1.061, 3);
    expect(found.upper).toMatchObject({ fluenceJcm2: 1, binding: 'device' });
  });
});

describe('figures that make no sense', () => {
  it.each([
    ['subject.areaCm2', { areaCm2: Number.NaN }],
    ['subject.skin.measuredFraction', { skin: { ...caseOf().subject.skin, measuredFraction: 7 } }],
  ])('are refused by name: %s', (field, more) => {
    const of = { ...caseOf(), subject: { ...caseOf().subject, ...more } };
    expect(() => evaluateInk(of, { colours: ['black'] }, setting(4, 4), PACE)).toThrow(field);
  });
});

describe('the order of wavelengths', () => {
  const MIXED = mixed(['black', 0.5], ['red', 0.3], ['green', 0.2]);
  const steps = (of: InkCase) =>
    inkOrder(of).steps.map(({ wavelengthNm, colours, darkPartOf, visit }) => ({
      wavelengthNm,
      colours,
      darkPartOf,
      visit,
    }));

  it('of mixed red, green and black on type II: 1064, then 532, then 755', () => {
    expect(steps(caseOf({ colours: MIXED }))).toEqual([
      { wavelengthNm: 1064, colours: ['black'], darkPartOf: ['red'], visit: 0 },
      { wavelengthNm: 532, colours: ['red'], darkPartOf: [], visit: 0 },
      { wavelengthNm: 755, colours: ['green'], darkPartOf: [], visit: 1 },
    ]);
  });

  it('of the same on type V: 1064 alone, until the supervisor agrees', () => {
    const dark = inkOrder(caseOf({ colours: MIXED }, { type: 5 }));
    expect(dark.steps.map(({ wavelengthNm }) => wavelengthNm)).toEqual([1064]);
    // At 1064 nm green takes up a tenth, just enough to be tried; red takes up nothing.
    expect(defined(dark.steps[0]).colours).toEqual(['black', 'green']);
    expect(dark.untreated).toEqual(['red']);
    const agreed = inkOrder(caseOf({ colours: MIXED }, { type: 5, agreed: true }));
    expect(agreed.steps.map(({ wavelengthNm }) => wavelengthNm)).toEqual([1064, 532, 755]);
  });

  it('leaves the colours for later where a first visit meets mostly solid dark ink', () => {
    const solid = steps(caseOf({ colours: MIXED, density: 'solid' }));
    expect(solid.map(({ visit }) => visit)).toEqual([0, 1, 1]);
  });

  it('sends red alone to 532 at once', () => {
    expect(steps(caseOf({ colours: mixed(['red', 1]) }))).toEqual([
      { wavelengthNm: 532, colours: ['red'], darkPartOf: [], visit: 0 },
    ]);
  });

  it('leaves out what the client keeps', () => {
    const part = (colour: InkColour, leave: boolean): InkPart => ({
      ...{ id: colour, colour, density: 'medium', areaCm2: 5, outline: [] },
      ...{ order: 1, leave, overMole: false },
    });
    const parts = [part('black', false), part('green', true)];
    const of = caseOf({ colours: mixed(['black', 0.5], ['green', 0.5]), parts });
    expect(steps(of).map(({ colours }) => colours)).toEqual([['black']]);
  });
});

describe('refusals on ink', () => {
  const refused = (of: InkCase, colour: InkColour, id: string) =>
    defined(inkWays(of).find((way) => way.colour === colour && way.handpieceId === id)).refusals;
  it.each<[string, InkCase, InkColour, string, InkRefusal]>([
    ['milliseconds', caseOf(), 'black', 'long-1064', 'longPulse'],
    ['pulsed light', caseOf(), 'black', 'flash', 'longPulse'],
    ['red at 1064', caseOf({ colours: mixed(['red', 1]) }), 'red', 'ns-1064', 'lowAbsorption'],
    ['white ink', caseOf({ colours: mixed(['white', 1]) }), 'white', 'ns-532', 'mayDarken'],
    [
      'skin-coloured',
      caseOf({ colours: mixed(['skinColoured', 1]) }),
      'skinColoured',
      'ns-532',
      'mayDarken',
    ],
    ['cosmetic ink', caseOf({ origin: 'cosmetic' }), 'black', 'ns-1064', 'mayDarken'],
    ['inflamed ink', caseOf({ state: 'inflamed' }), 'black', 'ns-1064', 'inflamed'],
    ['allergic ink', caseOf({ state: 'allergic' }), 'black', 'ns-1064', 'allergic'],
    ['type IV under 755', caseOf({}, { type: 4 }), 'black', 'ns-755', 'darkSkin'],
  ])('%s', (_name, of, colour, id, expected) => {
    expect(refused(of, colour, id)).toContain(expected);
  });

  it('ink over a mole, where every part of the colour lies over one', () => {
    const part: InkPart = {
      ...{ id: '1', colour: 'black', density: 'fine', areaCm2: 1, outline: [] },
      ...{ order: 1, leave: false, overMole: true },
    };
    expect(refused(caseOf({ parts: [part] }), 'black', 'ns-1064')).toContain('overMole');
    const clear = { ...part, id: '2', overMole: false };
    expect(refused(caseOf({ parts: [part, clear] }), 'black', 'ns-1064')).toEqual([]);
  });

  it('a part over a mole is never counted nor fired on, its neighbours are', () => {
    const part: InkPart = {
      ...{ id: '1', colour: 'black', density: 'fine', areaCm2: 3, outline: [] },
      ...{ order: 1, leave: false, overMole: true },
    };
    const of = caseOf({ parts: [part, { ...part, id: '2', areaCm2: 5, overMole: false }] });
    expect(partsArea(of, { colours: ['black'] })).toBe(5);
  });

  it('nothing at all is proposed where the client keeps every part', () => {
    const part: InkPart = {
      ...{ id: '1', colour: 'black', density: 'fine', areaCm2: 3, outline: [] },
      ...{ order: 1, leave: true, overMole: false },
    };
    expect(inkWays(caseOf({ parts: [part] }))).toEqual([]);
    expect(inkOrder(caseOf({ parts: [part] }))).toEqual({ steps: [], untreated: [] });
  });

  it('everything, where no handpiece for ink is in service', () => {
    const of = caseOf({}, { handpieces: [{ ...NS1064, inService: false }] });
    expect(inkOrder(of)).toEqual({ steps: [], untreated: ['black'] });
  });

  it('a wavelength that the protocol has no range for', () => {
    const odd = handpiece('ns-585', 585);
    expect(refused(caseOf({}, { handpieces: [odd] }), 'black', 'ns-585')).toEqual([
      'noProtocolRow',
    ]);
  });
});

describe('where a fluence begins', () => {
  const begin = (ink: Partial<InkFinding>, more: Parameters<typeof caseOf>[1] = {}) => {
    const of = caseOf(ink, more);
    const { steps } = inkOrder(of);
    return proposeInk(of, defined(steps[0]), PACE);
  };
  // 1064 nm, 4 mm, nanoseconds: 3–7 J/cm². Solid a quarter up, medium a third, fine the middle; steps of 0.1, down.
  it.each([
    ['solid', 4],
    ['medium', 4.3],
    ['fine', 5],
  ] as const)('%s ink on type II: %d J/cm²', (density, fluence) => {
    expect(defined(begin({ density })).setting).toMatchObject({
      spot: { diameterMm: 4 },
      fluenceJcm2: fluence,
    });
  });

  it('at the low end on type IV, and on layered ink', () => {
    expect(defined(begin({}, { type: 4 })).setting.fluenceJcm2).toBe(3);
    expect(defined(begin({ layered: true })).setting.fluenceJcm2).toBe(3);
  });

  it('has a ladder in steps of a tenth, to the protocol’s end', () => {
    // 4.3, 4.73 → 4.7, 5.203 → 5.2, 5.7233 → 5.7, 6.29563 → 6.2.
    expect(defined(begin({ density: 'medium' })).evaluation.ladder).toEqual([
      4.3, 4.7, 5.2, 5.7, 6.2,
    ]);
  });

  it('has no range where the protocol has no row of that very spot', () => {
    const at = (diameterMm: number) =>
      inkRowFor(STANDARD_INK_PROTOCOL.rows, {
        pulseMs: 6e-6,
        wavelengthNm: 1064,
        spot: { diameterMm },
      })?.fluenceJcm2;
    expect(at(6)).toEqual({ low: 2, high: 4 });
    expect(at(4.2)).toEqual({ low: 3, high: 7 });
    for (const without of [2, 5, 8]) expect(at(without), `${without} mm`).toBeUndefined();
  });
});

describe('the step rule on ink', () => {
  const next = (marks: Mark[], pain = 3, ink: Partial<InkFinding> = {}) => {
    const of = caseOf(ink, { history: [pastInk(setting(5, 4), marks, pain)] });
    const found = defined(proposeInk(of, defined(inkOrder(of).steps[0]), PACE));
    const { start } = found.evaluation;
    return [found.setting.spot, found.setting.fluenceJcm2, defined(start).kind];
  };
  it('no whitening: the larger spot first, its range begun again', () => {
    // 6 mm: 2–4 J/cm², a third up = 2.67 → 2.6.
    expect(next(['noWhitening'])).toEqual([{ diameterMm: 6 }, 2.6, 'largerSpot']);
    expect(next(['faintWhitening'])).toEqual([{ diameterMm: 6 }, 2.6, 'largerSpot']);
  });

  it('even whitening holds', () => {
    expect(next(['evenWhitening'])).toEqual([{ diameterMm: 4 }, 5, 'lastSession']);
    expect(next(['evenWhitening', 'edgeWelts'])).toEqual([{ diameterMm: 4 }, 5, 'lastSession']);
  });

  it('thick whitening, or pain of 5–6, lowers by a tenth and leaves a second rung below it', () => {
    // 0.9 × 5 = 4.5; no more than 5 was borne, and 0.85 × 5 = 4.25.
    expect(next(['thickWhitening'])).toEqual([{ diameterMm: 4 }, 4.2, 'lastSession']);
    expect(next(['evenWhitening'], 5)).toEqual([{ diameterMm: 4 }, 4.2, 'lastSession']);
  });

  it.each(['bleeding', 'blister', 'splatter', 'smoke', 'greyOrWhite'] as const)(
    '%s lowers by a fifth, and the start below that',
    (mark) => {
      // 0.8 × 5 = 4 at the most; 0.85 × 4 = 3.4 to begin with.
      expect(next(['evenWhitening', mark])).toEqual([{ diameterMm: 4 }, 3.4, 'lastSession']);
    },
  );

  it('raises the fluence once no larger spot is left', () => {
    const only = { ...NS1064, spots: [{ diameterMm: 4 }] };
    const of = caseOf(
      {},
      { handpieces: [only], history: [pastInk(setting(5, 4), ['noWhitening'])] },
    );
    const found = defined(proposeInk(of, defined(inkOrder(of).steps[0]), PACE));
    // 1.1 × 5 = 5.5; 0.85 × 1.2 × 5 = 5.1.
    expect(found.setting.fluenceJcm2).toBe(5.1);
  });

  it('takes a faint shade for enough on red, orange and yellow alone', () => {
    expect(faintIsEnough(['red'])).toBe(true);
    expect(faintIsEnough(['red', 'yellow'])).toBe(true);
    expect(faintIsEnough(['red', 'green'])).toBe(false);
    const history = [pastInk(setting(1.8, 4, 'ns-532'), ['faintWhitening'], 3, 532)];
    const of = caseOf({ colours: mixed(['red', 1]) }, { history });
    const found = defined(proposeInk(of, defined(inkOrder(of).steps[0]), PACE));
    // Held: 0.85 × 1.2 × 1.8 = 1.836.
    expect(found.setting).toMatchObject({ spot: { diameterMm: 4 }, fluenceJcm2: 1.8 });
  });

  it('never goes above 1.2 × what was well borne, nor 0.8 × what was not', () => {
    const of = (marks: Mark[]) => caseOf({}, { history: [pastInk(setting(5, 4), marks)] });
    const upper = (marks: Mark[]) =>
      evaluateInk(of(marks), { colours: ['black'] }, setting(5, 4), PACE).upper;
    expect(upper(['evenWhitening'])).toEqual({ fluenceJcm2: 6, binding: 'history' });
    expect(upper(['blister'])).toEqual({ fluenceJcm2: 4, binding: 'history' });
  });
});

describe('the risk of a blister', () => {
  const risk = (ink: Partial<InkFinding>, more: Parameters<typeof caseOf>[1], nm: number) => {
    const { subject } = caseOf(ink, more);
    const colours = subject.ink.colours.map(({ colour }) => colour);
    return inkRisk({ subject, colours, wavelengthNm: nm, workingType: more?.type ?? 2 });
  };
  it('is as usual for fine black on an arm at 1064, and rises with each term', () => {
    expect(risk({ density: 'fine' }, {}, 1064)).toEqual({ level: 'usual', terms: [], reliefs: [] });
    expect(risk({ density: 'solid' }, {}, 1064)).toMatchObject({ level: 'raised' });
    expect(risk({ density: 'solid' }, { site: 'foot' }, 1064)).toMatchObject({
      level: 'high',
      terms: ['dependentPlace', 'solidInk'],
      reliefs: ['elevate', 'startLow'],
    });
    expect(risk({ colours: mixed(['red', 1]) }, {}, 532).terms).toEqual(['redWith532']);
    expect(risk({}, {}, 694).terms).toEqual(['rubyOverInfrared']);
    const blistered = { history: [pastInk(setting(5), ['blister'])] };
    expect(risk({}, blistered, 1064)).toMatchObject({ level: 'high', terms: ['blisteredBefore'] });
  });
});

describe('laws of ink', () => {
  const anyCase = fc
    .record({
      first: fc.constantFrom(...INK_COLOURS),
      second: fc.constantFrom(...INK_COLOURS),
      share: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
      type: fc.constantFrom(1 as const, 2 as const, 3 as const, 4 as const, 5 as const, 6 as const),
      density: fc.constantFrom('fine' as const, 'medium' as const, 'solid' as const),
      layered: fc.boolean(),
      agreed: fc.boolean(),
      used: fc.double({ min: 1, max: 9, noNaN: true }),
      marks: fc.subarray(['evenWhitening', 'noWhitening', 'thickWhitening', 'blister'] as Mark[]),
      seen: fc.boolean(),
    })
    .map(({ first, second, share, type, density, layered, agreed, used, marks, seen }) => {
      const colours =
        first === second ? mixed([first, 1]) : mixed([first, share], [second, 1 - share]);
      const history = seen ? [pastInk(setting(Math.round(used * 10) / 10), marks)] : [];
      return caseOf({ colours, density, layered }, { type, agreed, history });
    });

  it('no step is ever meant for a colour that takes up less than a tenth of its light', () => {
    fc.assert(
      fc.property(anyCase, (of) => {
        for (const { colours, wavelengthNm } of inkOrder(of).steps) {
          for (const colour of colours) {
            expect(inkAbsorption(colour, wavelengthNm)).toBeGreaterThanOrEqual(LEAST_ABSORPTION);
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  it('no proposal is ever above any of its limits, nor refused', () => {
    fc.assert(
      fc.property(anyCase, (of) => {
        for (const step of inkOrder(of).steps) {
          const found = proposeInk(of, step, PACE);
          if (found === null) continue;
          const { limits, refusals, ladder } = found.evaluation;
          expect(refusals).toEqual([]);
          const lowest = Math.min(...Object.values(limits).flatMap((each) => each ?? []));
          for (const fluence of [found.setting.fluenceJcm2, ...ladder]) {
            expect(fluence).toBeLessThanOrEqual(lowest + 1e-9);
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  it('on types IV–VI nothing but 1064 nm without the supervisor', () => {
    fc.assert(
      fc.property(anyCase, (of) => {
        if (of.agreed || of.subject.skin.type < 4) return;
        for (const { wavelengthNm } of inkOrder(of).steps) expect(wavelengthNm).toBe(1064);
      }),
      { numRuns: 60 },
    );
  });
});
