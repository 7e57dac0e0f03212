import { describe, expect, it } from 'vitest';
import { DRAWN } from '@tidy-quill/core/samples';
import { defined } from '@tidy-quill/core/units';
import { frameFor, FRAMES, showsAll } from './design-frame';

const [part] = DRAWN;
const square = (cm: number) => {
  const outline = [
    [0, 0],
    [cm, 0],
    [cm, cm],
  ] as const;
  return [{ ...defined(part), outline }];
};
const traced = (widthCm: number) => ({ photoId: 'p', widthCm });

describe('the map of a design', () => {
  it('shows the usual 20 × 15 cm, and as much more as the design takes', () => {
    expect(frameFor({})).toBe('usual');
    expect(frameFor({ parts: square(15) })).toBe('usual');
    expect(frameFor({ parts: square(15.25) })).toBe('large');
    expect(frameFor({ parts: square(40) })).toBe('back');
  });

  it('holds the picture that is traced over by its width', () => {
    expect(frameFor({ traced: traced(20) })).toBe('usual');
    expect(frameFor({ traced: traced(25), parts: square(3) })).toBe('large');
    expect(frameFor({ traced: traced(90) })).toBe('back');
  });

  it('hides no part', () => {
    expect(showsAll('small', { parts: square(7.5) })).toBe(true);
    expect(showsAll('small', { parts: square(7.6) })).toBe(false);
    expect(showsAll('small', {})).toBe(true);
  });

  it('has the same shape whatever it shows, and squares that fit it', () => {
    for (const { wideCm, highCm, squareCm } of Object.values(FRAMES)) {
      expect([wideCm / squareCm, highCm / squareCm]).toEqual([20, 15]);
    }
  });
});
