import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type TimedPulse } from '../coverage';
import { assess, type MeasureId } from './assess';
import { evenHand } from './even-hand';
import { EXERCISE_IDS, exerciseOf, type ExerciseId } from './exercise';
import { lieAt } from './hollow';
import { madeHand } from './made-hand';
import { exerciseHeat } from './motion-limits';
import { firedBy } from './run';
import { hitField, hitFigures, isUnder, isWithin, targetOf } from './stamps';

const CLINIC = { techniques: {} };
const MARGIN = 0.7;
const heatOf = (id: ExerciseId) => {
  const exercise = exerciseOf(id, CLINIC);
  return exercise.kind === 'motion' ? exerciseHeat(exercise, MARGIN) : null;
};
const judged = (id: ExerciseId, pulses: readonly TimedPulse[], own = {}) =>
  assess(exerciseOf(id, CLINIC), pulses, own, heatOf(id));
const valueOf = (found: ReturnType<typeof judged>, id: MeasureId) =>
  found.measures.find((each) => each.id === id)?.value;

describe('an even hand', () => {
  it.each(EXERCISE_IDS.filter((id) => id !== 'largeCell'))('is within every limit: %s', (id) => {
    expect(judged(id, evenHand(exerciseOf(id, CLINIC))).off).toEqual([]);
  });

  it('does not warm a cell that is too large, however evenly', () => {
    expect(judged('largeCell', evenHand(exerciseOf('largeCell', CLINIC))).off).toEqual([
      'follicle',
    ]);
  });

  it('rests after each pass over bone, and glides without a pause elsewhere', () => {
    const shin = evenHand(exerciseOf('motionShin', CLINIC));
    const gaps = shin.slice(1).map(({ atS }, i) => atS - (shin[i]?.atS ?? 0));
    expect(gaps.filter((gap) => gap > 1)).toHaveLength(3);
    expect(valueOf(judged('motionShin', shin), 'rest')).toBeCloseTo(30, 9);
  });
});

describe('a hand that errs', () => {
  const pulses = evenHand(exerciseOf('motionThigh', CLINIC));
  /** Slow at both ends, as a hand that turns. */
  const slow = pulses.map((pulse) => ({
    ...pulse,
    xMm: 6 + 84 * ((1 - Math.cos((Math.PI * (pulse.xMm - 6)) / 84)) / 2),
  }));

  it('is told of the turns first, and where they lie', () => {
    const { off, uneven } = judged('motionThigh', slow);
    expect(off).toContain('endsToMiddle');
    expect(off[0]).not.toBe('spread');
    const ENDS = ['topLeft', 'topRight', 'left', 'right', 'bottomLeft', 'bottomRight'];
    expect(uneven.stacked).toEqual(ENDS);
    expect(uneven.thin).toEqual(['top', 'middle', 'bottom']);
  });

  it('leaves cool what it goes over too seldom, and is told how often it went', () => {
    const few = judged('motionThigh', pulses.slice(0, 192));
    expect(valueOf(few, 'passes')).toBeCloseTo(3, 9);
    expect(few.off).toEqual(expect.arrayContaining(['follicle', 'passes']));
  });

  it('burns where it stays', () => {
    const stays = pulses.slice(0, 100).map((pulse) => ({ ...pulse, xMm: 50, yMm: 50 }));
    const { off, heats } = judged('motionThigh', stays);
    expect(off[0]).toBe('epidermis');
    expect(heats?.hottest.epidermisC).toBeGreaterThan(100);
    expect([heats?.hottest.xMm, heats?.hottest.yMm]).toEqual([48, 48]);
  });

  it('is told of a rest that was too short', () => {
    const shin = evenHand(exerciseOf('motionShin', CLINIC));
    const hurried = shin.map((pulse) => ({
      ...pulse,
      atS: pulse.atS > 60 ? pulse.atS - 12 : pulse.atS,
    }));
    const found = judged('motionShin', hurried);
    expect(valueOf(found, 'rest')).toBeCloseTo(18, 9);
    expect(found.off).toContain('rest');
  });

  it('is held against the clinic’s own limits', () => {
    const own = { figures: { practiceSpread: 0.2 } };
    expect(judged('motionThigh', pulses, own).off).toContain('spread');
  });

  it('goes too quickly or too slowly by the distance from pulse to pulse', () => {
    const line = (apartMm: number) =>
      Array.from({ length: 10 }, (_, i) => ({ atS: i / 10, xMm: 10 + apartMm * i, yMm: 30 }));
    expect(valueOf(judged('pace', line(18)), 'speed')).toBeCloseTo(1.5, 9);
    expect(judged('pace', line(18)).off).toEqual(['tooQuick', 'speed']);
    expect(judged('pace', line(6)).off).toEqual(['tooSlow', 'speed']);
    // Where the hand was lifted nothing is counted.
    const lifted = [...line(12), ...line(12).map((at) => ({ ...at, atS: at.atS + 20, yMm: 50 }))];
    expect(judged('pace', lifted).off).toEqual([]);
  });

  it('comes to nothing where nothing was fired', () => {
    for (const id of EXERCISE_IDS) {
      const { pulses: count, seconds, off } = judged(id, []);
      expect([count, seconds], id).toEqual([0, 0]);
      expect(off.length, id).toBeGreaterThan(0);
    }
  });
});

