import { describe, expect, it } from 'vitest';
import {
  calibreOf,
  coolingDials,
  coolingFits,
  evaluate,
  alternativesFor,
  turned,
  workingSkin,
  type Handpiece,
  type Setting,
} from './index';
import {
  ALEXANDRITE,
  CASE,
  DIODE,
  PROTOCOL,
  SETTING,
  SUBJECT,
  withSubject,
} from './plan.test-data';
import { defined } from '../units';

const contact: { kind: 'contact'; plateC: number; preSeconds: number } = {
  kind: 'contact',
  plateC: 5,
  preSeconds: 0.5,
};

describe('the dials of a cooling', () => {
  it('move by their own step and end where they end', () => {
    const [plate, before] = coolingDials(contact);
    expect(turned(contact, defined(plate), -1)).toEqual({ ...contact, plateC: 4 });
    expect(turned(contact, defined(plate), -11)).toBeNull();
    expect(turned(contact, defined(before), 1)).toEqual({ ...contact, preSeconds: 0.6 });
  });

  it('are all that may differ from what the handpiece has', () => {
    expect(coolingFits(DIODE, { ...contact, plateC: 0 })).toBe(true);
    expect(coolingFits(DIODE, { ...contact, plateC: 21 })).toBe(false);
    expect(coolingFits(DIODE, { kind: 'ice', seconds: 10 })).toBe(false);
    const gel = { kind: 'gelPlate', plateC: 5, preSeconds: 1, gelMm: 2 } as const;
    const underGel = { ...DIODE, cooling: gel };
    expect(coolingFits(underGel, { ...gel, preSeconds: 2 })).toBe(true);
    expect(coolingFits(underGel, { ...gel, gelMm: 4 })).toBe(false);
  });

  it('refuse by name what the handpiece cannot do', () => {
    const codes = (cooling: Handpiece['cooling']) =>
      evaluate(CASE, { ...SETTING, cooling }).refusals.map(({ code }) => code);
    expect(codes({ kind: 'air' })).toContain('coolingNotOffered');
    expect(codes({ ...contact, plateC: 2 })).toEqual([]);
  });

  it('raise the ceiling with a colder plate', () => {
    const ceiling = (plateC: number) =>
      defined(evaluate(CASE, { ...SETTING, cooling: { ...contact, plateC } }).model).ceilingJcm2;
    expect(ceiling(0)).toBeGreaterThan(ceiling(5));
    expect(ceiling(5)).toBeGreaterThan(ceiling(15));
  });
});

describe('easing a setting that was too much', () => {
  const eased = alternativesFor(CASE, { ...SETTING, pulseMs: 20 });
  const of = (kind: string) => eased.options.find((each) => each.kind === kind);

  it('takes a tenth off the fluence: 16 × 0.9 = 14.4, on the console’s step 14', () => {
    expect(defined(of('fluence')).setting.fluenceJcm2).toBe(14);
  });

  it('finds the shortest longer pulse that eases as much', () => {
    expect(defined(of('pulse')).setting).toMatchObject({ pulseMs: 30, fluenceJcm2: 16 });
    const most = defined(eased.before) * 0.9 + 1e-9;
    for (const { load } of eased.options) expect(defined(load)).toBeLessThanOrEqual(most);
  });

  it('finds the least cooling that does, where there is room for it', () => {
    const warm: Handpiece = { ...DIODE, cooling: { ...contact, plateC: 20 } };
    const found = alternativesFor({ ...CASE, handpieces: [warm] }, SETTING);
    const { setting, load } = defined(found.options.find(({ kind }) => kind === 'cooling'));
    const { plateC } = setting.cooling as typeof contact;
    expect(plateC).toBeLessThan(20);
    expect(defined(load)).toBeLessThanOrEqual(defined(found.before) * 0.9 + 1e-9);
    // One degree warmer would not have been enough.
    const warmer = { ...setting, cooling: { ...contact, plateC: plateC + 1 } };
    const { model } = evaluate({ ...CASE, handpieces: [warm] }, warmer);
    expect(warmer.fluenceJcm2 / defined(model).ceilingJcm2).toBeGreaterThan(
      defined(found.before) * 0.9,
    );
  });

  it('prefers what leaves the hair most', () => {
    const most = Math.max(...eased.options.map(({ reach }) => defined(reach)));
    expect(defined(of(defined(eased.preferred))).reach).toBe(most);
    expect(eased.preferred).toBe('pulse');
  });

  it('knows only less fluence where the model is silent, and prefers nothing', () => {
    const scarred = withSubject({ skin: { ...SUBJECT.skin, surface: 'scarred' } });
    const silent = alternativesFor(scarred, SETTING);
    expect(silent.before).toBeNull();
    expect(silent.options.map(({ kind }) => kind)).toEqual(['fluence']);
    expect(silent.preferred).toBeNull();
  });

  it('offers no pulse beyond the protocol’s row, and no handpiece that is gone', () => {
    const longest: Setting = { ...SETTING, pulseMs: 40 };
    const kinds = alternativesFor(CASE, longest).options.map(({ kind }) => kind);
    expect(defined(PROTOCOL.rows[0]).pulseMs.high).toBe(40);
    expect(kinds).not.toContain('pulse');
    expect(alternativesFor({ ...CASE, handpieces: [ALEXANDRITE] }, SETTING).options).toEqual([]);
  });
});

