import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { INK_COLOURS, type InkColour, type InkFinding, type InkPart } from '../look';
import type { Handpiece, InkSubject, PastSession, Setting } from '../plan';
import type { Mark } from '../reaction';
import { skinAnswer } from '../reaction';
import { spotAreaCm2 } from '../units';
import {
  clearance,
  confinement,
  edgeOverlap,
  evaluateInk,
  expectedCourse,
  faintIsEnough,
  inkAbsorption,
  inkLight,
  inkOrder,
  inkRisk,
  inkRowFor,
  inkWays,
  LEAST_ABSORPTION,
  melanosomeRuptureJcm2,
  perSessionOf,
  proposeInk,
  secondPassFrom,
  sessionScore,
  STANDARD_INK_PROTOCOL,
  type InkCase,
  type InkRefusal,
} from './index';

const PACE = {
  allowedGapShare: 0.05,
  secondsPerMove: 2,
  pulsesPerMove: 20,
  gelSecondsPer100Cm2: 0,
  checkSeconds: 60,
};

const handpiece = (id: string, wavelengthNm: number, more: Partial<Handpiece> = {}): Handpiece => ({
  id,
  name: id,
  laserClass: 'ndYag',
  light: { wavelengthNm },
  spots: [{ diameterMm: 3 }, { diameterMm: 4 }, { diameterMm: 6 }],
  pulsesMs: [6e-6],
  train: { count: 1, gapMs: 0 },
  fluenceJcm2: { min: 0.5, max: 12, step: 0.1 },
  maxEnergyJ: 1,
  maxAveragePowerW: 20,
  maxRateHz: 5,
  cooling: { kind: 'air' },
  gel: false,
  techniques: ['stamping'],
  inService: true,
  ...more,
});

const NS1064 = handpiece('ns-1064', 1064);
const NS532 = handpiece('ns-532', 532, { spots: [{ diameterMm: 3 }, { diameterMm: 4 }] });
const NS755 = handpiece('ns-755', 755, {
  laserClass: 'alexandrite',
  spots: [{ diameterMm: 3 }, { diameterMm: 4 }],
});
const LONG = handpiece('long-1064', 1064, { pulsesMs: [20, 30] });
const FLASH = handpiece('flash', 700, {
  laserClass: 'pulsedLight',
  light: { lines: [{ wavelengthNm: 700, share: 1 }] },
  pulsesMs: [20],
});
const ALL = [NS1064, NS532, NS755, LONG, FLASH];

const INK: InkFinding = {
  colours: [{ colour: 'black', share: 1 }],
  density: 'medium',
  layered: false,
  origin: 'professional',
  scar: 'none',
  raised: false,
  ageYears: 8,
  earlierSessions: 0,
};

const mixed = (...colours: [InkColour, number][]): InkFinding['colours'] =>
  colours.map(([colour, share]) => ({ colour, share }));

function caseOf(
  ink: Partial<InkFinding> = {},
  more: {
    type?: 1 | 2 | 3 | 4 | 5 | 6;
    agreed?: boolean;
    history?: readonly PastSession[];
    handpieces?: readonly Handpiece[];
    site?: InkSubject['site'];
  } = {},
): InkCase {
  const { type = 2, agreed = false, history = [], handpieces = ALL, site = 'forearm' } = more;
  return {
    subject: {
      site,
      areaCm2: 40,
      skin: { type, tan: 'none', freckled: false, measuredFraction: null },
      history,
      ink: { ...INK, ...ink },
    },
    handpieces,
    agreed,
    today: '2026-11-24',
  };
}

const setting = (fluenceJcm2: number, diameterMm = 4, handpieceId = 'ns-1064'): Setting => ({
  handpieceId,
  technique: 'stamping',
  spot: { diameterMm },
  pulseMs: 6e-6,
  fluenceJcm2,
  rateHz: 2,
  passes: 1,
});

const past = (
  used: Setting,
  marks: readonly Mark[],
  pain = 3,
  wavelengthNm = 1064,
): PastSession => ({
  on: '2026-09-24',
  setting: used,
  wavelengthNm,
  answer: skinAnswer(marks, [pain]),
  ink: ['black'],
});

