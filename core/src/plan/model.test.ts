import { describe, expect, it } from 'vitest';
import {
  uncertaintyOf,
  evaluate,
  hairHasFallen,
  marginFor,
  modelSilence,
  propose,
  temperatureCurvesOf,
  windowFor,
  windowInput,
  windowMap,
  workingSkin,
  type Subject,
} from './index';
import { CASE, DIODE, past, PROTOCOL, SETTING, SUBJECT, withSubject } from './plan.test-data';
import { defined } from '../units';

const inputOf = (subject: Subject = SUBJECT, pulseMs = 30) =>
  windowInput(subject, workingSkin(subject), DIODE, { ...SETTING, pulseMs }, PROTOCOL.techniques);

describe('the margin', () => {
  const margin = (skin: Partial<Subject['skin']>) => {
    const subject = { ...SUBJECT, skin: { ...SUBJECT.skin, ...skin } };
    return marginFor(PROTOCOL.margins, subject, workingSkin(subject));
  };

  it('is the lowest of those that apply', () => {
    expect(margin({})).toBe(0.7);
    expect(margin({ type: 4, measuredFraction: 0.033 })).toBe(0.65);
    expect(margin({ measuredFraction: null })).toBe(0.6);
    expect(margin({ tan: 'fading' })).toBe(0.6);
    expect(margin({ type: 5, measuredFraction: null })).toBe(0.6);
  });
});

describe('what was measured', () => {
  it('counts where it is darker than the type, and never makes it paler', () => {
    const working = (measuredFraction: number) =>
      workingSkin({ site: 'upperArm', skin: { ...SUBJECT.skin, measuredFraction } });
    expect(working(0.04)).toEqual({ type: 5, melanosomeFraction: 0.04, additions: ['measured'] });
    expect(working(0.012)).toMatchObject({ type: 3, melanosomeFraction: 0.023 });
  });
});

describe('the model in a plan', () => {
  it('limits with its margin, names itself when it binds, and says what may be hoped for', () => {
    const { model, limits, margin, upper, expected } = evaluate(CASE, SETTING);
    expect(defined(model).ceilingJcm2).toBeCloseTo(31, 0);
    expect(margin).toBe(0.7);
    expect(defined(limits).model).toBeCloseTo(defined(model).ceilingJcm2 * 0.7, 9);
    expect(defined(upper).binding).toBe('model');
    expect(expected).toBe('inPart');
  });

  it('is silent on mucosa, where plain skin’s limit stays as an upper bound', () => {
    const plan = withSubject({ site: 'genitalArea' });
    expect(modelSilence(plan.subject)).toBe('mucosa');
    const spot = { widthMm: 9, heightMm: 9 };
    const evaluation = evaluate(plan, { ...SETTING, spot });
    expect(evaluation).toMatchObject({ model: null, modelSilence: 'mucosa', expected: 'unknown' });
    expect(defined(evaluation.plainSkin).ceilingJcm2).toBeGreaterThan(0);
    expect(defined(evaluation.limits).model).toBeCloseTo(
      defined(evaluation.plainSkin).ceilingJcm2 * evaluation.margin,
      9,
    );
    expect(evaluation.cautions).toContain('modelSilent');
    expect(defined(evaluation.start).fluenceJcm2).toBeLessThanOrEqual(
      defined(evaluation.row).fluenceJcm2.low,
    );
  });

  it('says when what is safe is not expected to work, and ranks it last', () => {
    const fine = { colour: 'lightBrown', calibre: 'fine', density: 'sparse' } as const;
    const { proposals } = propose(withSubject({ hair: fine }));
    expect(proposals.length).toBeGreaterThan(0);
    for (const { evaluation } of proposals) expect(evaluation.expected).toBe('tooLittle');
  });

  it('compares a session with another pulse at an equal share of the ceiling', () => {
    const shorter = { ...SETTING, pulseMs: 10, fluenceJcm2: 10 };
    const session = past({ setting: shorter, skin: SUBJECT.skin });
    const plan = withSubject({ history: [session] });
    const then = windowFor(inputOf(plan.subject, 10)).ceilingJcm2;
    const now = windowFor(inputOf(plan.subject, 30)).ceilingJcm2;
    expect(defined(evaluate(plan, SETTING).limits).history).toBeCloseTo((1.2 * 10 * now) / then, 6);
  });
});

