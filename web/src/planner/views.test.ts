import { CASE, DIODE, SETTING } from '@tidy-quill/core/samples';
import { describe, expect, it, vi } from 'vitest';
import {
  askedNext,
  viewParts,
  WindowMaps,
  type Asked,
  type PlanningCase,
  type View,
} from './answers';
import { Views } from './views';

const HAIR: PlanningCase = { job: 'hair', plan: { ...CASE, handpieces: [DIODE] } };
const WHOLE: Asked = { setting: SETTING, colours: [], whole: true };

const whole = (asked: Asked, maps = new WindowMaps()): Partial<View> =>
  Object.assign({}, ...viewParts(HAIR, asked, maps));

describe('a view', () => {
  it('says first whether the setting may be used, and how sure the map is last', () => {
    const parts = [...viewParts(HAIR, WHOLE, new WindowMaps())].flatMap((part) =>
      Object.keys(part),
    );
    expect(parts).toEqual(['evaluation', 'lesson', 'curves', 'map', 'alternatives', 'uncertainty']);
  });

  it('works out nothing but the evaluation where no more is asked for', () => {
    const parts = [...viewParts(HAIR, { ...WHOLE, whole: false }, new WindowMaps())];
    expect(parts).toHaveLength(1);
    expect(parts[0]?.evaluation?.energyJ).toBeCloseTo(SETTING.fluenceJcm2 * 1.44, 6);
  });

  it('keeps the map while only fluence or pulse move, and works it out again once a cold pack is added', () => {
    const maps = new WindowMaps();
    const { map } = whole(WHOLE, maps);
    const stronger = { ...SETTING, fluenceJcm2: SETTING.fluenceJcm2 + 1, pulseMs: 20 };
    expect(whole({ ...WHOLE, setting: stronger }, maps).map).toBe(map);
    const packed = { ...SETTING, added: { packSeconds: 30, air: false, afterSeconds: 0 } };
    const colder = whole({ ...WHOLE, setting: packed }, maps).map;
    for (const [at, ceiling] of (colder?.ceilingJcm2 ?? []).entries()) {
      expect(ceiling).toBeGreaterThan(map?.ceilingJcm2[at] ?? Infinity);
    }
    expect(colder?.ceilingJcm2).toHaveLength(map?.ceilingJcm2.length ?? -1);
  });

  it('has no curves and no map for a handpiece that is gone', () => {
    const gone = { ...SETTING, handpieceId: 'sold' };
    const { curves, map, uncertainty } = whole({ ...WHOLE, setting: gone });
    expect([curves, map, uncertainty]).toEqual([null, null, null]);
  });
});

describe('what the next press may ask for', () => {
  const spots = [18, 8, 12].map((diameterMm) => ({ diameterMm }));
  const of = { job: 'hair' as const, plan: { ...CASE, handpieces: [{ ...DIODE, spots }] } };
  const from = (diameterMm: number, whole = true) =>
    askedNext(of, { colours: [], whole, setting: { ...SETTING, spot: { diameterMm } } }).map(
      ({ setting: { fluenceJcm2, pulseMs, spot } }) => [fluenceJcm2, pulseMs, spot],
    );
  const [at, pulse] = [SETTING.fluenceJcm2, SETTING.pulseMs];

  it('is a step of the fluence, the spot and the pulse, down and up', () => {
    const spot = { diameterMm: 12 };
    expect(from(12)).toEqual([
      [at - 1, pulse, spot],
      [at + 1, pulse, spot],
      [at, pulse, { diameterMm: 8 }],
      [at, pulse, { diameterMm: 18 }],
      [at, 20, spot],
      [at, 40, spot],
    ]);
  });

  it('is only a spot that lies flat, on hair', () => {
    const narrow = { ...of.plan, subject: { ...CASE.subject, areaCm2: 1 } };
    const asked = { ...WHOLE, setting: { ...SETTING, spot: { diameterMm: 8 } } };
    const spots = askedNext({ job: 'hair', plan: narrow }, asked).map(
      ({ setting }) => setting.spot,
    );
    // One of 12 mm covers 1.13 cm².
    expect(spots).not.toContainEqual({ diameterMm: 12 });
  });

  it('is nothing for a handpiece that is gone, or where the evaluation alone is wanted', () => {
    expect(askedNext(of, { ...WHOLE, setting: { ...SETTING, handpieceId: 'sold' } })).toEqual([]);
    expect(from(12, false)).toEqual([]);
  });
});

