import { describe, expect, it } from 'vitest';
import { pinProblem } from './room-pin';

describe('a PIN for the room', () => {
  it.each([
    ['12345', 'must be 6 figures'],
    ['1234567', 'must be 6 figures'],
    ['12345x', 'must be 6 figures'],
    ['000000', 'is too easy to guess'],
    ['123456', 'is too easy to guess'],
    ['987654', 'is too easy to guess'],
    ['135791', null],
    ['480215', null],
  ])('%s', (pin, problem) => {
    expect(pinProblem(pin)).toBe(problem);
  });
});