describe('absorption of ink', () => {
  it('is the table’s at its columns and straight between them', () => {
    expect(inkAbsorption('black', 1064)).toBe(0.85);
    expect(inkAbsorption('red', 532)).toBe(0.9);
    expect(inkAbsorption('green', 1064)).toBe(0.1);
    // Half way from 694 (0.75) to 730 (0.65).
    expect(inkAbsorption('green', 712)).toBeCloseTo(0.7, 12);
    expect(() => inkAbsorption('black', 500)).toThrow(/532 to 1064/);
  });
});

describe('light on ink', () => {
  const light = (colour: InkColour, wavelengthNm: number, f = 0.016) =>
    inkLight({ colour, wavelengthNm, spot: { diameterMm: 4 }, melanosomeFraction: f, depthMm: 1 });

  it('tells black best from the skin at 1064 nm, red at 532, green in the red', () => {
    const bestOf = (colour: InkColour, list: number[]) =>
      list.reduce((top, nm) =>
        light(colour, nm).selectivity > light(colour, top).selectivity ? nm : top,
      );
    expect(bestOf('black', [532, 694, 755, 1064])).toBe(1064);
    expect(bestOf('red', [532, 694, 755, 1064])).toBe(532);
    expect(bestOf('green', [532, 694, 755, 1064])).toBe(694);
  });

  it('tells less the darker the skin and the deeper the ink', () => {
    expect(light('black', 755, 0.05).selectivity).toBeLessThan(light('black', 755).selectivity);
    const deep = inkLight({
      ...{ colour: 'black', wavelengthNm: 755, spot: { diameterMm: 4 } },
      melanosomeFraction: 0.016,
      depthMm: 2,
    });
    expect(deep.selectivity).toBeLessThan(light('black', 755).selectivity);
  });

  it('knows where melanosomes burst: the published figures for type IV, more for paler skin', () => {
    expect(melanosomeRuptureJcm2(532, 0.033)).toBeCloseTo(0.2, 9);
    expect(melanosomeRuptureJcm2(694, 0.033)).toBeCloseTo(0.3, 9);
    expect(melanosomeRuptureJcm2(1064, 0.033)).toBeCloseTo(1, 9);
    // Type II: 0.033 ÷ 0.016 = 2.0625 times.
    expect(melanosomeRuptureJcm2(1064, 0.016)).toBeCloseTo(2.0625, 9);
    // Between 694 and 1064 on logarithmic scales: 755 gives 0.3 × (1/0.3)^(ln(755/694)/ln(1064/694)) = 0.3803.
    expect(melanosomeRuptureJcm2(755, 0.033)).toBeCloseTo(0.3803, 3);
  });
});

describe('confinement', () => {
  // d²/(27 α), α = 1.1e-3 cm²/s: 0.1 µm → (1e-5 cm)² / 0.0297 = 3.367 ns; d/c: 0.1/1.5 = 0.0667 ns.
  it('of a 0.1 µm particle: 3.37 ns for heat, 67 ps for pressure', () => {
    const small = confinement(6, 0.1);
    expect(small.thermalNs).toBeCloseTo(3.367, 3);
    expect(small.stressNs).toBeCloseTo(0.0667, 4);
    expect([small.heatKept, small.pressureKept]).toEqual([false, false]);
    expect(confinement(0.45, 0.1).heatKept).toBe(true);
  });

  it('is what tells picoseconds from nanoseconds: pressure in 1 µm needs under 0.67 ns', () => {
    expect(confinement(0.45, 1).pressureKept).toBe(true);
    expect(confinement(6, 1)).toMatchObject({ heatKept: true, pressureKept: false });
  });
});

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
    expect(dark.steps[0]!.colours).toEqual(['black', 'green']);
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
    inkWays(of).find((way) => way.colour === colour && way.handpieceId === id)!.refusals;
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
    return proposeInk(of, steps[0]!, PACE);
  };
  // 1064 nm, 4 mm, nanoseconds: 3–7 J/cm². Solid a quarter up, medium a third, fine the middle; steps of 0.1, down.
  it.each([
    ['solid', 4],
    ['medium', 4.3],
    ['fine', 5],
  ] as const)('%s ink on type II: %d J/cm²', (density, fluence) => {
    expect(begin({ density })!.setting).toMatchObject({
      spot: { diameterMm: 4 },
      fluenceJcm2: fluence,
    });
  });

  it('at the low end on type IV, and on layered ink', () => {
    expect(begin({}, { type: 4 })!.setting.fluenceJcm2).toBe(3);
    expect(begin({ layered: true })!.setting.fluenceJcm2).toBe(3);
  });

  it('has a ladder in steps of a tenth, to the protocol’s end', () => {
    // 4.3, 4.73 → 4.7, 5.203 → 5.2, 5.7233 → 5.7, 6.29563 → 6.2.
    expect(begin({ density: 'medium' })!.evaluation.ladder).toEqual([4.3, 4.7, 5.2, 5.7, 6.2]);
  });

  it('takes the range of the next larger spot where the protocol has none of its own', () => {
    const at = (diameterMm: number) =>
      inkRowFor(STANDARD_INK_PROTOCOL.rows, {
        pulseMs: 6e-6,
        wavelengthNm: 1064,
        spot: { diameterMm },
      })?.fluenceJcm2;
    expect(at(5)).toEqual({ low: 2, high: 4 });
    expect(at(2)).toEqual({ low: 4, high: 9 });
    expect(at(8)).toBeUndefined();
  });
});

