import { expect, it } from 'vitest';
import { DIODE } from '../plan/plan.test-data';
import { beamOf, worstBeamOf } from './eyewear-needed';

it('asks for the density of the setting at hand', () => {
  // 20 ÷ 2.153e-4 = 92,900: density 4.97, so 5.
  expect(beamOf({ pulseMs: 30, fluenceJcm2: 20 }, DIODE.light)).toEqual({
    ...{ wavelengthsNm: [810], pulseSeconds: 0.03, density: 5 },
  });
});

it('asks for more of the worst that a handpiece can give: its shortest pulse at its highest fluence', () => {
  // 40 J/cm² in 5 ms: 18 × 0.005^0.75 × 1.6596 = 0.5617 J/m²; 40 ÷ 5.617e-5 = 712,000: 5.85, so 6.
  expect(worstBeamOf(DIODE)).toEqual({
    ...{ wavelengthsNm: [810], pulseSeconds: 0.005, density: 6 },
  });
});
