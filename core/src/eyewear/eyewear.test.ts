import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contrastThrough, filterFor, FILTERS, maximumExposureJcm2, requiredDensity } from './index';

describe('the most that an eye may meet', () => {
  it.each([
    // 18 t^0.75 C4 J/m²: 18 × 0.03^0.75 × 10^0.22 = 18 × 0.07208 × 1.6596 = 2.153 J/m².
    [810, 0.03, 2.153e-4],
    // 18 × 0.003^0.75 × 10^0.11 = 18 × 0.012819 × 1.2882 = 0.2972 J/m².
    [755, 0.003, 2.972e-5],
    // 90 t^0.75: 90 × 0.05^0.75 = 90 × 0.10574 = 9.516 J/m².
    [1064, 0.05, 9.516e-4],
    // Short pulses have a limit of their own: 2 mJ/m², and 20 mJ/m² beyond 1050 nm.
    [532, 6e-9, 2e-7],
    [1064, 6e-9, 2e-6],
  ])('at %d nm and %d s is %d J/cm²', (nm, seconds, expected) => {
    expect(maximumExposureJcm2(nm, seconds) / expected).toBeCloseTo(1, 3);
  });

  it('is refused outside what the table speaks of', () => {
    expect(() => maximumExposureJcm2(300, 0.01)).toThrow('wavelengthNm');
    expect(() => maximumExposureJcm2(810, 20)).toThrow('pulseSeconds');
  });
});

describe('the density of eyewear', () => {
  it('is whole steps, rounded up', () => {
    // 20 ÷ 2.153e-4 = 92,900: density 4.97, so 5.
    expect(requiredDensity({ wavelengthNm: 810, pulseSeconds: 0.03, fluenceJcm2: 20 })).toBe(5);
    // 3 ÷ 2e-6 = 1.5 million: 6.18, so 7.
    expect(requiredDensity({ wavelengthNm: 1064, pulseSeconds: 6e-9, fluenceJcm2: 3 })).toBe(7);
  });

  it.each([
    // 18 × 0.02^0.75 = 18 × 0.053183 = 0.9573 J/m²; 15 ÷ 9.573e-5 = 156,700: 5.20.
    ['ruby', 694, 0.02, 15, 6],
    // 0.2972 J/m²; 20 ÷ 2.972e-5 = 672,900: 5.83.
    ['alexandrite', 755, 0.003, 20, 6],
    // 2.153 J/m²; 9 ÷ 2.153e-4 = 41,800: 4.62.
    ['diode', 810, 0.03, 9, 5],
    // 9.516 J/m²; 40 ÷ 9.516e-4 = 42,030: 4.62.
    ['long-pulse Nd:YAG', 1064, 0.05, 40, 5],
    // 2 mJ/m²; 1.5 ÷ 2e-7 = 7.5 million: 6.88.
    ['nanosecond Nd:YAG, doubled', 532, 6e-9, 1.5, 7],
    // 2 mJ/m² × 10^0.11 = 2.576 mJ/m²; 2 ÷ 2.576e-7 = 7.76 million: 6.89.
    ['picosecond alexandrite', 755, 5e-10, 2, 7],
  ])('of a %s is what the table comes to by hand', (_, wavelengthNm, seconds, fluence, density) => {
    const of = { wavelengthNm, pulseSeconds: seconds, fluenceJcm2: fluence };
    expect(requiredDensity(of)).toBe(density);
  });

  it('never falls as fluence rises', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 100, noNaN: true }), (fluenceJcm2) => {
        const at = (fluence: number) =>
          requiredDensity({ wavelengthNm: 755, pulseSeconds: 0.01, fluenceJcm2: fluence });
        expect(at(fluenceJcm2 * 1.5)).toBeGreaterThanOrEqual(at(fluenceJcm2));
      }),
    );
  });
});

describe('what is seen through a lens', () => {
  it('goes by wavelength, and a band needs the dark shade', () => {
    expect(filterFor([532])).toBe('green532');
    expect(filterFor([755])).toBe('red694to810');
    expect(filterFor([810])).toBe('red694to810');
    expect(filterFor([1064])).toBe('infrared1064');
    expect(filterFor([640, 750, 900])).toBe('broadband');
  });

  it('keeps the contrast of greys whole, and loses that of colours', () => {
    for (const filter of FILTERS) {
      expect(contrastThrough(filter, '#000000', '#ffffff')).toBeCloseTo(21, 6);
      expect(contrastThrough(filter, '#767676', '#ffffff')).toBeCloseTo(4.54, 2);
    }
    // Red on white is 4:1 to the bare eye. Through a lens that passes 3 % of it, red keeps 0.0064 of luminance,
    // white 0.278, glare 0.014: (0.278 + 0.014) ÷ (0.0064 + 0.014) = 14.4.
    expect(contrastThrough('clear', '#ff0000', '#ffffff')).toBeCloseTo(4, 1);
    expect(contrastThrough('red694to810', '#ff0000', '#ffffff')).toBeCloseTo(14.4, 1);
    // Through an orange lens it is nearly white.
    expect(contrastThrough('green532', '#ff0000', '#ffffff')).toBeLessThan(1.3);
  });
});
