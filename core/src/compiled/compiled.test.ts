import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  damageOf,
  damagesOf,
  peakC,
  siteDamage,
  siteDamageReference,
  type DamageLaw,
  type Site,
} from '../damage';
import { march, marchReference, type Courses, type March } from '../heat';
import { AIR, fluenceRatio, fluenceRatioReference, SAPPHIRE } from '../optics';
import { defined, type Spot } from '../units';
import { MOST_CELLS, MOST_TIMES } from './index';

const CLOSE = 1e-9;

/** The largest difference of two lists, as a share of the largest figure in them. */
function apart(one: ArrayLike<number>, other: ArrayLike<number>): number {
  const [first, second] = [Array.from(one), Array.from(other)];
  expect(second).toHaveLength(first.length);
  const most = Math.max(1e-30, ...first.map(Math.abs));
  return Math.max(0, ...first.map((value, i) => Math.abs(value - defined(second[i])))) / most;
}

const cells = (courses: Courses) =>
  Array.from({ length: courses.cells }, (_, cell) => [...courses.of(cell)]).flat();

const positive = fc.double({ min: 0.01, max: 10, noNaN: true });
const fields = (size: number) =>
  fc.array(positive, { minLength: size, maxLength: size }).map((list) => Float64Array.from(list));

const marches = fc
  .tuple(fc.integer({ min: 1, max: 90 }), fc.integer({ min: 1, max: 40 }), fc.nat(40))
  .chain(([size, count, cut]) =>
    fc.record({
      capacity: fields(size),
      between: fields(size - 1),
      losses: fc.tuple(fields(size), fields(size)),
      surroundings: fc.tuple(fields(size), fields(size)),
      warm: fields(size),
      heating: fields(size),
      steps: fields(count),
      lit: fc.array(fc.boolean(), { minLength: count, maxLength: count }),
      cut: fc.constant(Math.min(cut, count)),
    }),
  )
  .map(({ capacity, between, losses, surroundings, warm, heating, steps, lit, cut }): March => ({
    chain: { capacity, between },
    stepsS: steps.map((step) => step / 10),
    stretches: [
      { steps: cut, loss: losses[0], surroundings: surroundings[0] },
      { steps: steps.length - cut, loss: losses[1], surroundings: surroundings[1] },
    ],
    ...{ warm, heating, lit },
  }));

describe('the compiled heat steps', () => {
  it('are those of the reference, for any chain, contact and light', () => {
    fc.assert(
      fc.property(marches, (asked) => {
        const [own, reference] = [march(asked), marchReference(asked)];
        expect(apart(cells(reference.background), cells(own.background))).toBeLessThan(CLOSE);
        expect(apart(cells(reference.response), cells(own.response))).toBeLessThan(CLOSE);
      }),
    );
  });

  it('give one field alone where only one is asked for', () => {
    fc.assert(
      fc.property(marches, ({ warm, heating, ...asked }) => {
        const both = march({ ...asked, warm, heating });
        expect(cells(march({ ...asked, heating }).response)).toEqual(cells(both.response));
        expect(cells(march({ ...asked, warm }).background)).toEqual(cells(both.background));
        expect(march({ ...asked, heating }).background.cells).toBe(0);
        expect(march({ ...asked, warm }).response.cells).toBe(0);
      }),
      { numRuns: 20 },
    );
  });

  it('take a chain that is longer than their tables step by step', () => {
    const size = MOST_CELLS + 1;
    const ones = new Float64Array(size).fill(1);
    const found = march({
      chain: { capacity: ones, between: ones.slice(1) },
      stepsS: Float64Array.of(0.5),
      stretches: [{ steps: 1, loss: ones, surroundings: ones }],
      warm: new Float64Array(size),
    });
    // Each cell alone, as all are alike: from 0 towards 1, 1 − e^(−0.5) but for the step's own error.
    expect(defined(found.background.at(1)[0])).toBeCloseTo(1 - Math.exp(-0.5), 2);
  });
});

const courses = (times: number) =>
  fc.record({
    backgroundC: fc.array(fc.double({ min: -5, max: 40, noNaN: true }), {
      minLength: times,
      maxLength: times,
    }),
    responsePerJcm2: fc.array(fc.double({ min: 0, max: 6, noNaN: true }), {
      minLength: times,
      maxLength: times,
    }),
  });
