import { describe, expect, it } from 'vitest';
import { refuseErasing } from './erasing';

describe('erasing a client', () => {
  it.each([
    [{ visitsToCome: 0, openReactions: 0, merged: false }, null],
    [{ visitsToCome: 1, openReactions: 0, merged: false }, 'visitsToCome'],
    [{ visitsToCome: 0, openReactions: 1, merged: false }, 'openReactions'],
    [{ visitsToCome: 1, openReactions: 1, merged: true }, 'merged'],
    [{ visitsToCome: 2, openReactions: 1, merged: false }, 'openReactions'],
  ])('with %o: %s', (of, refusal) => {
    expect(refuseErasing(of)).toBe(refusal);
  });
});
