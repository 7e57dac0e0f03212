import {
  cellHeats,
  doseField,
  fieldFigures,
  type CellHeats,
  type DoseField,
  type TimedPulse,
} from '../coverage';
import { figureOf, type ClinicalFigures } from '../figures';
import { evenHand } from './even-hand';
import type {
  CoatExercise,
  Exercise,
  MotionExercise,
  PaceExercise,
  StampExercise,
} from './exercise';
import { hitField, hitFigures, targetOf, type HitField } from './stamps';
import { paceFigures } from './pace';
import type { ExerciseHeat } from './motion-limits';
import { unevenPlaces, type UnevenPlaces } from './uneven-places';

export const MEASURE_IDS = [
  'passes',
  'spread',
  'endsToMiddle',
  'thin',
  'stacked',
  'missed',
  'twice',
  'outside',
  'onTested',
  'follicle',
  'epidermis',
  'rest',
  'speed',
  'tooQuick',
  'tooSlow',
] as const;

export type MeasureId = (typeof MEASURE_IDS)[number];

/** A figure of an exercise, and between what it is to lie; null where nothing bounds it. */
export interface Measure {
  readonly id: MeasureId;
  readonly value: number;
  readonly least: number | null;
  readonly most: number | null;
  readonly isWithin: boolean;
}

/** What hands did in an exercise. */
export interface Assessed {
  readonly pulses: number;
  readonly seconds: number;
  readonly measures: readonly Measure[];
  /** The measures that are off, what matters most first. */
  readonly off: readonly MeasureId[];
  /** The dose, in motion; null where spots were set one by one. */
  readonly dose: DoseField | null;
  readonly hits: HitField | null;
  readonly heats: CellHeats | null;
  readonly uneven: UnevenPlaces;
}

/** The order in which one is told of what is off: what burns, what was not to be hit, what is not done yet, then evenness. */
const WORST_FIRST: readonly MeasureId[] = [
  ...['epidermis', 'onTested', 'rest', 'passes', 'endsToMiddle', 'stacked', 'twice'],
  ...['missed', 'thin', 'follicle', 'outside', 'tooSlow', 'tooQuick', 'speed', 'spread'],
] as readonly MeasureId[];

/**
 * Holds what a hand did against the clinic's limits.
 *
 * @param pulses in order of time
 * @param heat of the exercise, in motion; see `exerciseHeat`
 */
export function assess(
  exercise: Exercise,
  pulses: readonly TimedPulse[],
  own: ClinicalFigures,
  heat: ExerciseHeat | null,
): Assessed {
  const first = pulses[0]?.atS ?? 0;
  const seconds = (pulses.at(-1)?.atS ?? first) - first;
  const found = {
    motion: () => inMotion(exercise as MotionExercise, pulses, own, heat),
    pace: () => paced(exercise as PaceExercise, pulses, own),
    stamp: () => stamped(exercise as StampExercise, pulses, own),
    coat: () => stamped({ ...(exercise as CoatExercise), hollow: null, tested: [] }, pulses, own),
  }[exercise.kind]();
  const isOff = (id: MeasureId) => found.measures.some((each) => each.id === id && !each.isWithin);
  return { pulses: pulses.length, seconds, ...found, off: WORST_FIRST.filter(isOff) };
}

type Found = Pick<Assessed, 'measures' | 'dose' | 'hits' | 'heats' | 'uneven'>;

const measure = (
  id: MeasureId,
  value: number,
  { least = null, most = null }: { readonly least?: number | null; readonly most?: number | null },
): Measure => ({
  ...{ id, value, least, most },
  isWithin: (least === null || value >= least - 1e-9) && (most === null || value <= most + 1e-9),
});

const NOWHERE: UnevenPlaces = { thin: [], stacked: [] };

