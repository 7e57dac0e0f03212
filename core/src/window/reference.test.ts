import { describe, expect, it } from 'vitest';
import reference from './reference-cases.json';
import { windowReport, type WindowInput, type WindowReport } from './index';

// Seventeen cases of an independent implementation of the same equations.
const cases = reference.cases as unknown as {
  id: number;
  name: string;
  input: WindowInput;
  output: Partial<WindowReport>;
}[];

/** Every number of `expected` within `share` of the one at the same place in `given`. */
function assertInRange(given: unknown, expected: unknown, share: number, absolute = 0): void {
  if (expected === null || typeof expected !== 'object') {
    if (typeof expected !== 'number') expect(given).toBe(expected);
    else {
      const allowed = Math.max(Math.abs(expected) * share, absolute);
      expect(Math.abs((given as number) - expected)).toBeLessThanOrEqual(allowed);
    }
    return;
  }
  for (const [key, value] of Object.entries(expected)) {
    assertInRange((given as Record<string, unknown>)[key], value, share, absolute);
  }
}

describe('reference cases', () => {
  it('are all there', () => {
    expect(cases).toHaveLength(17);
  });

  it.each(cases.map((each) => [each.id, each.name, each] as const))(
    '%i: %s',
    (_id, _name, { input, output }) => {
      const report = windowReport(input);
      assertInRange(report.fluenceRatio, output.fluenceRatio, 0.03);
      assertInRange(report.epidermisPeakRisePerJcm2, output.epidermisPeakRisePerJcm2, 0.03, 0);
      assertInRange(report.shaftPeakRisePerJcm2, output.shaftPeakRisePerJcm2, 0.03);
      assertInRange(report.surfaceBeforePulseC, output.surfaceBeforePulseC, 0.03, 0.7);
      assertInRange(report.basalBeforePulseC, output.basalBeforePulseC, 0.03, 0.7);
      assertInRange(report.ceilingJcm2, output.ceilingJcm2, 0.04);
      assertInRange(report.floorJcm2, output.floorJcm2, 0.04);
    },
  );
});
