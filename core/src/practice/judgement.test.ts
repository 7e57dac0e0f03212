import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STANDARD_SUITABILITY } from '../suitability';
import { defined } from '../units';
import { DIODE, PROTOCOL } from '../plan/plan.test-data';
import { handpiece, NS1064 } from '../ink/ink.test-data';
import type { Setting } from '../plan';
import { AWKWARD_CLIENTS, inventedClient, type InventedClient } from './invented-client';
import { judgeChoice, type JudgementChoice } from './judgement';

const TODAY = '2026-11-29';
const GREEN = handpiece('ns-532', 532);
const setting = (fluenceJcm2: number, more: Partial<Setting> = {}): Setting => ({
  ...{ handpieceId: DIODE.id, technique: 'stamping', spot: { widthMm: 12, heightMm: 12 } },
  ...{ pulseMs: 30, fluenceJcm2, rateHz: 1.5, passes: 1 },
  ...more,
});
const judged = (client: InventedClient, choice: Partial<JudgementChoice>) =>
  judgeChoice(
    {
      ...{ client, today: TODAY, rules: STANDARD_SUITABILITY },
      ...{ handpieces: [DIODE, NS1064, GREEN], protocol: PROTOCOL },
    },
    { decision: 'go', setting: null, testSpot: true, ...choice },
  );
const awkward = (index: number) => defined(AWKWARD_CLIENTS[index])(TODAY);
/** Type II, black coarse hair on the thigh, nothing said. */
const plain: InventedClient = {
  ...awkward(1),
  ...{ site: 'thigh', areaCm2: 1100, medicines: [] },
  answers: { ...awkward(1).answers, medicines: { yes: false } },
};

describe('what should have been decided', () => {
  it.each([
    ['fresh tan', 0, 'wait', 'freshTan'],
    ['doxycycline', 1, 'wait', 'medicine'],
    ['white hair', 2, 'decline', 'noTarget'],
    ['cosmetic white ink', 3, 'decline', 'mayDarken'],
    ['hair pulled a week ago', 6, 'wait', 'answer'],
  ] as const)('with %s', (_what, index, shouldBe, fact) => {
    const found = judged(awkward(index), { setting: setting(14) });
    expect(found.shouldBe).toBe(shouldBe);
    expect(found.wrong).toContain('decision');
    expect(found.facts).toContainEqual({ id: fact, isHeeded: false });
    const heeded = judged(awkward(index), { decision: shouldBe });
    expect(heeded.wrong).toEqual([]);
    expect(heeded.facts.every(({ isHeeded }) => isHeeded)).toBe(true);
  });

  it('is to go where nothing stands in the way, with a test spot on a new area', () => {
    expect(judged(plain, { setting: setting(14) }).wrong).toEqual([]);
    expect(judged(plain, { decision: 'wait' }).wrong).toEqual(['decision']);
    const without = judged(plain, { setting: setting(14), testSpot: false });
    expect(without.wrong).toEqual(['testSpot']);
    expect(without.spotReasons).toEqual(['newZone']);
    expect(judged(plain, {}).wrong).toEqual(['setting']);
  });
});

describe('what a setting would have done', () => {
  it('holds below both ceilings, is in doubt between them, and burns above', () => {
    const at = (fluence: number) => defined(judged(plain, { setting: setting(fluence) }).setting);
    const [low, high] = defined(at(14).ceilingsJcm2);
    expect(low).toBeLessThan(high);
    expect(at(14).skin).toBe('holds');
    expect(at((low + high) / 2).skin).toBe('mayBurn');
    expect(at(high + 0.5).skin).toBe('burns');
    expect(at(3).hair).toBe('tooLittle');
    expect(['inPart', 'toTheBulb']).toContain(at(20).hair);
  });

  it('is outside the limits by name', () => {
    const { setting: found, wrong } = judged(plain, { setting: setting(38) });
    expect(wrong).toEqual(['setting']);
    expect(defined(found).refusals.map(({ code }) => code)).toEqual(['aboveLimit']);
  });

  it('is told of ink by what bursts in the skin, and refused on dark skin in the green', () => {
    const found = judged(awkward(4), {
      setting: {
        ...setting(2),
        handpieceId: GREEN.id,
        pulseMs: defined(GREEN.pulsesMs[0]),
        spot: defined(GREEN.spots[0]),
      },
    });
    expect(defined(found.setting).inkRefusals).toContain('darkSkin');
    expect(defined(found.setting).ruptures).toBeGreaterThan(1);
    expect(found.facts).toContainEqual({ id: 'darkSkin', isHeeded: false });
  });
});

describe('people made by chance', () => {
  it('are the same for the same seed, and can always be judged', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e6 }), (seed) => {
        const client = inventedClient(seed, TODAY);
        expect(inventedClient(seed, TODAY)).toEqual(client);
        const { shouldBe, assessment } = judged(client, { setting: setting(10) });
        expect(assessment.unanswered).toEqual([]);
        expect(judged(client, { decision: shouldBe, setting: null }).wrong).toEqual(
          shouldBe === 'go' ? ['setting'] : [],
        );
      }),
      { numRuns: 150 },
    );
  });

  it('are of every kind', () => {
    const all = Array.from({ length: 200 }, (_, seed) => inventedClient(seed, TODAY));
    const decided = new Set(all.map((client) => judged(client, { setting: setting(10) }).shouldBe));
    expect(decided).toEqual(new Set(['go', 'wait', 'refer', 'decline']));
  });
});
