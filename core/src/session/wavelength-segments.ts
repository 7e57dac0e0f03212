import type { Setting } from '../plan';
import { MARK_MEANING, marksOver, skinAnswer, type Mark, type SkinAnswer } from '../reaction';
import type { InkColour } from '../look';
import type { AcceptedPlan } from '../events';
import { harmLater } from './harm-later';
import { countsOf, type CellRun, type Run, type RunCounts } from './run';
import type { VisitRecord } from './visit-record';
import { defined } from '../units';

/** So many numbers are kept for the cells of each light of a session: part 2 of the second light is cell 102. */
export const CELLS_A_SEGMENT = 100;

/** What was done of a session with one plan: on ink, one wavelength. */
export interface WavelengthSegment {
  readonly plan: AcceptedPlan;
  /** What it began with, and what was dialled in since. */
  readonly first: Setting;
  readonly changes: Run['changes'];
  /** How far the session had come when it ended. */
  readonly upTo: RunCounts;
}

/** What was done with one setting, and what the skin and the client answered to it. */
export interface SettingResponse {
  readonly plan: AcceptedPlan;
  readonly setting: Setting;
  readonly pulses: number;
  /** What it gave, J. */
  readonly energyJ: number;
  /** What was seen while it was dialled in, each once, in order. */
  readonly marks: readonly Mark[];
  readonly answer: SkinAnswer;
}

/** The plan under way as a segment that ends now. */
export function closedSegment({ plan, run }: Pick<VisitRecord, 'plan' | 'run'>): WavelengthSegment {
  const { first, changes, setting } = run;
  return {
    plan: defined(plan),
    first: first ?? setting ?? defined(plan).setting,
    changes,
    upTo: countsOf(run),
  };
}

const NOTHING: RunCounts = { pulses: 0, energyJ: 0, marks: 0, pains: 0 };

/**
 * Every setting that was worked with, plan by plan, with what the skin answered while it was dialled in. What was first
 * seen at the second look or told of later counts against each of them, as nobody can tell which of them it came from; so
 * does harm, whenever it was seen. What the second look merely finds again stays with the setting that showed it.
 *
 * @param seenNow marks of a second look that is not recorded yet
 */
export function segmentsOf(
  record: VisitRecord,
  seenNow: readonly Mark[] = [],
): readonly SettingResponse[] {
  if (record.plan === null || record.run.setting === null) return [];
  const during = new Set(record.run.marks.map(({ mark }) => mark));
  const later = [...(record.postTreatmentCheck?.marks ?? []), ...seenNow].filter(
    (mark) => !during.has(mark) || MARK_MEANING[mark] === 'adverse',
  );
  const used = usedSettings([...record.segments, closedSegment(record)].flatMap(settingsOf));
  return used.map(({ plan, setting, upTo }, index): SettingResponse => {
    const from = used[index - 1]?.upTo ?? NOTHING;
    const marks = record.run.marks.slice(from.marks, upTo.marks);
    const pains = record.run.pains.slice(from.pains, upTo.pains);
    const answer = skinAnswer(
      [...marks.map(({ mark }) => mark), ...later],
      pains.map(({ score }) => score),
      harmLater(record.reactions),
    );
    return {
      plan,
      setting,
      pulses: upTo.pulses - from.pulses,
      energyJ: upTo.energyJ - from.energyJ,
      marks: marksOver(marks.map(({ mark }) => mark)),
      answer,
    };
  });
}

interface UsedSetting {
  readonly plan: AcceptedPlan;
  readonly setting: Setting;
  readonly upTo: RunCounts;
}

/**
 * The settings that fired, in turn. What was told while one was dialled in that had not fired yet answers the one before
 * it; a session without a pulse keeps its last.
 */
function usedSettings(all: readonly UsedSetting[]): readonly UsedSetting[] {
  return all.reduce<readonly UsedSetting[]>((used, each, index) => {
    const before = used.at(-1);
    const fired = each.upTo.pulses > (before?.upTo.pulses ?? 0);
    if (fired || (before === undefined && index === all.length - 1)) return [...used, each];
    return before === undefined ? [] : [...used.slice(0, -1), { ...before, upTo: each.upTo }];
  }, []);
}

/** The settings of a segment in turn, each with how far the session had come when it was left. */
function settingsOf({ plan, first, changes, upTo }: WavelengthSegment): readonly UsedSetting[] {
  const settings = [first, ...changes.map(({ setting }) => setting)];
  const ends = [...changes.map((change) => change.upTo), upTo];
  return settings.map((setting, index) => ({ plan, setting, upTo: defined(ends[index]) }));
}

/** What one part of a design got of one light. */
export interface PartDone extends Pick<CellRun, 'pulses' | 'passes' | 'energyJ' | 'seconds'> {
  readonly wavelengthNm: number;
  /** As the design numbers it, from 1. */
  readonly number: number;
  readonly colour: InkColour;
}

/** What was given to each part of a drawn design, light by light; empty for hair, and where nothing was drawn. */
export function partsDone({ plan, run, segments }: VisitRecord): readonly PartDone[] {
  const plans = [...segments.map((segment) => segment.plan), ...(plan === null ? [] : [plan])];
  return [...run.cells]
    .sort(([one], [other]) => one - other)
    .flatMap(([cell, { pulses, passes, energyJ, seconds }]) => {
      const planned = plans[Math.floor((cell - 1) / CELLS_A_SEGMENT)];
      if (planned === undefined || !('ink' in planned.subject) || pulses === 0) return [];
      const number = ((cell - 1) % CELLS_A_SEGMENT) + 1;
      const part = planned.subject.ink.parts?.[number - 1];
      if (part === undefined) return [];
      const { wavelengthNm } = planned;
      return [{ wavelengthNm, number, colour: part.colour, pulses, passes, energyJ, seconds }];
    });
}
