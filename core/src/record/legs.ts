import type { Setting } from '../plan';
import { skinAnswer, type SkinAnswer } from '../reaction';
import type { InkColour } from '../look';
import type { AcceptedPlan } from './events';
import { harmLater } from './reactions';
import type { CellRun } from './run';
import type { VisitRecord } from './visit-record';

/** So many numbers are kept for the cells of each light of a session: part 2 of the second light is cell 102. */
export const CELLS_A_LEG = 100;

/** What was done of a session with one plan: on ink, one wavelength. */
export interface Leg {
  readonly plan: AcceptedPlan;
  /** The last one that was dialled in. */
  readonly setting: Setting;
  readonly pulses: number;
  /** What it gave, J. */
  readonly energyJ: number;
  /** How far the lists of marks and pain scores had come when it ended. */
  readonly marksUpTo: number;
  readonly painsUpTo: number;
}

/** A leg with what the skin and the client answered while it was worked with. */
export interface LegAnswered extends Omit<Leg, 'marksUpTo' | 'painsUpTo'> {
  readonly answer: SkinAnswer;
}

/** The plan under way as a leg that ends now. */
export function closedLeg({ plan, run, legs }: VisitRecord): Leg {
  const before = legs.reduce((sum, { pulses }) => sum + pulses, 0);
  return {
    plan: plan!,
    setting: run.setting ?? plan!.setting,
    pulses: run.pulses - before,
    energyJ: run.energyJ - legs.reduce((sum, leg) => sum + leg.energyJ, 0),
    marksUpTo: run.marks.length,
    painsUpTo: run.pains.length,
  };
}

/**
 * Every plan that was worked with, with what the skin answered while it was. What was seen at the second look or told of
 * later counts against each of them: nobody can tell which of two lights it came from.
 */
export function legsOf(record: VisitRecord): readonly LegAnswered[] {
  if (record.plan === null || record.run.setting === null) return [];
  const all = [...record.legs, closedLeg(record)];
  const later = record.watched?.marks ?? [];
  return all.map(({ plan, setting, pulses, energyJ, marksUpTo, painsUpTo }, index) => {
    const from = all[index - 1];
    const marks = record.run.marks.slice(from?.marksUpTo ?? 0, marksUpTo);
    const pains = record.run.pains.slice(from?.painsUpTo ?? 0, painsUpTo);
    const answer = skinAnswer(
      [...marks.map(({ mark }) => mark), ...later],
      pains.map(({ score }) => score),
      harmLater(record.reactions),
    );
    return { plan, setting, pulses, energyJ, answer };
  });
}

/** What one part of a design got of one light. */
export interface PartDone extends Pick<CellRun, 'pulses' | 'passes' | 'energyJ' | 'seconds'> {
  readonly wavelengthNm: number;
  /** As the design numbers it, from 1. */
  readonly number: number;
  readonly colour: InkColour;
}

/** What was given to each part of a drawn design, light by light; empty for hair, and where nothing was drawn. */
export function partsDone({ plan, run, legs }: VisitRecord): readonly PartDone[] {
  const plans = [...legs.map((leg) => leg.plan), ...(plan === null ? [] : [plan])];
  return [...run.cells]
    .sort(([one], [other]) => one - other)
    .flatMap(([cell, { pulses, passes, energyJ, seconds }]) => {
      const leg = plans[Math.floor((cell - 1) / CELLS_A_LEG)];
      if (leg === undefined || !('ink' in leg.subject) || pulses === 0) return [];
      const number = ((cell - 1) % CELLS_A_LEG) + 1;
      const part = leg.subject.ink.parts?.[number - 1];
      if (part === undefined) return [];
      const { wavelengthNm } = leg;
      return [{ wavelengthNm, number, colour: part.colour, pulses, passes, energyJ, seconds }];
    });
}