describe('somebody who looks at one setting after the other', () => {
  const told = (views: Views, number: number, parts: string[], viewer = 'plan') =>
    views.view({ caseId: 'a', viewer, number }, WHOLE, {
      tell: (part) => parts.push(...Object.keys(part).map((key) => `${number} ${key}`)),
      foresee: ({ setting }) => parts.push(`${number} foresees ${setting.fluenceJcm2}`),
    });
  // Each look at this clock is a frame later.
  const slowly = () => {
    let ms = 0;
    return () => (ms += 17);
  };
  // Turns that are given by hand.
  const byHand = () => {
    const waiting: (() => void)[] = [];
    const views = new Views(() => new Promise((resolve) => void waiting.push(resolve)), slowly());
    views.open('a', HAIR);
    const goOn = async () => {
      waiting.shift()?.();
      await Promise.resolve();
      await Promise.resolve();
    };
    return { views, goOn, waiting };
  };

  it('is told no more of the question before, once there is a newer one', async () => {
    const { views, goOn } = byHand();
    const parts: string[] = [];
    const first = told(views, 1, parts);
    await goOn();
    expect(parts).toEqual(['1 evaluation']);
    const second = told(views, 2, parts);
    for (let turns = 0; turns < 8; turns++) await goOn();
    expect(await first).toBe(false);
    expect(await second).toBe(true);
    expect(parts.filter((each) => each.startsWith('1'))).toEqual(['1 evaluation']);
    expect(parts).toContain('2 uncertainty');
  });

  it('is told at once what comes within half a frame', async () => {
    const told: string[][] = [];
    const views = new Views(
      async () => {},
      () => 0,
    );
    views.open('a', HAIR);
    const at = { caseId: 'a', viewer: 'plan', number: 1 };
    await views.view(at, WHOLE, {
      tell: (part, isLast) => told.push([...Object.keys(part), ...(isLast ? ['last'] : [])]),
      foresee: () => {},
    });
    expect(told).toEqual([
      ['evaluation', 'lesson', 'curves', 'map', 'alternatives', 'uncertainty', 'last'],
    ]);
  });

  it('does not end what another viewer asked', async () => {
    const { views, goOn } = byHand();
    const parts: string[] = [];
    const one = told(views, 1, parts);
    const other = told(views, 2, parts, 'spot');
    for (let turns = 0; turns < 16; turns++) await goOn();
    expect([await one, await other]).toEqual([true, true]);
  });

  it('is told nothing after leaving', async () => {
    const { views, goOn } = byHand();
    const parts: string[] = [];
    const asked = told(views, 1, parts);
    views.leave('plan');
    await goOn();
    expect(await asked).toBe(false);
    expect(parts).toEqual([]);
  });

  describe('and then rests', () => {
    // Counts the parts that are worked out; each rest ends by hand.
    const counted = () => {
      const done = { parts: 0 };
      const rests: (() => void)[] = [];
      const views = new Views(
        async () => void (done.parts += 1),
        () => 0,
        () => new Promise((resolve) => void rests.push(resolve)),
      );
      views.open('a', HAIR);
      return { views, done, rests };
    };

    const foreseeing = () => {
      const foreseen: { readonly asked: Asked; readonly view: Partial<View> }[] = [];
      const listener = {
        tell: () => {},
        foresee: (asked: Asked, view: Partial<View>) => void foreseen.push({ asked, view }),
      };
      return { foreseen, listener };
    };
    const at = { caseId: 'a', viewer: 'plan', number: 1 };

    it('foresees what the next press will ask for, and nothing before', async () => {
      const { views, rests } = counted();
      const { foreseen, listener } = foreseeing();
      await views.view(at, WHOLE, listener);
      expect(foreseen).toEqual([]);
      rests[0]?.();
      const next = askedNext(HAIR, WHOLE);
      await vi.waitFor(() => expect(foreseen).toHaveLength(next.length));
      expect(foreseen.map(({ asked }) => asked)).toEqual(next);
      for (const { asked, view } of foreseen) expect(view).toEqual(whole(asked));
    });

    it('foresees further from what was foreseen, and tells nothing of that again', async () => {
      const { views, done, rests } = counted();
      const { foreseen, listener } = foreseeing();
      const [next] = askedNext(HAIR, WHOLE) as [Asked];
      views.arrive(at, next, { ...listener, tell: () => expect.unreachable() });
      expect(done.parts).toBe(0);
      rests[0]?.();
      await vi.waitFor(() => expect(foreseen).toHaveLength(askedNext(HAIR, next).length));
      expect(foreseen[0]?.asked.setting.fluenceJcm2).toBe(SETTING.fluenceJcm2 - 2);
    });

    it('is not waited for: the next question ends it', async () => {
      const { views, done, rests } = counted();
      await told(views, 1, []);
      await told(views, 2, []);
      rests[0]?.();
      await new Promise((resolve) => setImmediate(resolve));
      // Looked whether there is a newer one, and no more.
      expect(done.parts).toBe(2 * 7 + 1);
    });
  });

  it('hears of a case that is not open', async () => {
    await expect(told(new Views(async () => {}), 1, [])).rejects.toThrow('This case is not open');
  });
});
