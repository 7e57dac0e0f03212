import {
  LEARNING_RULE,
  type Handpiece,
  type Protocol,
  type ProtocolRow,
  type Range,
  type Technique,
} from '@tidy-quill/core/plan';
import type { Calibre, SkinType } from '@tidy-quill/core/optics';

const FINE: readonly Calibre[] = ['fine'];
const MEDIUM: readonly Calibre[] = ['medium'];
const COARSE: readonly Calibre[] = ['coarse', 'veryCoarse'];
const STRONG: readonly Calibre[] = [...MEDIUM, ...COARSE];
const ALL: readonly Calibre[] = [...FINE, ...STRONG];

type Line = readonly [
  skinTypes: readonly SkinType[],
  calibres: readonly Calibre[],
  pulseMs: readonly [number, number],
  fluenceJcm2: readonly [number, number],
];

const range = ([low, high]: readonly [number, number]): Range => ({ low, high });

const ROMAN = { 1: 'I', 2: 'II', 3: 'III', 4: 'IV', 5: 'V', 6: 'VI' } as const;

const SCHOOL_WORDS: Readonly<Record<Technique, string>> = {
  stamping: 'stamped',
  inMotion: 'in motion',
  longPulse1064: 'long pulse',
  subMs1064: 'sub-ms',
  pulsedLight: 'pulsed light',
  pulsedLightInMotion: 'pulsed light in motion',
  suction: 'suction',
};

const HAIR_WORDS = new Map<readonly Calibre[], string>([
  [FINE, 'fine hair'],
  [MEDIUM, 'medium hair'],
  [COARSE, 'coarse hair'],
  [STRONG, 'medium and up'],
  [ALL, 'all hair'],
]);

const rows = (
  laserClass: Handpiece['laserClass'],
  technique: Technique,
  wavelengthNm: readonly [number, number],
  lines: readonly Line[],
): ProtocolRow[] =>
  lines.map(([skinTypes, calibres, pulseMs, fluenceJcm2]) => ({
    id: `${SCHOOL_WORDS[technique]}, ${wavelengthNm.join('–')} nm, type ${skinTypes.map((type) => ROMAN[type]).join(', ')}, ${HAIR_WORDS.get(calibres)}`,
    laserClass,
    technique,
    wavelengthNm: range(wavelengthNm),
    skinTypes,
    calibres,
    pulseMs: range(pulseMs),
    fluenceJcm2: range(fluenceJcm2),
  }));

/**
 * Ordinary textbook ranges as a starting point; the clinic edits them and a supervisor approves. Thick hair takes pulses
 * of 20–100 ms, fine hair of 3–20 ms, darker skin longer ones.
 */
export const TEXTBOOK_PROTOCOL: Protocol = {
  rows: [
    ...rows(
      'alexandrite',
      'stamping',
      [745, 765],
      [
        [[1, 2], COARSE, [20, 40], [10, 20]],
        [[1, 2], MEDIUM, [10, 40], [10, 20]],
        [[3], COARSE, [20, 40], [8, 16]],
        [[3], MEDIUM, [10, 40], [8, 16]],
        [[4], STRONG, [20, 40], [8, 14]],
        [[1, 2], FINE, [3, 10], [12, 22]],
        [[3], FINE, [3, 20], [8, 16]],
      ],
    ),
    ...rows(
      'diode',
      'stamping',
      [790, 820],
      [
        [[1, 2], COARSE, [30, 100], [18, 34]],
        [[1, 2], MEDIUM, [20, 60], [18, 34]],
        [[3], COARSE, [30, 100], [14, 28]],
        [[3], MEDIUM, [20, 60], [14, 28]],
        [[4], STRONG, [20, 100], [12, 22]],
        [[5], STRONG, [60, 400], [10, 16]],
        [[1, 2], FINE, [10, 20], [20, 36]],
        [[3], FINE, [10, 30], [16, 30]],
        [[4], FINE, [20, 40], [12, 20]],
      ],
    ),
    ...rows(
      'diode',
      'inMotion',
      [790, 820],
      [
        [[1, 2, 3], STRONG, [5, 20], [6, 11]],
        [[4], STRONG, [10, 20], [5, 9]],
        [[1, 2, 3], FINE, [5, 15], [6, 11]],
      ],
    ),
    ...rows(
      'diode',
      'suction',
      [790, 820],
      [
        [[1, 2, 3], STRONG, [30, 100], [6, 12]],
        [[1, 2, 3], FINE, [30, 60], [7, 13]],
        [[4], STRONG, [60, 100], [5, 9]],
      ],
    ),
    ...rows(
      'ndYag',
      'longPulse1064',
      [1060, 1068],
      [
        [[1, 2, 3], COARSE, [20, 60], [30, 60]],
        [[1, 2, 3], MEDIUM, [15, 40], [30, 60]],
        [[4], STRONG, [20, 50], [25, 45]],
        [[5], STRONG, [20, 60], [20, 34]],
        [[6], STRONG, [25, 100], [15, 26]],
        // Fine hair takes little of this light: the planner says when nothing safe is expected to work.
        [[4], FINE, [10, 20], [25, 40]],
        [[5], FINE, [15, 25], [20, 30]],
        [[6], FINE, [20, 30], [14, 22]],
      ],
    ),
    ...rows(
      'ndYag',
      'subMs1064',
      [1060, 1068],
      [
        [[1, 2, 3], STRONG, [0.3, 0.65], [20, 30]],
        [[4], STRONG, [0.3, 0.65], [14, 24]],
        [[5, 6], STRONG, [0.4, 0.65], [10, 16]],
      ],
    ),
    ...rows(
      'pulsedLight',
      'pulsedLight',
      [640, 1000],
      [
        [[1, 2], ALL, [3, 10], [14, 26]],
        [[3], STRONG, [5, 10], [12, 20]],
        [[4], STRONG, [7, 10], [8, 14]],
      ],
    ),
    ...rows(
      'pulsedLight',
      'pulsedLightInMotion',
      [640, 1000],
      [
        [[1, 2], ALL, [5, 10], [8, 15]],
        [[3], STRONG, [7, 10], [8, 12]],
      ],
    ),
  ],
  techniques: {
    stamping: { rateHz: 1.5, passes: 1, cellCm2: 100 },
    inMotion: { rateHz: 10, passes: 10, cellCm2: 100 },
    longPulse1064: { rateHz: 1.5, passes: 1, cellCm2: 100 },
    subMs1064: { rateHz: 7, passes: 1, cellCm2: 25 },
    pulsedLight: { rateHz: 0.5, passes: 1, cellCm2: 100 },
    pulsedLightInMotion: { rateHz: 5, passes: 8, cellCm2: 100 },
    suction: { rateHz: 1, passes: 1, cellCm2: 100 },
  },
  pace: {
    allowedGapShare: 0.05,
    secondsPerMove: 2,
    pulsesPerMove: 20,
    gelSecondsPer100Cm2: 15,
    checkSeconds: 180,
  },
  margins: { usual: 0.7, darkSkin: 0.65, doubtful: 0.6 },
  learning: LEARNING_RULE,
};
