import { describe, expect, it } from 'vitest';
import { passwordProblem } from '.';

const EASY = 'is too easy to guess: take four or more words that do not belong together';

describe('a new password', () => {
  it.each([
    ['short', 'must be 10 characters at least'],
    ['password123', EASY],
    ['laserlaser', EASY],
    ['fluence2026', EASY],
    ['aaaaaaaaaaaa', EASY],
    ['wet pebble orbit thimble', null],
    ['Vx7#qLm2pR', null],
  ])('%s', (password, problem) => {
    expect(passwordProblem(password, [])).toBe(problem);
  });

  it('is not made of the person’s or the clinic’s own name', () => {
    const own = ['Corisande Yewbarrow', 'Lantern Yard'];
    expect(passwordProblem('yewbarrow1', own)).toBe(EASY);
    expect(passwordProblem('corisande2', own)).toBe(EASY);
    expect(passwordProblem('yewbarrow1', [])).toBeNull();
  });
});