function inMotion(
  exercise: MotionExercise,
  pulses: readonly TimedPulse[],
  own: ClinicalFigures,
  heat: ExerciseHeat | null,
): Found {
  const { cell, tip, fluenceJcm2 } = exercise;
  const dose = doseField({ cell, tip, fluenceJcm2, pulses });
  const figures = fieldFigures(dose);
  const heats = heat === null ? null : cellHeats({ heat: heat.heat, tip, fluenceJcm2, pulses });
  const most = (id: Parameters<typeof figureOf>[1]) => ({ most: figureOf(own, id) });
  const rest = shortestRest(exercise, pulses);
  return {
    ...{ dose, hits: null, heats, uneven: unevenPlaces(dose, evenDose(exercise)) },
    measures: [
      measure('passes', figures.meanJcm2 / fluenceJcm2, {
        least: exercise.passes * 0.9,
        most: exercise.passes * 1.1,
      }),
      measure('spread', figures.coefficientOfVariation, most('practiceSpread')),
      ...(figures.endsToMiddle === null || !Number.isFinite(figures.endsToMiddle)
        ? []
        : [measure('endsToMiddle', figures.endsToMiddle, most('practiceEnds'))]),
      measure('thin', figures.shareUnderHalf, most('practiceThin')),
      measure('stacked', figures.shareOverOneAndHalf, most('practiceStacked')),
      measure('missed', figures.shareMissed, most('practiceMissed')),
      ...(heats === null || heat === null
        ? []
        : [
            // Where every pass is followed by a rest, heat is not to build up.
            ...(exercise.restS > 0
              ? []
              : [measure('follicle', heats.meanFollicleC, { least: exercise.targetC })]),
            measure('epidermis', heats.hottest.epidermisC, { most: heat.limitC }),
          ]),
      ...(rest === null ? [] : [measure('rest', rest, { least: exercise.restS })]),
    ],
  };
}

const evenDose = (exercise: MotionExercise | PaceExercise): DoseField =>
  doseField({ ...exercise, pulses: evenHand(exercise) });

/** The shortest pause between two passes, s; null where passes need none, or there was one alone. */
function shortestRest(
  { restS, passes, rateHz }: MotionExercise,
  pulses: readonly TimedPulse[],
): number | null {
  if (restS === 0 || passes < 2) return null;
  // A hand that lifts within a pass is back within seconds: only the longest pauses are rests.
  const pauses = pulses
    .slice(1)
    .map(({ atS }, i) => atS - (pulses[i]?.atS ?? atS) - 1 / rateHz)
    .sort((one, other) => other - one)
    .slice(0, passes - 1);
  return pauses.length < passes - 1 ? 0 : Math.max(0, pauses.at(-1) ?? 0);
}

function paced(exercise: PaceExercise, pulses: readonly TimedPulse[], own: ClinicalFigures): Found {
  const { cell, tip, fluenceJcm2 } = exercise;
  const dose = doseField({ cell, tip, fluenceJcm2, pulses });
  const off = figureOf(own, 'practicePace');
  const { meanSpacing, tooQuick, tooSlow } = paceFigures(exercise, pulses, off);
  return {
    ...{ dose, hits: null, heats: null, uneven: unevenPlaces(dose, evenDose(exercise)) },
    measures: [
      measure('speed', meanSpacing, { least: 1 - off, most: 1 + off }),
      measure('tooQuick', tooQuick, { most: SOME }),
      measure('tooSlow', tooSlow, { most: SOME }),
    ],
  };
}

/** The share of pulses that may be too quick, or too slow: turns are. */
const SOME = 0.2;

function stamped(
  exercise: StampExercise | (CoatExercise & Pick<StampExercise, 'hollow' | 'tested'>),
  pulses: readonly TimedPulse[],
  own: ClinicalFigures,
): Found {
  const { cell, tip, hollow, tested } = exercise;
  const design = exercise.kind === 'coat' ? { design: exercise.design } : {};
  const target = targetOf(cell, { ...design, tested });
  const hits = hitField({ cell, tip, hollow, target, pulses });
  const figures = hitFigures(hits, { tip, tested, hollow, pulses });
  // Round spots cannot lie edge to edge: what the widest layout hits twice comes on top.
  const isRound = 'diameterMm' in tip;
  return {
    ...{ dose: null, hits, heats: null, uneven: NOWHERE },
    measures: [
      measure('missed', figures.missed, {
        most: figureOf(own, 'practiceMissed') + (hollow === null ? 0 : SLOPE_MISSED),
      }),
      measure('twice', figures.twice, {
        most: figureOf(own, 'practiceTwice') + (isRound ? ROUND_TWICE : 0),
      }),
      measure('outside', figures.outside, {
        most: figureOf(own, 'practiceOutside') + (exercise.kind === 'coat' ? ROUND_TWICE : 0),
      }),
      ...(tested.length === 0 ? [] : [measure('onTested', figures.onTested, { most: 0 })]),
    ],
  };
}

/** What a hexagonal layout of round spots hits twice at a twentieth of gaps, and a little for the hand. */
const ROUND_TWICE = 0.1;

/** What flat tips leave between them where the skin falls away. */
const SLOPE_MISSED = 0.03;
