import { describe, expect, it } from 'vitest';
import { movedBy, placeIn, type TraceFrame } from './trace';

const USUAL: TraceFrame = { wideCm: 20, highCm: 15, stepCm: 0.25 };
const SMALL: TraceFrame = { wideCm: 10, highCm: 7.5, stepCm: 0.1 };
const key = (name: string, shiftKey = false) => ({ key: name, shiftKey });

describe('a corner on a map of skin', () => {
  it('is rounded to the step of its map, and stays on it', () => {
    expect(placeIn(USUAL, 0.5, 0.5)).toEqual([10, 7.5]);
    // 6.66 cm and 4.995 cm, to quarters.
    expect(placeIn(USUAL, 0.333, 0.333)).toEqual([6.75, 5]);
    // 3.33 and 2.498 cm, to tenths.
    expect(placeIn(SMALL, 0.333, 0.333)).toEqual([3.3, 2.5]);
    expect(placeIn(USUAL, 1.2, -0.1)).toEqual([20, 0]);
  });

  it('is moved by the arrows, ten times as far with Shift', () => {
    expect(movedBy(USUAL, [5, 5], key('ArrowLeft'))).toEqual([4.75, 5]);
    expect(movedBy(USUAL, [5, 5], key('ArrowDown'))).toEqual([5, 5.25]);
    expect(movedBy(USUAL, [5, 5], key('ArrowRight', true))).toEqual([7.5, 5]);
    // Tenths add up without a rest: 0.3, not 0.30000000000000004.
    expect(movedBy(SMALL, [0.2, 5], key('ArrowRight'))).toEqual([0.3, 5]);
  });

  it('stops at the edges', () => {
    expect(movedBy(USUAL, [0.5, 0], key('ArrowLeft', true))).toEqual([0, 0]);
    expect(movedBy(USUAL, [0, 0], key('ArrowUp'))).toEqual([0, 0]);
    expect(movedBy(USUAL, [19, 14.75], key('ArrowDown', true))).toEqual([19, 15]);
  });

  it('is left alone by every other key', () => {
    for (const other of ['Enter', 'Tab', 'a', 'Home']) {
      expect(movedBy(USUAL, [5, 5], key(other))).toBeNull();
    }
  });
});
