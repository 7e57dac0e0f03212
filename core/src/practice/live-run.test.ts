import { describe, expect, it } from 'vitest';
import { evenHand } from './even-hand';
import { exerciseOf, type ExerciseId } from './exercise';
import { LiveRun } from './live-run';
import { hitsOf, lookBack } from './look-back';
import { madeHand } from './made-hand';

const CLINIC = { techniques: {}, margins: { usual: 0.7, darkSkin: 0.6, doubtful: 0.6 } };
const exercise = (id: ExerciseId) => exerciseOf(id, CLINIC);

describe('an exercise while the hand moves', () => {
  it('comes to the same whether it is told of at once or bit by bit', () => {
    const of = exercise('motionThigh');
    const [stroke = []] = madeHand(of, { slowAtTurns: 0.5, waverMm: 1, seed: 3 });
    const [whole, bits] = [new LiveRun(of, 0.7), new LiveRun(of, 0.7)];
    const end = stroke.at(-1)?.atS ?? 0;
    const at = whole.add([{ stroke: 0, points: stroke }], end);
    let last = at;
    for (let i = 0; i < stroke.length; i += 7)
      last = bits.add([{ stroke: 0, points: stroke.slice(i, i + 7) }], end);
    expect(last).toEqual(at);
    expect(at.passes).toBeCloseTo(10, 0);
    expect([...at.hits]).toEqual([...hitsOf(of, lookBack('motionThigh', [stroke], CLINIC).pulses)]);
  });

  it('warms while it goes on, and cools again while the hand rests', () => {
    const of = exercise('motionBikini');
    const run = new LiveRun(of, 0.7);
    const points = evenHand(of);
    const half = run.add([{ stroke: 0, points: points.slice(0, 135) }], 13.5);
    const end = run.add([{ stroke: 0, points: points.slice(135) }], 27);
    const rested = run.add([], 87);
    const mean = ({ heats }: typeof end) => heats?.mean.follicleC ?? NaN;
    expect(mean(end)).toBeGreaterThan(mean(half));
    expect(mean(rested)).toBeLessThan(mean(end));
  });

  it('counts spots set one by one, and leaves heat out', () => {
    const run = new LiveRun(exercise('stampSquare'), 0.7);
    const points = evenHand(exercise('stampSquare'));
    const drawn = points.map((point, stroke) => ({ stroke, points: [point] }));
    const { pulses, missed, twice, heats } = run.add(drawn, 30);
    expect([pulses, heats]).toEqual([34, null]);
    expect(missed).toBeLessThan(0.01);
    expect(twice).toBe(0);
  });
});

describe('an exercise that is over', () => {
  it('stands beside an even hand that went as often', () => {
    const points = evenHand(exercise('motionThigh')).slice(0, 192);
    const { evenPasses, evenHits, hits } = lookBack('motionThigh', [[...points]], CLINIC);
    expect(evenPasses).toBe(3);
    const sum = (all: Uint8Array) => all.reduce((total, each) => total + each, 0);
    expect(sum(evenHits) / sum(hits)).toBeCloseTo(1, 1);
    expect(lookBack('stampSquare', [[...points.slice(0, 3)]], CLINIC).evenPasses).toBeNull();
  });

  it('says how large the cell may be where heat is the aim, and leaves it out elsewhere', () => {
    const back = (id: ExerciseId) =>
      lookBack(id, [[...evenHand(exercise(id))]], CLINIC).largestCellCm2;
    const largest = back('largeCell') ?? NaN;
    expect(largest).toBeGreaterThan(60);
    expect(largest).toBeLessThan(288);
    expect(back('motionShin')).toBeNull();
    expect(back('stampSquare')).toBeNull();
  });
});
