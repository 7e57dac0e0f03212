import { describe, expect, it } from 'vitest';
import { contrast } from './contrast';
import { PALETTES, type Palette } from './theme';

const TEXT: [keyof Palette, keyof Palette][] = [
  ['ink', 'paper'],
  ['ink', 'surface'],
  ['ink', 'accentTint'],
  ['ink', 'cautionTint'],
  ['ink', 'stopTint'],
  ['secondInk', 'paper'],
  ['secondInk', 'surface'],
  ['spineInk', 'spine'],
  ['onAccent', 'accent'],
  ['accentText', 'paper'],
  ['accentText', 'surface'],
  ['accentText', 'accentTint'],
  ['onStop', 'stop'],
  ['stopText', 'paper'],
  ['stopText', 'stopTint'],
  ['paper', 'ink'],
];

const MARKS: [keyof Palette, keyof Palette][] = [
  ['strongRule', 'paper'],
  ['accent', 'paper'],
  ['accent', 'surface'],
  ['caution', 'paper'],
  ['caution', 'cautionTint'],
  ['stop', 'paper'],
];

describe.each(['paper', 'dim'] as const)('the %s palette', (name) => {
  it.each(TEXT)('keeps %s on %s at 4.5:1 or more', (text, ground) => {
    expect(contrast(PALETTES[name][text], PALETTES[name][ground])).toBeGreaterThanOrEqual(4.5);
  });

  it.each(MARKS)('keeps the mark %s on %s at 3:1 or more', (mark, ground) => {
    expect(contrast(PALETTES[name][mark], PALETTES[name][ground])).toBeGreaterThanOrEqual(3);
  });
});

describe('contrast', () => {
  it('is 21 for black on white and 4.54 for #767676 on white', () => {
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 9);
    expect(contrast('#767676', '#ffffff')).toBeCloseTo(4.54, 2);
  });
});
