import type { Filter } from '@tidy-quill/core/eyewear';

/** The colours of one palette; every pair used for text reaches 4.5:1 (see theme.test.ts). */
export interface Palette {
  readonly paper: string;
  readonly surface: string;
  readonly rule: string;
  readonly strongRule: string;
  readonly ink: string;
  readonly secondInk: string;
  readonly sidebar: string;
  readonly sidebarInk: string;
  readonly accent: string;
  readonly onAccent: string;
  readonly accentText: string;
  readonly accentTint: string;
  readonly caution: string;
  readonly cautionTint: string;
  readonly stop: string;
  readonly onStop: string;
  readonly stopText: string;
  readonly stopTint: string;
}

export type ThemeName = 'light' | 'dim' | Exclude<Filter, 'clear'>;

// Greys keep their contrast through any lens; hue is added only where the lens lets it pass.
const THROUGH_LENS: Palette = {
  paper: '#0A0A0A',
  surface: '#171717',
  rule: '#5C5C5C',
  strongRule: '#ABABAB',
  ink: '#FFFFFF',
  secondInk: '#D9D9D9',
  sidebar: '#000000',
  sidebarInk: '#FFFFFF',
  accent: '#E4E4E4',
  onAccent: '#000000',
  accentText: '#FFFFFF',
  accentTint: '#303030',
  caution: '#CFCFCF',
  cautionTint: '#262626',
  stop: '#FFFFFF',
  onStop: '#000000',
  stopText: '#FFFFFF',
  stopTint: '#3C3C3C',
};

export const PALETTES: Readonly<Record<ThemeName, Palette>> = {
  light: {
    paper: '#F4F0E6',
    surface: '#FFFDF8',
    rule: '#D8CFBC',
    strongRule: '#8C8675',
    ink: '#1C2733',
    secondInk: '#4C5866',
    sidebar: '#22303C',
    sidebarInk: '#E4DFD2',
    accent: '#1F6F66',
    onAccent: '#FFFFFF',
    accentText: '#154F49',
    accentTint: '#DCEBE4',
    caution: '#B87400',
    cautionTint: '#FBEFD3',
    stop: '#A3261B',
    onStop: '#FFFFFF',
    stopText: '#8A1F15',
    stopTint: '#F6DCD7',
  },
  dim: {
    paper: '#12171C',
    surface: '#1A2128',
    rule: '#36414B',
    strongRule: '#76828D',
    ink: '#E9E3D6',
    secondInk: '#B4B3AA',
    sidebar: '#0B0F13',
    sidebarInk: '#D5D0C4',
    accent: '#7CC4B7',
    onAccent: '#10211E',
    accentText: '#9AD6CB',
    accentTint: '#1E3A36',
    caution: '#E0A540',
    cautionTint: '#3A2E14',
    stop: '#E5766A',
    onStop: '#240A07',
    stopText: '#F2A59C',
    stopTint: '#42201C',
  },
  green532: { ...THROUGH_LENS, accent: '#FFE3B0', caution: '#FFC56B' },
  red694to810: { ...THROUGH_LENS, accent: '#B8F2E8', caution: '#D5F0D0' },
  infrared1064: { ...THROUGH_LENS, accent: '#A9EBDD', caution: '#FFD37A' },
  broadband: THROUGH_LENS,
};

/** Puts a palette where the style sheet reads it. */
export function applyPalette(name: ThemeName): void {
  for (const [key, value] of Object.entries(PALETTES[name])) {
    const variable = key.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);
    document.documentElement.style.setProperty(`--${variable}`, value);
  }
  document.documentElement.dataset['theme'] = name;
}
