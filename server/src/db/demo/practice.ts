import { exerciseOf, madeHand, resultOfRun, type ExerciseId } from '@tidy-quill/core/practice';
import { addDays, defined } from '@tidy-quill/core/units';
import { CORE_VERSION } from '@tidy-quill/core/version';
import { v7 } from 'uuid';
import { momentAt } from '../../http/clinic-day';
import { judgements } from '../judgements';
import { practiceRuns } from '../practice-runs';
import { TEXTBOOK_PROTOCOL } from '../../features/catalogue/textbook-protocol';
import { TIME_ZONE, type DemoClinic, type Tx } from './writing';

/** What a technician who is half way did: the stamping goes well, the gliding gets better from week to week. */
const RUNS: readonly {
  readonly exercise: ExerciseId;
  readonly daysAgo: number;
  readonly slowAtTurns: number;
  readonly waverMm: number;
}[] = [
  { exercise: 'stampSquare', daysAgo: 88, slowAtTurns: 0, waverMm: 2.4 },
  { exercise: 'stampSquare', daysAgo: 81, slowAtTurns: 0, waverMm: 0.8 },
  { exercise: 'stampRound', daysAgo: 80, slowAtTurns: 0, waverMm: 0.3 },
  { exercise: 'pace', daysAgo: 41, slowAtTurns: 0.7, waverMm: 1 },
  { exercise: 'motionThigh', daysAgo: 40, slowAtTurns: 1, waverMm: 3 },
  { exercise: 'pace', daysAgo: 34, slowAtTurns: 0.2, waverMm: 1 },
  { exercise: 'motionThigh', daysAgo: 33, slowAtTurns: 0.85, waverMm: 2 },
  { exercise: 'motionThigh', daysAgo: 20, slowAtTurns: 0.75, waverMm: 2 },
  { exercise: 'motionThigh', daysAgo: 6, slowAtTurns: 0.65, waverMm: 1.5 },
];

/** Whom the same technician has judged: the tan was overlooked, the tablet was not. */
const JUDGED = [
  { seed: 0, daysAgo: 12, decision: 'refer', wrong: ['decision'] },
  { seed: 1, daysAgo: 12, decision: 'wait', wrong: [] },
] as const;

/** The exercises of the demo's second technician. */
export async function fillPractice(
  tx: Tx,
  { clinicId, today, staffIds }: DemoClinic,
): Promise<void> {
  for (const [index, { exercise, daysAgo, ...habits }] of RUNS.entries()) {
    const of = exerciseOf(exercise, TEXTBOOK_PROTOCOL);
    const strokes = madeHand(of, { ...habits, seed: index });
    const { pulses, seconds, measures, off } = resultOfRun(exercise, strokes, TEXTBOOK_PROTOCOL);
    await tx.insert(practiceRuns).values({
      ...{ clinicId, id: v7(), staffId: defined(staffIds[1]), exercise },
      at: momentAt(addDays(today, -daysAgo), '08:15', TIME_ZONE),
      strokes: strokes.map((stroke) => [...stroke]),
      result: { pulses, seconds, measures: [...measures], off: [...off] },
      coreVersion: CORE_VERSION,
    });
  }
  for (const { daysAgo, wrong, ...choice } of JUDGED) {
    const on = addDays(today, -daysAgo);
    await tx.insert(judgements).values({
      ...{ clinicId, id: v7(), staffId: defined(staffIds[1]) },
      at: momentAt(on, '08:40', TIME_ZONE),
      choice: { ...choice, on, setting: null, testSpot: false, wrong: [...wrong] },
      coreVersion: CORE_VERSION,
    });
  }
}
