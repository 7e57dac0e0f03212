import { describe, expect, it } from 'vitest';
import { fractionOfReading, readingOfFraction, simulatedMeter } from './melanin-meter';

describe('the scale of the melanin meter', () => {
  it('runs from 0.011 at 0 to 0.075 at 100', () => {
    expect(fractionOfReading(0)).toBeCloseTo(0.011, 12);
    expect(fractionOfReading(100)).toBeCloseTo(0.075, 12);
    // 0.4^1.5 = 0.25298; × 0.064 = 0.01619.
    expect(fractionOfReading(40)).toBeCloseTo(0.02719, 5);
  });

  it('goes there and back', () => {
    for (const reading of [0, 1, 27, 40, 99, 100]) {
      expect(readingOfFraction(fractionOfReading(reading))).toBeCloseTo(reading, 9);
    }
    expect(readingOfFraction(0.2)).toBe(100);
  });
});

describe('the simulated meter', () => {
  const meter = simulatedMeter({ zone: fractionOfReading(40), unexposed: 0.011 }, () => 0.5);

  it('reads what is under it, and now and then askew', async () => {
    await meter.connect();
    const readings: number[] = [];
    for (let i = 0; i < 7; i++) readings.push(await meter.read('zone'));
    expect(readings).toEqual([40, 40, 40, 40, 40, 40, 49]);
    // The palest skin reads no lower than skin does.
    expect(await meter.read('unexposed')).toBe(1);
  });
});