describe('the step rule on ink', () => {
  const next = (marks: Mark[], pain = 3, ink: Partial<InkFinding> = {}) => {
    const of = caseOf(ink, { history: [past(setting(5, 4), marks, pain)] });
    const found = proposeInk(of, inkOrder(of).steps[0]!, PACE)!;
    const { start } = found.evaluation;
    return [found.setting.spot, found.setting.fluenceJcm2, start!.kind];
  };
  it('no whitening: the larger spot first, its range begun anew', () => {
    // 6 mm: 2–4 J/cm², a third up = 2.67 → 2.6.
    expect(next(['noWhitening'])).toEqual([{ diameterMm: 6 }, 2.6, 'largerSpot']);
    expect(next(['faintWhitening'])).toEqual([{ diameterMm: 6 }, 2.6, 'largerSpot']);
  });

  it('even whitening holds', () => {
    expect(next(['evenWhitening'])).toEqual([{ diameterMm: 4 }, 5, 'lastSession']);
    expect(next(['evenWhitening', 'edgeWelts'])).toEqual([{ diameterMm: 4 }, 5, 'lastSession']);
  });

  it('thick whitening, or pain of 5–6, lowers by a tenth', () => {
    expect(next(['thickWhitening'])).toEqual([{ diameterMm: 4 }, 4.5, 'lastSession']);
    expect(next(['evenWhitening'], 5)).toEqual([{ diameterMm: 4 }, 4.5, 'lastSession']);
  });

  it.each(['bleeding', 'blister', 'splatter', 'smoke', 'greyOrWhite'] as const)(
    '%s lowers by a fifth',
    (mark) => {
      expect(next(['evenWhitening', mark])).toEqual([{ diameterMm: 4 }, 4, 'lastSession']);
    },
  );

  it('raises the fluence once no larger spot is left', () => {
    const only = { ...NS1064, spots: [{ diameterMm: 4 }] };
    const of = caseOf({}, { handpieces: [only], history: [past(setting(5, 4), ['noWhitening'])] });
    const found = proposeInk(of, inkOrder(of).steps[0]!, PACE)!;
    expect(found.setting.fluenceJcm2).toBe(5.5);
  });

  it('takes a faint shade for enough on red, orange and yellow alone', () => {
    expect(faintIsEnough(['red'])).toBe(true);
    expect(faintIsEnough(['red', 'yellow'])).toBe(true);
    expect(faintIsEnough(['red', 'green'])).toBe(false);
    const history = [past(setting(1.8, 4, 'ns-532'), ['faintWhitening'], 3, 532)];
    const of = caseOf({ colours: mixed(['red', 1]) }, { history });
    const found = proposeInk(of, inkOrder(of).steps[0]!, PACE)!;
    expect(found.setting).toMatchObject({ spot: { diameterMm: 4 }, fluenceJcm2: 1.8 });
  });

  it('never goes above 1.2 × what was well borne, nor 0.8 × what was not', () => {
    const of = (marks: Mark[]) => caseOf({}, { history: [past(setting(5, 4), marks)] });
    const upper = (marks: Mark[]) =>
      evaluateInk(of(marks), { colours: ['black'] }, setting(5, 4), PACE).upper;
    expect(upper(['evenWhitening'])).toEqual({ fluenceJcm2: 6, binding: 'history' });
    expect(upper(['blister'])).toEqual({ fluenceJcm2: 4, binding: 'history' });
  });
});

