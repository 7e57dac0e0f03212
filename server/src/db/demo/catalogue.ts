import type { Handpiece, Protocol, ProtocolRow, Range, Technique } from '@tidy-quill/core/plan';
import type { Calibre, SkinType } from '@tidy-quill/core/optics';
import { INK_HANDPIECES } from './ink-handpieces';

/** Generic handpieces of our own invention, with ranges as such consoles commonly have them. */
export const DEMO_HANDPIECES: readonly Handpiece[] = [
  {
    id: 'alexandrite-755',
    name: 'Alexandrite 755',
    laserClass: 'alexandrite',
    light: { wavelengthNm: 755 },
    spots: [10, 12, 15, 18].map((diameterMm) => ({ diameterMm })),
    pulsesMs: [3, 5, 10, 20, 30, 40, 60, 100],
    train: { count: 1, gapMs: 0 },
    fluenceJcm2: { min: 4, max: 50, step: 1 },
    maxEnergyJ: 53,
    maxAveragePowerW: 120,
    maxRateHz: 2,
    cooling: { kind: 'cryogen', spurtMs: 40, delayMs: 20 },
    gel: false,
    techniques: ['stamping'],
    inService: true,
  },
  {
    id: 'diode-810-plate',
    name: 'Diode 810, plate 12',
    laserClass: 'diode',
    light: { wavelengthNm: 810 },
    spots: [
      { widthMm: 9, heightMm: 9 },
      { widthMm: 12, heightMm: 12 },
    ],
    pulsesMs: [5, 10, 15, 20, 30, 40, 60, 80, 100, 200, 400],
    train: { count: 1, gapMs: 0 },
    fluenceJcm2: { min: 2, max: 40, step: 1 },
    maxEnergyJ: 60,
    maxAveragePowerW: 160,
    maxRateHz: 10,
    cooling: { kind: 'contact', plateC: 5, preSeconds: 0.5 },
    gel: true,
    techniques: ['stamping', 'inMotion'],
    inService: true,
  },
  {
    id: 'long-pulse-1064',
    name: 'Long-pulse 1064',
    laserClass: 'ndYag',
    light: { wavelengthNm: 1064 },
    spots: [8, 10, 12, 15, 18].map((diameterMm) => ({ diameterMm })),
    pulsesMs: [10, 15, 20, 25, 30, 40, 50, 60, 100],
    train: { count: 1, gapMs: 0 },
    fluenceJcm2: { min: 6, max: 100, step: 1 },
    maxEnergyJ: 80,
    maxAveragePowerW: 120,
    maxRateHz: 2,
    cooling: { kind: 'contact', plateC: 5, preSeconds: 0.5 },
    gel: true,
    techniques: ['longPulse1064'],
    inService: true,
  },
  {
    id: 'sub-ms-1064',
    name: 'Sub-millisecond 1064',
    laserClass: 'ndYag',
    light: { wavelengthNm: 1064 },
    spots: [{ diameterMm: 5 }, { diameterMm: 6 }],
    pulsesMs: [0.3, 0.4, 0.5, 0.65],
    train: { count: 1, gapMs: 0 },
    fluenceJcm2: { min: 5, max: 30, step: 1 },
    maxEnergyJ: 9,
    maxAveragePowerW: 60,
    maxRateHz: 10,
    cooling: { kind: 'none' },
    gel: false,
    techniques: ['subMs1064'],
    inService: true,
  },
  {
    id: 'pulsed-light-640',
    name: 'Pulsed light 640–1000',
    laserClass: 'pulsedLight',
    light: {
      lines: [
        { wavelengthNm: 650, share: 0.2 },
        { wavelengthNm: 700, share: 0.22 },
        { wavelengthNm: 750, share: 0.2 },
        { wavelengthNm: 800, share: 0.16 },
        { wavelengthNm: 875, share: 0.13 },
        { wavelengthNm: 950, share: 0.09 },
      ],
    },
    spots: [
      { widthMm: 10, heightMm: 15 },
      { widthMm: 10, heightMm: 40 },
    ],
    pulsesMs: [3, 5, 7, 10],
    train: { count: 3, gapMs: 20 },
    fluenceJcm2: { min: 4, max: 30, step: 1 },
    maxEnergyJ: 120,
    maxAveragePowerW: 120,
    maxRateHz: 1,
    cooling: { kind: 'contact', plateC: 5, preSeconds: 0.5 },
    gel: true,
    techniques: ['pulsedLight'],
    inService: true,
  },
  {
    id: 'ruby-694',
    name: 'Ruby 694, away for repair',
    laserClass: 'ruby',
    light: { wavelengthNm: 694 },
    spots: [{ diameterMm: 7 }, { diameterMm: 10 }],
    pulsesMs: [3],
    train: { count: 1, gapMs: 0 },
    fluenceJcm2: { min: 5, max: 40, step: 1 },
    maxEnergyJ: 20,
    maxAveragePowerW: 20,
    maxRateHz: 1,
    cooling: { kind: 'contact', plateC: 5, preSeconds: 0.5 },
    gel: true,
    techniques: ['stamping'],
    inService: false,
  },
  ...INK_HANDPIECES,
];

