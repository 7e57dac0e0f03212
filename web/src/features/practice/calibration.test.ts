import { describe, expect, it } from 'vitest';
import { keepCalibration, readCalibration } from './calibration';

const store = (content: Record<string, string> = {}) => ({
  getItem: (key: string) => content[key] ?? null,
  setItem: (key: string, value: string) => {
    content[key] = value;
  },
});

describe('the size of a screen', () => {
  it('is what was measured on it, and nominal before that', () => {
    const kept = store();
    // 96 pixels an inch.
    expect(readCalibration(kept).pixelsPerMm).toBeCloseTo(3.78, 2);
    expect(readCalibration(kept).isMeasured).toBe(false);
    keepCalibration(kept, 5.1);
    expect(readCalibration(kept)).toEqual({ pixelsPerMm: 5.1, isMeasured: true });
  });

  it.each(['', 'wide', '0', '400', 'Infinity'])('is not read from “%s”', (text) => {
    const kept = store({ 'tidy-quill.pixels-per-mm': text });
    expect(readCalibration(kept).isMeasured).toBe(false);
  });
});
