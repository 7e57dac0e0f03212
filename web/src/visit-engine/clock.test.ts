import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

afterEach(() => {
  vi.useRealTimers();
});

const fresh = async () => {
  vi.resetModules();
  return import('./clock');
};

describe('the clock of a device', () => {
  beforeEach(() => vi.useFakeTimers({ now: 1_000_000 }));

  it('is corrected by what the server says, in the middle of asking', async () => {
    const { correctedNow, learnServerTime } = await fresh();
    expect(correctedNow()).toBe(1_000_000);
    // Asked at 1,000,000, came at 1,000,100: the server's 1,600,050 was then 600 s ahead.
    learnServerTime(1_600_050, 1_000_000, 1_000_100);
    expect(correctedNow()).toBe(1_600_000);
  });

  it('keeps the nearest answer, and a worse one only once that is old', async () => {
    const { correctedNow, learnServerTime } = await fresh();
    learnServerTime(1_600_010, 1_000_000, 1_000_020);
    learnServerTime(1_700_500, 1_000_000, 1_001_000);
    expect(correctedNow()).toBe(1_600_000);
    learnServerTime(2_300_500, 1_600_000, 1_601_000);
    expect(correctedNow()).toBe(1_700_000);
  });

  it('learns nothing from an answer that came before it was asked for, or without a time', async () => {
    const { correctedNow, learnServerTime } = await fresh();
    learnServerTime(5_000_000, 2000, 1000);
    learnServerTime(Number.NaN, 1000, 2000);
    expect(correctedNow()).toBe(1_000_000);
  });
});
