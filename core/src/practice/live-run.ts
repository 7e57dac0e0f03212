import {
  doseField,
  heatsNow,
  placesMet,
  type CellHeats,
  type PathPoint,
  type Place,
  type TimedPulse,
} from '../coverage';
import type { Exercise } from './exercise';
import { exerciseHeat, type ExerciseHeat } from './motion-limits';
import { firedBy } from './run';
import { hitField, targetOf } from './stamps';

/** Points that a hand added to a stroke since it was last told of. */
export interface Drawn {
  readonly stroke: number;
  readonly points: readonly PathPoint[];
}

/** An exercise as it stands while the hand moves. */
export interface Live {
  readonly pulses: number;
  /** The time of the newest pulse, s; null before the first. */
  readonly lastS: number | null;
  /** How often each square millimetre was hit, row by row. */
  readonly hits: Uint8Array;
  /** Hits over the whole cell: passes when gliding. */
  readonly passes: number;
  /** Of the map, where a hollow has more skin than it shows. */
  readonly missed: number;
  readonly twice: number;
  readonly heats: Omit<CellHeats, 'meanFollicleC'> | null;
}

/** Follows an exercise point by point. Knows no page: it runs in a worker. */
export class LiveRun {
  private readonly strokes: PathPoint[][] = [];
  private readonly hits: Uint8Array;
  private readonly target: readonly boolean[];
  private readonly heat: ExerciseHeat | null;
  private places: readonly Place[];
  private pulses: readonly TimedPulse[] = [];

  constructor(
    private readonly exercise: Exercise,
    margin: number,
  ) {
    const { cell, tip } = exercise;
    this.hits = new Uint8Array(cell.widthMm * cell.heightMm);
    this.target = targetOf(cell, {
      ...(exercise.kind === 'coat' ? { design: exercise.design } : {}),
      tested: exercise.kind === 'stamp' ? exercise.tested : [],
    });
    this.heat = exercise.kind === 'motion' ? exerciseHeat(exercise, margin) : null;
    this.places = placesMet(cell, tip, []);
  }

  /** Adds what was drawn, and says how it stands at a time since the first point, s. */
  add(drawn: readonly Drawn[], nowS: number): Live {
    for (const { stroke, points } of drawn) (this.strokes[stroke] ??= []).push(...points);
    const pulses = firedBy(this.exercise, this.strokes);
    const fresh = pulses.slice(this.pulses.length);
    this.pulses = pulses;
    if (fresh.length > 0) this.hit(fresh);
    return this.live(nowS);
  }

  private hit(fresh: readonly TimedPulse[]): void {
    const { exercise, target } = this;
    const { cell, tip } = exercise;
    const hollow = exercise.kind === 'stamp' ? exercise.hollow : null;
    const added =
      exercise.kind === 'motion' || exercise.kind === 'pace'
        ? doseField({ cell, tip, fluenceJcm2: 1, pulses: fresh }).doseJcm2
        : hitField({ cell, tip, hollow, target, pulses: fresh }).hits;
    added.forEach((count, i) => {
      if (count > 0) this.hits[i] = Math.min(255, (this.hits[i] ?? 0) + count);
    });
    if (this.heat === null) return;
    const met = placesMet(cell, tip, fresh);
    this.places = this.places.map((place, i) => {
      const more = met[i]?.metS ?? [];
      return more.length === 0 ? place : { ...place, metS: [...place.metS, ...more] };
    });
  }

  private live(nowS: number): Live {
    const { exercise, hits, target, pulses, heat } = this;
    let [all, wanted, missed, twice] = [0, 0, 0, 0];
    hits.forEach((count, i) => {
      all += count;
      if (target[i] !== true) return;
      wanted += 1;
      if (count === 0) missed += 1;
      if (count > 1) twice += 1;
    });
    return {
      pulses: pulses.length,
      lastS: pulses.at(-1)?.atS ?? null,
      hits: hits.slice(),
      passes: all / hits.length,
      missed: missed / wanted,
      twice: twice / wanted,
      heats: heat === null ? null : heatsNow(heat.heat, exercise.fluenceJcm2, this.places, nowS),
    };
  }
}
