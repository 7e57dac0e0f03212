import type { Handpiece } from '@tidy-quill/core/plan';

const SHARED = {
  train: { count: 1, gapMs: 0 },
  maxAveragePowerW: 10,
  cooling: { kind: 'air' },
  gel: false,
  techniques: ['stamping'],
  inService: true,
} as const;

const spots = (...diameters: number[]) => diameters.map((diameterMm) => ({ diameterMm }));

/** Generic handpieces for ink of our own invention, with ranges as such consoles commonly have them. */
export const INK_HANDPIECES: readonly Handpiece[] = [
  {
    ...SHARED,
    id: 'nano-1064',
    name: 'Nanosecond 1064',
    laserClass: 'ndYag',
    light: { wavelengthNm: 1064 },
    spots: spots(3, 4, 6),
    pulsesMs: [6e-6],
    fluenceJcm2: { min: 1, max: 12, step: 0.1 },
    maxEnergyJ: 1,
    maxRateHz: 10,
  },
  {
    ...SHARED,
    id: 'nano-532',
    name: 'Nanosecond 532',
    laserClass: 'ndYag',
    light: { wavelengthNm: 532 },
    spots: spots(3, 4),
    pulsesMs: [6e-6],
    fluenceJcm2: { min: 0.5, max: 5, step: 0.1 },
    maxEnergyJ: 0.4,
    maxRateHz: 10,
  },
  {
    ...SHARED,
    id: 'pico-755',
    name: 'Picosecond 755',
    laserClass: 'alexandrite',
    light: { wavelengthNm: 755 },
    spots: spots(2, 3),
    pulsesMs: [5.5e-7],
    fluenceJcm2: { min: 0.5, max: 6, step: 0.1 },
    maxEnergyJ: 0.2,
    maxRateHz: 5,
  },
];
