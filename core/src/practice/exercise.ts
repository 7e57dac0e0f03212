import type { CellSize } from '../coverage';
import { habitOf, passRule, type Protocol } from '../plan';
import type { SiteId } from '../sites';
import type { Spot } from '../units';
import type { Hollow } from './hollow';

/** A place on a cell, mm from its left upper corner. */
export interface Point {
  readonly xMm: number;
  readonly yMm: number;
}

/** A round place, such as one that a test spot marked. */
export interface Disc extends Point {
  readonly radiusMm: number;
}

/** What every exercise has: a cell of skin, a tip, and a setting. */
interface Common {
  readonly site: SiteId;
  readonly cell: CellSize;
  readonly tip: Spot;
  readonly fluenceJcm2: number;
  readonly pulseMs: number;
  readonly rateHz: number;
}

/** Gliding over a cell, pass after pass, until heat has built up. */
export interface MotionExercise extends Common {
  readonly kind: 'motion';
  readonly passes: number;
  /** Rest after each pass, s; 0 where passes follow at once. */
  readonly restS: number;
  /** What the follicle has to reach on the mean, °C. */
  readonly targetC: number;
}

/** Gliding at one speed: one tip's length a pulse. */
export interface PaceExercise extends Common {
  readonly kind: 'pace';
}

/** Spots set edge to edge. */
export interface StampExercise extends Common {
  readonly kind: 'stamp';
  /** How the skin falls away; null where it lies flat. */
  readonly hollow: Hollow | null;
  /** What was tested before and is left out. */
  readonly tested: readonly Disc[];
}

/** One even coat inside a design. */
export interface CoatExercise extends Common {
  readonly kind: 'coat';
  readonly design: readonly Point[];
}

export type Exercise = MotionExercise | PaceExercise | StampExercise | CoatExercise;

export const EXERCISE_IDS = [
  'motionThigh',
  'motionShin',
  'motionBikini',
  'largeCell',
  'pace',
  'stampSquare',
  'stampRound',
  'stampHollow',
  'stampHollowSquare',
  'inkCoat',
] as const;

export type ExerciseId = (typeof EXERCISE_IDS)[number];

const PLATE: Spot = { widthMm: 12, heightMm: 12 };
/** A usual setting in motion: many pulses of little fluence. */
const MOTION = { tip: PLATE, fluenceJcm2: 8, pulseMs: 10 } as const;
const STAMPED = { fluenceJcm2: 18, pulseMs: 30 } as const;

const motion = (
  site: SiteId,
  cell: CellSize,
  protocol: Pick<Protocol, 'techniques'>,
  most = Infinity,
): MotionExercise => {
  const habit = habitOf(protocol, 'inMotion');
  const { usual, restSeconds } = passRule(protocol, 'inMotion', { site }, null);
  return {
    ...{ kind: 'motion', site, cell, ...MOTION, rateHz: habit.rateHz, targetC: habit.warmC },
    ...{ passes: Math.min(most, usual), restS: restSeconds },
  };
};

const stamped = (
  site: SiteId,
  tip: Spot,
  more: Pick<StampExercise, 'cell' | 'hollow' | 'tested'>,
  protocol: Pick<Protocol, 'techniques'>,
): StampExercise => ({
  ...{ kind: 'stamp', site, tip, ...STAMPED, rateHz: habitOf(protocol, 'stamping').rateHz },
  ...more,
});

/** Passes of the cell that is too large: enough to see how the heat leaks, in a minute and a half. */
const LARGE_PASSES = 4;

/** A leaf, drawn from its tip to its stalk and back. */
const LEAF: readonly Point[] = [1, -1].flatMap((side) =>
  Array.from({ length: 20 }, (_, i) => {
    const along = side > 0 ? i / 20 : 1 - i / 20;
    return { xMm: 6 + 48 * along, yMm: 20 - side * 13 * Math.sin(Math.PI * along) };
  }),
);

/** An exercise as this clinic works: passes, rests, rates and what counts as warm are the protocol's. */
export function exerciseOf(id: ExerciseId, protocol: Pick<Protocol, 'techniques'>): Exercise {
  switch (id) {
    case 'motionThigh':
      return motion('thigh', { widthMm: 96, heightMm: 96 }, protocol);
    case 'motionShin':
      return motion('lowerLeg', { widthMm: 160, heightMm: 60 }, protocol);
    case 'motionBikini':
      return motion('bikiniLine', { widthMm: 100, heightMm: 36 }, protocol);
    case 'largeCell':
      return motion('thigh', { widthMm: 200, heightMm: 144 }, protocol, LARGE_PASSES);
    case 'pace':
      return {
        ...{ kind: 'pace', site: 'calf', cell: { widthMm: 180, heightMm: 72 }, ...MOTION },
        rateHz: habitOf(protocol, 'inMotion').rateHz,
      };
    case 'stampSquare': {
      const tested = [{ xMm: 54, yMm: 30, radiusMm: 6 }];
      const cell = { widthMm: 84, heightMm: 60 };
      return stamped('forearm', PLATE, { cell, hollow: null, tested }, protocol);
    }
    case 'stampRound': {
      const cell = { widthMm: 84, heightMm: 60 };
      return stamped('forearm', { diameterMm: 12 }, { cell, hollow: null, tested: [] }, protocol);
    }
    case 'stampHollow':
    case 'stampHollowSquare': {
      const cell = { widthMm: 80, heightMm: 60 };
      const hollow = { xMm: 40, yMm: 30, acrossMm: 38, downMm: 28, deepMm: 14 };
      const tip = id === 'stampHollow' ? { diameterMm: 12 } : PLATE;
      const tested = [{ xMm: 6, yMm: 6, radiusMm: 5 }];
      return stamped('underarm', tip, { cell, hollow, tested }, protocol);
    }
    case 'inkCoat':
      return {
        ...{ kind: 'coat', site: 'forearm', cell: { widthMm: 60, heightMm: 40 } },
        ...{ tip: { diameterMm: 4 }, fluenceJcm2: 4, pulseMs: 1e-5, rateHz: 2, design: LEAF },
      };
  }
}