describe('hair over the course', () => {
  it('keeps the pulse while it is the same, and looks for a new one once it is finer', () => {
    const coarse = past({ hair: { ...SUBJECT.hair, calibre: 'coarse' } });
    expect(hairHasFallen(SUBJECT, past())).toBe(false);
    expect(hairHasFallen(SUBJECT, coarse)).toBe(true);
    const pulse = (history: Subject['history']) =>
      defined(
        propose(withSubject({ history })).proposals.find(
          ({ setting }) => setting.handpieceId === 'diode' && setting.technique === 'stamping',
        ),
      ).setting.pulseMs;
    expect(pulse([past()])).toBe(30);
    expect(pulse([coarse])).not.toBe(30);
  });
});

describe('the map and its uncertainty', () => {
  it('runs from the shortest to the longest pulse, its ceiling rising', () => {
    const map = windowMap(inputOf(), [5, 100]);
    expect(map.pulsesMs).toHaveLength(40);
    expect(map.pulsesMs[0]).toBeCloseTo(5, 9);
    expect(map.pulsesMs.at(-1)).toBeCloseTo(100, 9);
    map.ceilingJcm2.slice(1).forEach((value, i) => {
      expect(value).toBeGreaterThan(defined(map.ceilingJcm2[i]));
    });
  });

  it('holds the best guess between its edges, closer where skin was measured', () => {
    const { ceilingJcm2 } = windowFor(inputOf());
    const typed = uncertaintyOf(inputOf(), false).ceiling;
    const measured = uncertaintyOf(inputOf(), true).ceiling;
    expect(defined(typed.low)).toBeLessThan(defined(measured.low));
    expect(defined(measured.low)).toBeLessThan(ceilingJcm2);
    expect(defined(measured.high)).toBeGreaterThan(ceilingJcm2);
    expect(defined(typed.high)).toBeGreaterThan(defined(measured.high));
  });
});

describe('temperatureCurves over time', () => {
  it('peaks as its courses do, and is lit for the pulse', () => {
    const temperatureCurves = temperatureCurvesOf(inputOf(), 18);
    expect(Math.max(...temperatureCurves.bulgeC)).toBeCloseTo(temperatureCurves.peaks.bulgeC, 9);
    expect(temperatureCurves.peaks.epidermisC).toBeLessThan(temperatureCurves.peaks.bulgeC);
    expect(temperatureCurves.lit).toHaveLength(1);
    expect(defined(temperatureCurves.lit[0]).to).toBeCloseTo(0.03, 9);
    expect(temperatureCurves.seconds).toHaveLength(temperatureCurves.epidermisC.length);
  });
});

describe('in motion', () => {
  const glide = (passes: number, cellCm2: number) =>
    windowFor({ ...inputOf(SUBJECT, 10), motion: { rateHz: 10, passes, cellCm2 } });

  it('heat that builds up lowers both the ceiling and the floor', () => {
    const once = windowFor(inputOf(SUBJECT, 10));
    const ten = glide(10, 100);
    expect(ten.ceilingJcm2).toBeLessThan(once.ceilingJcm2 * 0.8);
    expect(defined(ten.floorJcm2)).toBeLessThan(defined(once.floorJcm2));
  });

  it('a cell that is too large lets its heat leak away', () => {
    expect(defined(glide(10, 400).floorJcm2)).toBeGreaterThan(defined(glide(10, 100).floorJcm2));
    expect(defined(glide(10, 800).floorJcm2)).toBeGreaterThan(defined(glide(10, 400).floorJcm2));
  });

  it('is what the planner goes by for a technique that glides', () => {
    const moving = {
      ...SETTING,
      technique: 'inMotion',
      pulseMs: 10,
      rateHz: 10,
      passes: 8,
    } as const;
    const { model } = evaluate(CASE, { ...moving, fluenceJcm2: 6 });
    expect(model).toMatchObject({ ceilingJcm2: glide(8, 100).ceilingJcm2 });
  });
});
