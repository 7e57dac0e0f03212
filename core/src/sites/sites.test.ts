import { describe, expect, it } from 'vitest';
import { SITES } from './sites';

describe('sites', () => {
  it('carry the published bulb depths', () => {
    expect(SITES.upperLip.bulbDepthMm).toBe(1.8);
    expect(SITES.underarm.bulbDepthMm).toBe(4);
    expect(SITES.bikiniLine.bulbDepthMm).toBe(4.1);
  });
});