const STRONG: readonly Calibre[] = ['medium', 'coarse', 'veryCoarse'];
const THIN: readonly Calibre[] = ['fine'];

type Line = readonly [
  skinTypes: readonly SkinType[],
  calibres: readonly Calibre[],
  pulseMs: readonly [number, number],
  fluenceJcm2: readonly [number, number],
];

const range = ([low, high]: readonly [number, number]): Range => ({ low, high });

const SCHOOL_WORDS: Readonly<Record<Technique, string>> = {
  stamping: 'stamped',
  inMotion: 'in motion',
  longPulse1064: 'long pulse',
  subMs1064: 'sub-ms',
  pulsedLight: 'pulsed light',
};

const hairWord = (calibres: readonly Calibre[]) =>
  calibres === THIN ? 'fine hair' : calibres === STRONG ? 'medium and up' : 'all hair';

const rows = (
  laserClass: Handpiece['laserClass'],
  technique: Technique,
  wavelengthNm: readonly [number, number],
  lines: readonly Line[],
): ProtocolRow[] =>
  lines.map(([skinTypes, calibres, pulseMs, fluenceJcm2]) => ({
    id: `${SCHOOL_WORDS[technique]} ${wavelengthNm[0]}, types ${skinTypes.join(' ')}, ${hairWord(calibres)}`,
    laserClass,
    technique,
    wavelengthNm: range(wavelengthNm),
    skinTypes,
    calibres,
    pulseMs: range(pulseMs),
    fluenceJcm2: range(fluenceJcm2),
  }));

/** Ordinary textbook ranges as a starting point; the clinic edits them and a supervisor approves. */
export const DEMO_PROTOCOL: Protocol = {
  rows: [
    ...rows(
      'alexandrite',
      'stamping',
      [745, 765],
      [
        [[1, 2], STRONG, [3, 40], [10, 20]],
        [[3], STRONG, [5, 40], [8, 16]],
        [[4], STRONG, [20, 40], [8, 14]],
        [[1, 2], THIN, [3, 10], [12, 22]],
        [[3], THIN, [3, 20], [8, 16]],
      ],
    ),
    ...rows(
      'diode',
      'stamping',
      [790, 820],
      [
        [[1, 2], STRONG, [20, 60], [18, 34]],
        [[3], STRONG, [20, 60], [14, 28]],
        [[4], STRONG, [20, 100], [12, 22]],
        [[5], STRONG, [60, 400], [10, 16]],
        [[1, 2], THIN, [10, 20], [20, 36]],
        [[3], THIN, [10, 30], [16, 30]],
        [[4], THIN, [20, 40], [12, 20]],
      ],
    ),
    ...rows(
      'diode',
      'inMotion',
      [790, 820],
      [
        [[1, 2, 3], STRONG, [5, 20], [6, 11]],
        [[4], STRONG, [10, 20], [5, 9]],
        [[1, 2, 3], THIN, [5, 15], [6, 11]],
      ],
    ),
    ...rows(
      'ndYag',
      'longPulse1064',
      [1060, 1068],
      [
        [[1, 2, 3], STRONG, [10, 40], [30, 60]],
        [[4], STRONG, [20, 50], [25, 45]],
        [[5], STRONG, [20, 60], [20, 34]],
        [[6], STRONG, [25, 100], [15, 26]],
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
        [
          [1, 2],
          [...THIN, ...STRONG],
          [3, 10],
          [14, 26],
        ],
        [[3], STRONG, [5, 10], [12, 20]],
        [[4], STRONG, [7, 10], [8, 14]],
      ],
    ),
  ],
  techniques: {
    stamping: { rateHz: 1.5, passes: 1, cellCm2: 100 },
    inMotion: { rateHz: 10, passes: 10, cellCm2: 100 },
    longPulse1064: { rateHz: 1.5, passes: 1, cellCm2: 100 },
    subMs1064: { rateHz: 7, passes: 3, cellCm2: 25 },
    pulsedLight: { rateHz: 0.5, passes: 1, cellCm2: 100 },
  },
  pace: {
    allowedGapShare: 0.05,
    secondsPerMove: 2,
    pulsesPerMove: 20,
    gelSecondsPer100Cm2: 15,
    checkSeconds: 180,
  },
  margins: { usual: 0.7, darkSkin: 0.65, doubtful: 0.6 },
};
