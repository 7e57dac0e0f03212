import { describe, expect, it } from 'vitest';
import { isSecondTap } from './second-tap';

describe('a key that turns into its own opposite', () => {
  it('takes no second tap within 400 ms, and every later one', () => {
    expect(isSecondTap(null, 5000)).toBe(false);
    expect(isSecondTap(5000, 5000)).toBe(true);
    expect(isSecondTap(5000, 5399)).toBe(true);
    expect(isSecondTap(5000, 5400)).toBe(false);
  });
});