describe('where the model is not to be trusted', () => {
  const on = (surface: 'scarred' | 'tattooed') =>
    evaluate(withSubject({ skin: { ...SUBJECT.skin, surface } }), SETTING);

  it('gives no number on a scar, starts low and asks for care', () => {
    const found = on('scarred');
    expect(found).toMatchObject({ model: null, modelSilence: 'scarred', refusals: [] });
    // The limit of plain skin of this type is higher: 31 × 0.7.
    expect(defined(found.limits).model).toBeCloseTo(21.7, 1);
    expect(found.cautions).toContain('scarred');
    expect(found.start).toMatchObject({
      fluenceJcm2: 12,
      basis: { kind: 'protocolLow', because: ['scarred'] },
    });
  });

  it('refuses hair settings over a tattoo', () => {
    expect(on('tattooed').refusals).toContainEqual({ code: 'overTattoo' });
    expect(on('tattooed').model).toBeNull();
  });
});

describe('skin and hair as measured', () => {
  const skin = SUBJECT.skin;

  it('take the darker of the type found and of unexposed skin, and say so where the type differs', () => {
    // Type III is 0.023; unexposed skin at 0.033 is type IV.
    const found = { ...skin, measuredFraction: null };
    const darker = workingSkin({ site: 'upperArm', skin: { ...found, unexposedFraction: 0.033 } });
    expect(darker).toMatchObject({ type: 4, additions: ['unexposedDarker'] });
    // A little above a type's own melanin already counts as the next.
    const near = workingSkin({ site: 'upperArm', skin: { ...found, unexposedFraction: 0.024 } });
    expect(near).toMatchObject({ type: 4, melanosomeFraction: 0.024 });
    const paler = workingSkin({ site: 'upperArm', skin: { ...found, unexposedFraction: 0.016 } });
    expect(paler).toMatchObject({ type: 3, melanosomeFraction: 0.023 });
  });

  it('plan with a measured diameter instead of its class', () => {
    const hair = { ...SUBJECT.hair, diameterUm: 72 };
    const of = (subject: Partial<typeof SUBJECT>) => evaluate(withSubject(subject), SETTING);
    // d² ÷ 16α: 60 µm gives 2.05 ms, 72 µm 2.95 ms.
    expect(of({}).hairRelaxationMs).toBeCloseTo(2.045, 2);
    expect(of({ hair }).hairRelaxationMs).toBeCloseTo(2.945, 2);
    expect(defined(defined(of({ hair }).model).floorJcm2)).toBeLessThan(
      defined(defined(of({}).model).floorJcm2),
    );
  });

  it.each([
    [5, 'fine'],
    [49, 'fine'],
    [51, 'medium'],
    [69, 'medium'],
    [71, 'coarse'],
    [91, 'veryCoarse'],
  ])('%i µm is %s', (diameterUm, calibre) => {
    expect(calibreOf(diameterUm)).toBe(calibre);
  });

  it('refuse a diameter that no hair has', () => {
    expect(() => calibreOf(300)).toThrow(/hair\.diameterUm/);
  });
});