describe('spots set one by one', () => {
  const CELL = { widthMm: 30, heightMm: 20 };
  const TIP = { widthMm: 10, heightMm: 10 };
  const figuresOf = (pulses: readonly { xMm: number; yMm: number }[]) => {
    const target = targetOf(CELL, { tested: [] });
    const of = { tip: TIP, hollow: null, tested: [], pulses };
    return hitFigures(hitField({ cell: CELL, target, ...of }), of);
  };
  const grid = [5, 15, 25].flatMap((xMm) => [5, 15].map((yMm) => ({ xMm, yMm })));

  it('edge to edge miss nothing and hit nothing twice', () => {
    expect(figuresOf(grid)).toEqual({
      ...{ pulses: 6, missed: 0, twice: 0, outside: 0, onTested: 0 },
    });
    // One left out of six; one set again; one half beside the cell.
    expect(figuresOf(grid.slice(1)).missed).toBeCloseTo(1 / 6, 9);
    expect(figuresOf([...grid, { xMm: 5, yMm: 5 }]).twice).toBeCloseTo(1 / 6, 9);
    expect(figuresOf([{ xMm: 0, yMm: 5 }]).outside).toBeCloseTo(0.5, 9);
  });

  it('are counted on what was to be left out as soon as they touch it', () => {
    const tested = [{ xMm: 15, yMm: 10, radiusMm: 4 }];
    const on = (pulse: { xMm: number; yMm: number }) => {
      const of = { tip: TIP, hollow: null, tested, pulses: [pulse] };
      const target = targetOf(CELL, { tested });
      return hitFigures(hitField({ cell: CELL, target, ...of }), of).onTested;
    };
    expect(on({ xMm: 15, yMm: 10 })).toBe(1);
    expect(on({ xMm: 7, yMm: 10 })).toBe(1);
    expect(on({ xMm: 6, yMm: 10 })).toBe(0);
    expect(on({ xMm: 7, yMm: 2 })).toBe(0);
  });

  it('lie within a drawn line by how often it is crossed', () => {
    const line = [
      [0, 0],
      [10, 0],
      [10, 10],
      [5, 3],
      [0, 10],
    ].map(([xMm = 0, yMm = 0]) => ({ xMm, yMm }));
    expect(
      [
        [5, 1],
        [1, 8],
        [5, 6],
        [11, 5],
      ].map(([xMm = 0, yMm = 0]) => isWithin(line, { xMm, yMm })),
    ).toEqual([true, true, false, false]);
  });
});

describe('a hollow', () => {
  const HOLLOW = { xMm: 40, yMm: 30, acrossMm: 40, downMm: 20, deepMm: 10 };

  it('is deepest in its middle, level there and at its rim, and steepest between', () => {
    expect(lieAt(HOLLOW, 40, 30)).toMatchObject({ depthMm: 10, stretch: 1 });
    expect(lieAt(HOLLOW, 80, 30)).toMatchObject({ depthMm: 0, stretch: 1 });
    // Half way across r² = ¼: depth 10 · (¾)² = 5.625; slope −4 · 10 · ¾ · ½ ÷ 40 = −0.375.
    const half = lieAt(HOLLOW, 60, 30);
    expect(half.depthMm).toBeCloseTo(5.625, 9);
    expect(half.slopeX).toBeCloseTo(-0.375, 9);
    expect(half.stretch).toBeCloseTo(1.068, 3);
  });

  it('lets a tip cover less of the map along its slope, and as much across it', () => {
    const lie = { depthMm: 0, slopeX: 0.75, slopeY: 0, stretch: 1.25 };
    const under = (xMm: number, yMm: number) =>
      isUnder({ diameterMm: 20 }, { xMm: 0, yMm: 0 }, lie, { xMm, yMm });
    // 10 mm of skin are 8 mm of map on this slope.
    expect([under(7.9, 0), under(8.1, 0), under(0, 9.9), under(0, 10.1)]).toEqual([
      ...[true, false, true, false],
    ]);
  });

  it('is fallen into as its slope says, wherever one looks', () => {
    const inside = fc.double({ min: 5, max: 75, noNaN: true });
    const down = fc.double({ min: 12, max: 48, noNaN: true });
    fc.assert(
      fc.property(inside, down, (xMm, yMm) => {
        const step = 1e-4;
        const at = lieAt(HOLLOW, xMm, yMm);
        const next = lieAt(HOLLOW, xMm + step, yMm);
        expect(Math.abs((next.depthMm - at.depthMm) / step - at.slopeX)).toBeLessThan(0.01);
      }),
    );
  });
});

describe('a made hand', () => {
  const found = (id: ExerciseId, slowAtTurns: number, waverMm: number) => {
    const exercise = exerciseOf(id, CLINIC);
    const strokes = madeHand(exercise, { slowAtTurns, waverMm, seed: 5 });
    return judged(id, firedBy(exercise, strokes));
  };

  it('without habits does what an even hand does', () => {
    expect(found('motionThigh', 0, 0).off).toEqual([]);
    expect(found('stampSquare', 0, 0).off).toEqual([]);
    expect(valueOf(found('motionShin', 0, 0), 'rest')).toBeCloseTo(30, 0);
  });

  it('with habits errs by them', () => {
    expect(found('motionThigh', 1, 0).off).toContain('endsToMiddle');
    expect(found('stampSquare', 0, 4).off).toContain('missed');
  });
});
