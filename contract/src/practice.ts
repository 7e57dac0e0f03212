import {
  DECISIONS,
  EXERCISE_IDS,
  JUDGED_PARTS,
  MEASURE_IDS,
  type Assessed,
  type ExerciseId,
  type Judged,
  type Measure,
} from '@tidy-quill/core/practice';
import * as v from 'valibot';
import { Setting } from './plan';
import { DayText, Id, Moment, number, whole } from './text';

/** A place of the hand: seconds from the first one on, and mm from the left upper corner of the cell. */
const Point = v.object({
  atS: number(0, 3600),
  xMm: number(-1000, 2000),
  yMm: number(-1000, 2000),
});

const MOST_POINTS = 20_000;

/** What a hand did in an exercise, to be kept: every stroke from its press to its release. */
export const NewPracticeRun = v.object({
  id: Id,
  exercise: v.picklist(EXERCISE_IDS),
  at: Moment,
  strokes: v.pipe(
    v.array(v.pipe(v.array(Point), v.minLength(1, 'must hold a point at least'))),
    v.minLength(1, 'must hold a stroke at least'),
    v.check(
      (strokes) => strokes.reduce((sum, { length }) => sum + length, 0) <= MOST_POINTS,
      `must hold ${MOST_POINTS} points at most`,
    ),
    v.check((strokes) => isInOrder(strokes.flat()), 'must not go back in time'),
  ),
});

export type NewPracticeRun = v.InferOutput<typeof NewPracticeRun>;

function isInOrder(points: readonly { readonly atS: number }[]): boolean {
  return points.every(({ atS }, i) => i === 0 || atS >= (points[i - 1]?.atS ?? 0));
}

const bound = v.nullable(v.number());

const Measured = v.object({
  id: v.picklist(MEASURE_IDS),
  value: v.number(),
  least: bound,
  most: bound,
  isWithin: v.boolean(),
}) satisfies v.GenericSchema<unknown, Measure>;

/** What an exercise came to when it was kept, by the clinic's limits of that day. */
export const PracticeResult = v.object({
  pulses: v.number(),
  seconds: v.number(),
  measures: v.array(Measured),
  off: v.array(v.picklist(MEASURE_IDS)),
}) satisfies v.GenericSchema<unknown, Pick<Assessed, 'pulses' | 'seconds' | 'measures' | 'off'>>;

export type PracticeResult = v.InferOutput<typeof PracticeResult>;

/** The strokes of a run, as they are kept. */
export const KeptStrokes = v.array(
  v.array(v.object({ atS: v.number(), xMm: v.number(), yMm: v.number() })),
);

/** A judgement on somebody invented. */
export const JudgementMade = v.object({
  /** Who it was: the same person for the same seed and day. */
  seed: whole(0, 1e9),
  on: DayText,
  decision: v.picklist(DECISIONS),
  setting: v.nullable(Setting),
  testSpot: v.boolean('must be true or false'),
});

export type JudgementMade = v.InferOutput<typeof JudgementMade>;

/** A judgement to be held against the clinic's rules, and kept. */
export const NewJudgement = v.pipe(
  v.object({ id: Id, at: Moment, ...JudgementMade.entries }),
  v.forward(
    v.check(
      ({ decision, setting }) => (decision === 'go') === (setting !== null),
      'is chosen where one goes, and only there',
    ),
    ['setting'],
  ),
);

export type NewJudgement = v.InferOutput<typeof NewJudgement>;

/** A judgement as it is kept: what was wrong by the rules of that day. */
export const KeptJudgement = v.object({
  ...JudgementMade.entries,
  wrong: v.array(v.picklist(JUDGED_PARTS)),
});

/** A judgement that was made, in a list. */
export interface JudgementRun extends v.InferOutput<typeof KeptJudgement> {
  readonly id: string;
  readonly staffId: string;
  readonly at: string;
}

/** A judgement with all that rules and model say of it. */
export interface JudgementOpened extends JudgementRun {
  readonly judged: Judged;
}

/** A run of an exercise. */
export interface PracticeRun extends PracticeResult {
  readonly id: string;
  readonly staffId: string;
  readonly exercise: ExerciseId;
  readonly at: string;
}

/** One run with the way of the hand, to be played again. */
export interface PracticeRunOpened extends PracticeRun {
  readonly strokes: v.InferOutput<typeof KeptStrokes>;
}

/** Whose runs are asked for: one's own where absent. */
export const PracticeAsked = v.object({ staffId: v.optional(Id) });
