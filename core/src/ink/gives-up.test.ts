import { describe, expect, it } from 'vitest';
import type { InkColour } from '../look';
import type { Mark } from '../reaction';
import { givenUpWithoutPicoseconds } from './gives-up';
import { inkToldHere } from './past-response';
import { caseOf, handpiece, mixed, NS1064, pastInk, setting } from './ink.test-data';
import { defined } from '../units';

describe('what an earlier session tells about another spot', () => {
  // 4 J/cm² under 3 mm.
  const told = (diameterMm: number, marks: readonly Mark[]) =>
    inkToldHere(caseOf({}, { history: [pastInk(setting(4, 3), marks)] }), {
      wavelengthNm: 1064,
      pulseMs: 6e-6,
      spot: { diameterMm },
    });

  it('counts as it stands within a millimetre, on either side', () => {
    for (const near of [2, 4]) {
      expect(told(near, ['blister'])).toMatchObject([{ fluenceJcm2: 4, how: 'alike' }]);
      expect(told(near, ['evenWhitening'])).toMatchObject([{ fluenceJcm2: 4, how: 'alike' }]);
    }
  });

  it('counts through the light at the ink beyond it: less of a larger spot, and only what was too much', () => {
    const [larger] = told(4.5, ['blister']);
    expect(defined(larger).how).toBe('converted');
    expect(defined(larger).fluenceJcm2).toBeLessThan(4);
    expect(defined(told(6, ['blister'])[0]).fluenceJcm2).toBeLessThan(defined(larger).fluenceJcm2);
    expect(told(4.5, ['evenWhitening'])).toEqual([]);
  });
});

describe('a clinic without picoseconds', () => {
  const PS755 = handpiece('ps-755', 755, { laserClass: 'alexandrite', pulsesMs: [5.5e-7] });
  const givenUp = (colour: InkColour, handpieces = [NS1064, PS755]) =>
    givenUpWithoutPicoseconds(caseOf({ colours: mixed([colour, 1]) }, { handpieces }));

  it('is left with a tenth of 1064 nm for green, of which 755 nm gives 0.55', () => {
    expect(givenUp('green')).toMatchObject([
      {
        colour: 'green',
        has: { handpieceId: 'ps-755', light: { absorption: 0.55 } },
        left: { handpieceId: 'ns-1064', light: { absorption: 0.1 }, verdict: 'weak' },
      },
    ]);
  });

  it('is left with nothing where there is no other light', () => {
    expect(givenUp('green', [PS755])).toMatchObject([{ left: null }]);
  });

  it('gives up nothing of what nanoseconds do as well', () => {
    expect(givenUp('black')).toEqual([]);
    expect(givenUp('green', [NS1064])).toEqual([]);
  });
});
