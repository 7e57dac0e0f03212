import { describe, expect, it } from 'vitest';
import { refuseErasing } from './erasing';

describe('erasing a client', () => {
  it.each([
    [{ visitsToCome: 0, openReactions: 0 }, null],
    [{ visitsToCome: 1, openReactions: 0 }, 'visitsToCome'],
    [{ visitsToCome: 0, openReactions: 1 }, 'openReactions'],
    [{ visitsToCome: 2, openReactions: 1 }, 'openReactions'],
  ])('with %o: %s', (of, refusal) => {
    expect(refuseErasing(of)).toBe(refusal);
  });
});
