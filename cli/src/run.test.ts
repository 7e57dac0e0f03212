import { spawnSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';
import { CASE, HAIR_PLAN } from '@tidy-quill/core/samples';
import { defined } from '@tidy-quill/core/units';
import { propose } from '../../core/src/plan';
import courses from '../../core/src/course/reference-cases.json';
import learnt from '../../core/src/learning/learn-cases.json';
import strokes from '../../core/src/coverage/stroke-cases.json';
import reference from '../../core/src/window/reference-cases.json';
import type { courseReport } from './course-report';
import type { learningReport } from './learning-report';
import type { opticsReport } from './optics-report';
import { run } from './run';

const faults = (input: unknown) => {
  const result = run('plan', JSON.stringify(input));
  return result.ok ? [] : result.fields.map(({ field, problem }) => `${field} ${problem}`);
};

describe('quill plan', () => {
  it('gives the same proposals as the page', () => {
    const result = run('plan', JSON.stringify(CASE));
    expect(result).toEqual({ ok: true, output: propose(CASE) });
  });

  it('names each field at fault', () => {
    const subject = {
      ...CASE.subject,
      areaCm2: -4,
      hair: { ...CASE.subject.hair, colour: 'blue' },
    };
    const list = faults({ ...CASE, subject, today: '2026-02-30' });
    expect(list).toContain('subject.areaCm2 must be 1 or more');
    expect(list.some((each) => each.startsWith('subject.hair.colour'))).toBe(true);
    expect(list).toContain('today is not a day of the calendar');
  });

  it('names a field that is missing, deep inside a list', () => {
    const [first, ...rest] = CASE.handpieces;
    const { maxEnergyJ: _gone, ...lame } = defined(first);
    expect(faults({ ...CASE, handpieces: [lame, ...rest] })).toEqual([
      'handpieces.0.maxEnergyJ is missing',
    ]);
  });

  it('refuses what is no JSON', () => {
    expect(run('plan', '{')).toMatchObject({ ok: false, fields: [{ field: 'input' }] });
  });

  it('ends with 2 and says the field on standard error', () => {
    const said = spawnSync('npm', ['run', '-s', 'quill', '--', 'plan'], {
      input: JSON.stringify({ ...CASE, today: 'soon' }),
      encoding: 'utf8',
    });
    expect(said.status).toBe(2);
    expect(said.stdout).toBe('');
    expect(said.stderr).toBe('today: must be a day written YYYY-MM-DD\n');
  });
});

describe('quill learning', () => {
  it.each(learnt.cases)('takes the reference case and gives its output: $id', (each) => {
    const result = run('learning', JSON.stringify(each.input));
    const { output } = result as { output: ReturnType<typeof learningReport> };
    const within = (found: number, expected: number) =>
      Math.abs(found - expected) <= (Math.abs(expected) < 0.2 ? 0.002 : 0.01 * Math.abs(expected));
    const figures = (of: typeof each.output) => [
      ...[of.skin.mean, of.skin.sd, of.hair.mean, of.hair.sd, of.shareAtRiskOf1Percent],
      ...of.riskAtCeilingShare.map(({ risk }) => risk),
      ...of.worksAtFloorRatio.map(({ chance }) => chance),
    ];
    const expected = figures(each.output);
    figures(output as never).forEach((found, i) =>
      expect(within(found, defined(expected[i])), `${i}: ${found}`).toBe(true),
    );
  });

  it('names what is no answer', () => {
    const observations = [{ fluenceToCeiling: 0.4, answer: 'fine' }];
    const result = run(
      'learning',
      JSON.stringify({ sigmaSkin: 0.3, sigmaHair: 0.3, observations }),
    );
    expect(result).toMatchObject({ ok: false, fields: [{ field: 'observations.0.answer' }] });
  });
});

describe('quill window', () => {
  const { input, output } = defined(reference.cases[0]);

  it('takes and gives the shape of the reference cases', () => {
    const result = run('window', JSON.stringify(input));
    if (!result.ok) throw new Error(JSON.stringify(result.fields));
    const report = result.output as typeof output;
    expect(Object.keys(report)).toEqual(expect.arrayContaining(Object.keys(output)));
    expect(report.ceilingJcm2.fugitt['1'] / output.ceilingJcm2.fugitt['1']).toBeCloseTo(1, 1);
  });

  it('names what makes no sense', () => {
    const result = run('window', JSON.stringify({ ...input, pulse: { ...input.pulse, count: 0 } }));
    expect(result).toEqual({
      ok: false,
      fields: [{ field: 'pulse.count', problem: 'must be 1 or more' }],
    });
  });
});

describe('quill course', () => {
  const courseOf = (input: object) => {
    const result = run('course', JSON.stringify(input));
    if (!result.ok) throw new Error(JSON.stringify(result.fields));
    return result.output as ReturnType<typeof courseReport>;
  };

  it.each(courses.cases)('gives the reference figures within 1 %: $id', ({ input, output }) => {
    const { visits, at } = courseOf(input);
    expect(visits).toHaveLength(output.visits.length);
    const pairs = [
      ...output.visits.map((told, index) => [told, defined(visits[index])] as const),
      ...output.at.map(
        (told) => [told, defined(at.find(({ week }) => week === told.week))] as const,
      ),
    ];
    for (const [told, got] of pairs) {
      for (const [name, share] of Object.entries(told)) {
        const found = got[name as keyof typeof got];
        // Given to four places.
        expect(Math.abs(found - share)).toBeLessThanOrEqual(0.01 * share + 5e-5);
      }
    }
  });

  it('gives what counts teach, where hair was counted', () => {
    const visits = [0, 8, 16].map((week) => ({ week, kill: 0.5 }));
    const counts = [40, 38, 39].map((perCm2, index) => ({
      week: index * 8,
      perCm2,
      how: 'picture',
    }));
    const report = courseOf({ site: 'lowerLeg', visits, counts, untilWeek: 30 });
    // Hardly fewer after two visits: they took less than was assumed.
    expect(
      defined((report as { learnt?: { factor: { median: number } } }).learnt).factor.median,
    ).toBeLessThan(1);
    expect(courseOf({ site: 'lowerLeg', visits, untilWeek: 30 })).not.toHaveProperty('learnt');
  });

  it('names the visit at fault', () => {
    expect(
      run('course', JSON.stringify({ site: 'chin', visits: [{ week: 1, kill: 2 }], untilWeek: 3 })),
    ).toEqual({
      ok: false,
      fields: [{ field: 'visits.0.kill', problem: 'must be 1 or less' }],
    });
  });
});

describe('quill optics', () => {
  const slab = {
    layers: [{ thicknessCm: 0.02, muaPerCm: 10, musPerCm: 90, g: 0.75, n: 1 }],
    indexAbove: 1,
    indexBelow: 1,
    packets: 20_000,
    seed: 1,
  };

  it('gives shares, their errors and the depths asked for', () => {
    const asked = { ...slab, spot: { diameterMm: 10 }, depthsMm: [0.1] };
    const result = run('optics', JSON.stringify(asked));
    if (!result.ok) throw new Error(JSON.stringify(result.fields));
    const report = result.output as ReturnType<typeof opticsReport>;
    expect(report.transmittance).toBeCloseTo(0.661, 1);
    expect(report.standardError.transmittance).toBeLessThan(0.01);
    expect(report.packetsPerSecond).toBeGreaterThan(1000);
    expect(report.fluenceRatio).toMatchObject([{ depthMm: 0.1 }]);
  });

  it('refuses an endless layer above another', () => {
    const [layer] = slab.layers;
    const layers = [{ ...layer, thicknessCm: null }, layer];
    expect(run('optics', JSON.stringify({ ...slab, layers }))).toEqual({
      ok: false,
      fields: [
        { field: 'layers.0.thicknessCm', problem: 'only the last layer may be without end' },
      ],
    });
  });
});

describe('quill replan', () => {
  const { handpieces, protocol } = CASE;
  const version = '01890a5d-ac96-774b-bcce-b302099a8057';
  const kept = (upperJcm2: number) => ({
    plan: { ...HAIR_PLAN, devicesVersionId: version, protocolVersionId: version, upperJcm2 },
    ...{ handpieces, protocol },
  });
  const again = (input: unknown) => {
    const result = run('replan', JSON.stringify(input));
    if (!result.ok) throw new Error(JSON.stringify(result.fields));
    return result.output;
  };

  it('works one plan out again, and every plan of a visit by its zone', () => {
    const differs = { upperJcm2: { then: 24, now: 19 }, differs: ['coreVersion', 'upperJcm2'] };
    expect(again(kept(24))).toMatchObject(differs);
    expect(again({ left: kept(24), right: kept(19) })).toMatchObject({
      left: differs,
      right: { upperJcm2: { then: 19, now: 19 }, differs: ['coreVersion'] },
    });
  });

  it('takes a handpiece as it was measured to give when the plan was made', () => {
    const output = { share: 0.86, on: '2026-11-30' };
    const { setting } = HAIR_PLAN;
    const found = (more: object) => again({ ...kept(19), plan: { ...kept(19).plan, ...more } });
    const fluenceJcm2 = 0.86 * setting.fluenceJcm2;
    expect(found({ setting: { ...setting, fluenceJcm2, output } })).toMatchObject({ refusals: [] });
    // As it stands in the list it has no such step.
    expect(found({ setting: { ...setting, fluenceJcm2 } })).toMatchObject({
      refusals: ['notOnStep'],
    });
  });

  it('names what is missing in the zone that lacks it', () => {
    const { protocol: _gone, ...lame } = kept(19);
    expect(run('replan', JSON.stringify({ left: lame }))).toEqual({
      ok: false,
      fields: [{ field: 'left.protocol', problem: 'is missing' }],
    });
  });
});

describe('quill strokes', () => {
  it.each(strokes.cases)('gives the figures of the reference cases: $id', ({ input, output }) => {
    const result = run('strokes', JSON.stringify(input));
    if (!result.ok) throw new Error(JSON.stringify(result.fields));
    const found = result.output as Record<string, number>;
    expect(found['pulses']).toBe(output.pulses);
    for (const [name, expected] of Object.entries(output))
      expect(Math.abs(defined(found[name]) / expected - 1), name).toBeLessThan(0.01);
  });
});
