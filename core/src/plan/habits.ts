import { SITES } from '../sites';
import type { Technique } from './handpiece';
import type { Protocol, Range } from './protocol';
import type { ModelSilence } from './model-silence';
import type { SkinSubject } from './subject';

/** How the clinic works in one technique; what is absent ships. */
export interface TechniqueHabit {
  readonly rateHz: number;
  readonly passes: number;
  /** Size of one cell, cm²; used in motion only. */
  readonly cellCm2: number;
  /** Fewest and most passes over one place. */
  readonly passRange?: Range | undefined;
  /** The same over bone or thin skin, where each pass is a single one followed by a rest. */
  readonly bonyPassRange?: Range | undefined;
  /** Length of that rest, s. */
  readonly restSeconds?: number | undefined;
  /** Temperature at 2 mm to which heat has to build up in motion, °C: what the client calls warm. */
  readonly warmC?: number | undefined;
}

const ONCE: Range = { low: 1, high: 1 };

const stamped = (rateHz: number): Required<TechniqueHabit> => ({
  rateHz,
  passes: 1,
  cellCm2: 100,
  passRange: ONCE,
  bonyPassRange: ONCE,
  restSeconds: 0,
  warmC: 42,
});

/**
 * What ships: ordinary figures of each school, for the clinic and its supervisor to edit. In motion 6–12 passes, over
 * bone up to 4 single ones with 30 s of rest (assumed); the target of 42 °C lies between skin at rest and the 45 °C at which it begins to hurt (assumed).
 */
export const STANDARD_HABITS: Readonly<Record<Technique, Required<TechniqueHabit>>> = {
  stamping: stamped(1.5),
  inMotion: {
    ...stamped(10),
    passes: 10,
    passRange: { low: 6, high: 12 },
    bonyPassRange: { low: 1, high: 4 },
    restSeconds: 30,
  },
  longPulse1064: stamped(1.5),
  subMs1064: { ...stamped(5), cellCm2: 50 },
  pulsedLight: stamped(0.5),
  pulsedLightInMotion: {
    ...stamped(5),
    passes: 8,
    passRange: { low: 6, high: 10 },
    bonyPassRange: { low: 1, high: 4 },
    restSeconds: 30,
  },
  suction: stamped(1),
};

type Habits = Map<Technique, Required<TechniqueHabit>>;

const habits = new WeakMap<Protocol['techniques'], Habits>();

/** A technique as this clinic works it: each figure its own, else the one that ships. */
export function habitOf(
  { techniques }: Pick<Protocol, 'techniques'>,
  technique: Technique,
): Required<TechniqueHabit> {
  const known = habits.get(techniques) ?? (new Map() as Habits);
  const habit = known.get(technique) ?? ownHabit(techniques, technique);
  habits.set(techniques, known.set(technique, habit));
  return habit;
}

function ownHabit(
  techniques: Protocol['techniques'],
  technique: Technique,
): Required<TechniqueHabit> {
  const own = Object.entries(techniques[technique] ?? {}).filter(
    ([, value]) => value !== undefined,
  );
  return { ...STANDARD_HABITS[technique], ...Object.fromEntries(own) };
}

/** How often a place may be gone over, and how long it rests after each pass. */
export interface PassRule extends Range {
  /** The usual number within the range. */
  readonly usual: number;
  /** Rest after each pass, s; 0 where passes follow at once. */
  readonly restSeconds: number;
}

/**
 * The passes that a technique takes on a place: the clinic's own; over bone or thin skin single ones with rests, as many
 * as the protocol allows; one where the model is silent.
 */
export function passRule(
  protocol: Pick<Protocol, 'techniques'>,
  technique: Technique,
  subject: Pick<SkinSubject, 'site'>,
  silence: ModelSilence | null,
): PassRule {
  const habit = habitOf(protocol, technique);
  if (silence !== null) return { ...ONCE, usual: 1, restSeconds: 0 };
  const bony = SITES[subject.site].bonyOrThin && habit.passRange.high > 1;
  const { low, high } = bony ? habit.bonyPassRange : habit.passRange;
  const usual = bony ? high : Math.min(high, Math.max(low, habit.passes));
  return { low, high, usual, restSeconds: bony ? habit.restSeconds : 0 };
}