describe('sessions expected', () => {
  it('add up term by term: a fine black forearm on type II is 2 + 5 + 1 + 2 = 10', () => {
    const found = sessionScore({ ink: { ...INK, density: 'fine' }, site: 'forearm', skinType: 2 });
    expect(found.terms).toEqual({
      ...{ skin: 2, location: 5, colour: 1, amount: 2, scar: 0, layering: 0 },
    });
    expect(found).toMatchObject({ score: 10, from: 8, to: 13 });
  });

  it('of a layered, scarred, many-coloured foot on type IV: 4 + 5 + 4 + 4 + 3 + 2 = 22', () => {
    const ink: InkFinding = {
      ...INK,
      colours: mixed(['green', 0.5], ['black', 0.3], ['yellow', 0.2]),
      ...({ density: 'solid', scar: 'moderate', layered: true } as const),
    };
    expect(sessionScore({ ink, site: 'foot', skinType: 4 })).toMatchObject({
      ...{ score: 22, from: 17, to: 28 },
    });
  });

  it('count black with some red as 2, an amateur’s as 1', () => {
    const ink = { ...INK, colours: mixed(['black', 0.8], ['red', 0.2]) };
    expect(sessionScore({ ink, site: 'upperBack', skinType: 1 }).terms).toMatchObject({
      ...{ location: 2, colour: 2, amount: 3 },
    });
    const amateur = { ...INK, origin: 'amateur' as const };
    expect(sessionScore({ ink: amateur, site: 'cheek', skinType: 1 }).terms).toMatchObject({
      ...{ location: 1, amount: 1 },
    });
  });
});

describe('fading', () => {
  it('of ten sessions to a twentieth is 25.9 % a session', () => {
    // 1 − 0.05^(1/10) = 0.25887.
    expect(perSessionOf(10)).toBeCloseTo(0.25887, 5);
    expect(clearance(10, [])).toMatchObject({
      corrected: false,
      left: { likely: 10, from: 7, to: 13 },
    });
  });

  it('is corrected by what was seen: half gone after two leaves fewer than the estimate', () => {
    // ln 0.5 = −0.6931 over 2 with 2 × ln 0.74113 = −0.5992: mean −0.3231 a session; c = 0.2761.
    // To go: ln(0.05/0.5) ÷ −0.3231 = 7.13 → 8.
    const found = clearance(10, [{ sessions: 2, faded: 0.5 }]);
    expect(found.perSession).toBeCloseTo(0.2761, 4);
    expect(found.left.likely).toBe(8);
    expect(clearance(10, [{ sessions: 4, faded: 0.2 }]).left.likely).toBeGreaterThan(10);
    expect(clearance(10, [{ sessions: 5, faded: 0.96 }]).left.likely).toBe(0);
  });

  it('expects a course that falls, the doubt around it', () => {
    const course = expectedCourse(10, 10);
    expect(course[10]!.left).toBeCloseTo(0.05, 9);
    for (const { left, low, high } of course) {
      expect(low).toBeLessThanOrEqual(left);
      expect(high).toBeGreaterThanOrEqual(left);
    }
  });
});

describe('the edge of a small design', () => {
  it('of a 1 cm square under 4 mm: 4 × 0.2 + π × 0.04 = 0.926 cm² of bare skin at most', () => {
    const outline = [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ] as const;
    const found = edgeOverlap({ areaCm2: 1, outline }, 4);
    expect(found.bareCm2).toBeCloseTo(0.92566, 5);
    expect(found.share).toBeCloseTo(0.4807, 4);
  });

  it('is less of a larger one', () => {
    const share = (areaCm2: number) => edgeOverlap({ areaCm2, outline: [] }, 4).share;
    expect(share(100)).toBeLessThan(share(10));
    expect(share(10)).toBeLessThan(share(1));
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
    const blistered = { history: [past(setting(5), ['blister'])] };
    expect(risk({}, blistered, 1064)).toMatchObject({ level: 'high', terms: ['blisteredBefore'] });
  });
});

describe('a second pass', () => {
  it('waits twenty minutes for the whitening to go, where the method allows one at all', () => {
    expect(secondPassFrom(true, '2026-11-24T10:00:00.000Z')).toBe('2026-11-24T10:20:00.000Z');
    expect(secondPassFrom(false, '2026-11-24T10:00:00.000Z')).toBeNull();
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
      const history = seen ? [past(setting(Math.round(used * 10) / 10), marks)] : [];
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