const asSite = (course: { backgroundC: number[]; responsePerJcm2: number[] }): Site => ({
  backgroundC: Float64Array.from(course.backgroundC),
  responsePerJcm2: Float64Array.from(course.responsePerJcm2),
});
const sites = fc.integer({ min: 2, max: 60 }).chain((times) =>
  fc.record({
    still: courses(times).map(asSite),
    other: courses(times).map(asSite),
    slow: courses(7).map(asSite),
    steps: fields(times - 1).map((steps) => steps.map((step) => step / 20)),
    slowSteps: fields(6),
    passes: fc.array(
      fc.record({
        addC: fc.double({ min: 0, max: 8, noNaN: true }),
        addPerJcm2: fc.double({ min: 0, max: 0.5, noNaN: true }),
      }),
      { minLength: 1, maxLength: 6 },
    ),
    fluence: fc.double({ min: 0.5, max: 40, noNaN: true }),
    law: fc.constantFrom<DamageLaw>('fugitt', 'henriques'),
  }),
);

const ratio = (one: number, other: number) =>
  one === other ? 0 : Math.abs(one - other) / Math.max(one, other);

describe('the compiled damage', () => {
  it('is that of the reference, at rest and in motion', () => {
    fc.assert(
      fc.property(sites, ({ still, slow, steps, slowSteps, passes, fluence, law }) => {
        const moving: Site = { ...still, passes, slow: { course: slow, stepsS: slowSteps } };
        for (const site of [still, moving]) {
          const own = siteDamage(law, site, steps, fluence);
          expect(ratio(own, siteDamageReference(law, site, steps, fluence))).toBeLessThan(CLOSE);
        }
      }),
    );
  });

  it('tells two sites apart that are asked about in turn', () => {
    fc.assert(
      fc.property(sites, ({ still, other, steps, fluence, law }) => {
        const [one, two] = [damageOf(law, still, steps), damageOf(law, other, steps)];
        const [first, second] = [one(fluence), two(fluence)];
        expect([one(fluence), two(fluence)]).toEqual([first, second]);
        const both = damagesOf(law, [still, other], steps);
        expect([both.of(0, fluence), both.of(1, fluence)]).toEqual([first, second]);
        const worst = both.worst(fluence);
        expect(worst.omega).toBe(Math.max(first, second));
        expect([first, second][worst.site]).toBe(worst.omega);
        const peaks = [peakC(still, fluence), peakC(other, fluence)];
        expect(peaks[both.hottest(fluence)]).toBeCloseTo(Math.max(...peaks), 9);
      }),
    );
  });

  it('is worked out by the reference where a course is longer than the tables', () => {
    const times = MOST_TIMES + 1;
    const site: Site = {
      backgroundC: new Float64Array(times).fill(37),
      responsePerJcm2: new Float64Array(times).fill(1),
    };
    const steps = new Float64Array(times - 1).fill(1e-3);
    expect(siteDamage('fugitt', site, steps, 20)).toBe(
      siteDamageReference('fugitt', site, steps, 20),
    );
    expect(damagesOf('fugitt', [site], steps).worst(20).omega).toBe(
      siteDamageReference('fugitt', site, steps, 20),
    );
  });
});

describe('the compiled light', () => {
  const spots: fc.Arbitrary<Spot> = fc.oneof(
    fc.record({ diameterMm: fc.double({ min: 0.5, max: 60, noNaN: true }) }),
    fc.record({
      widthMm: fc.double({ min: 1, max: 60, noNaN: true }),
      heightMm: fc.double({ min: 1, max: 60, noNaN: true }),
    }),
  );

  it('is that of the reference, through skin and into fat', () => {
    fc.assert(
      fc.property(
        fc.record({
          wavelengthNm: fc.integer({ min: 532, max: 1100 }),
          skin: fc.record({
            melanosomeFraction: fc.double({ min: 0.005, max: 0.4, noNaN: true }),
            epidermisUm: fc.double({ min: 50, max: 150, noNaN: true }),
            dermisMm: fc.double({ min: 1, max: 6, noNaN: true }),
          }),
          spot: spots,
          surface: fc.constantFrom(AIR, SAPPHIRE),
          depthsMm: fc.array(fc.double({ min: 0, max: 25, noNaN: true }), { minLength: 1 }),
        }),
        (asked) => {
          const [own, reference] = [fluenceRatio(asked), fluenceRatioReference(asked)];
          reference.forEach((value, i) => {
            // Beside what falls on the skin, less than 10⁻¹² is nothing.
            expect(Math.abs(value - defined(own[i]))).toBeLessThan(CLOSE * Math.abs(value) + 1e-12);
          });
        },
      ),
      { numRuns: 60 },
    );
  });
});
