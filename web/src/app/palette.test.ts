import { describe, expect, it } from 'vitest';
import { contrastThrough, FILTERS, type Filter } from '@tidy-quill/core/eyewear';
import { PALETTES, type Palette, type ThemeName } from './palette';

const TEXT: [keyof Palette, keyof Palette][] = [
  ['ink', 'paper'],
  ['ink', 'surface'],
  ['ink', 'accentTint'],
  ['ink', 'cautionTint'],
  ['ink', 'stopTint'],
  ['secondInk', 'paper'],
  ['secondInk', 'surface'],
  ['sidebarInk', 'sidebar'],
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

// Whoever wears no eyewear sees the light theme and the dim room; a goggle view is seen through its own lens.
const SEEN: readonly (readonly [ThemeName, Filter])[] = [
  ['light', 'clear'],
  ['dim', 'clear'],
  ...FILTERS.filter((filter) => filter !== 'clear').map((filter) => [filter, filter] as const),
];

describe.each(SEEN)('the %s palette through the %s lens', (name, filter) => {
  const contrast = (one: keyof Palette, other: keyof Palette) =>
    contrastThrough(filter, PALETTES[name][one], PALETTES[name][other]);
  it.each(TEXT)('keeps %s on %s at 4.5:1 or more', (text, ground) => {
    expect(contrast(text, ground)).toBeGreaterThanOrEqual(4.5);
  });

  it.each(MARKS)('keeps the mark %s on %s at 3:1 or more', (mark, ground) => {
    expect(contrast(mark, ground)).toBeGreaterThanOrEqual(3);
  });
});

describe('the light palette', () => {
  it('would lose its red behind a lens that takes it out: that is why there are goggle views', () => {
    const { stop, ink } = PALETTES.light;
    expect(contrastThrough('clear', stop, ink)).toBeGreaterThan(2);
    expect(contrastThrough('red694to810', stop, ink)).toBeLessThan(1.3);
  });
});
