import { describe, expect, it } from 'vitest';
import { scheduleWith, STILL_AIR } from '../heat';
import {
  evaluate,
  settingCautions,
  stretchedSkin,
  windowFor,
  windowInput,
  workingSkin,
  type Handpiece,
  type Setting,
} from './index';
import { CASE, DIODE, PROTOCOL, SETTING, SUBJECT } from './plan.test-data';
import { defined } from '../units';

const BARE: Handpiece = { ...DIODE, cooling: { kind: 'none' }, gel: false };
const ceiling = (handpiece: Handpiece, setting: Setting) =>
  defined(evaluate({ ...CASE, handpieces: [handpiece] }, setting).model).ceilingJcm2;

describe('cooling on top of the handpiece’s own', () => {
  it('adds cold air beside what lies open: transfers add, temperatures weighted by them', () => {
    // Still air 10 at 22 °C and cold air 250 at −25 °C, W/m²K: 260 at (220 − 6250) ÷ 260 = −23.19 °C.
    const { before, during, after } = scheduleWith({ kind: 'none' }, { air: true });
    expect(during.transfer).toBeCloseTo(260e-4, 9);
    expect(during.temperatureC).toBeCloseTo(-23.192, 3);
    expect(after).toEqual(during);
    expect(before).toEqual([{ ...during, seconds: 2 }]);
  });

  it('blows on nothing that a plate touches', () => {
    const plate = { kind: 'contact', plateC: 5, preSeconds: 0.5 } as const;
    expect(scheduleWith(plate, { air: true })).toEqual(scheduleWith(plate, undefined));
  });

  it('lays a pack on first, then five seconds of still air, then the handpiece’s own sequence', () => {
    const { before } = scheduleWith({ kind: 'air' }, { packSeconds: 120 });
    expect(before.map(({ seconds }) => seconds)).toEqual([120, 5, 2]);
    expect(before[0]).toMatchObject({ transfer: 500e-4, temperatureC: 0 });
    expect(before[1]).toMatchObject(STILL_AIR);
    expect(() => scheduleWith({ kind: 'none' }, { packSeconds: 301 })).toThrow(/packSeconds/);
  });

  it('never lowers a ceiling, with whatever the handpiece has, stamped or in motion', () => {
    const moving = {
      ...SETTING,
      technique: 'inMotion',
      pulseMs: 10,
      rateHz: 10,
      passes: 8,
      fluenceJcm2: 6,
    } as const;
    for (const handpiece of [BARE, DIODE]) {
      for (const setting of [SETTING, moving]) {
        const plain = ceiling(handpiece, setting);
        for (const added of [{ air: true }, { packSeconds: 60 }, { packSeconds: 300, air: true }]) {
          expect(ceiling(handpiece, { ...setting, added })).toBeGreaterThanOrEqual(plain - 1e-6);
        }
      }
    }
    expect(ceiling(BARE, { ...SETTING, added: { packSeconds: 120 } })).toBeGreaterThan(
      ceiling(BARE, SETTING) * 1.02,
    );
  });

  it('counts the time cooled afterwards for nothing', () => {
    const added = { afterSeconds: 600 };
    expect(ceiling(BARE, { ...SETTING, added })).toBe(ceiling(BARE, SETTING));
  });

  it('says when cold itself may harm: more than 1 s under −2 °C, or 300 s of a pack', () => {
    expect(settingCautions({}, 1)).toEqual([]);
    expect(settingCautions({}, 1.01)).toEqual(['frost']);
    expect(settingCautions({ added: { packSeconds: 299 } }, 0)).toEqual([]);
    expect(settingCautions({ added: { packSeconds: 300 } }, 0)).toEqual(['longCold']);
  });
});

describe('skin drawn in by suction', () => {
  const WINDOW: Handpiece = { ...BARE, techniques: ['suction'], suctionStretch: 1 };
  const at = (suctionStretch: number) => {
    const setting = { ...SETTING, technique: 'suction' } as const;
    const handpiece = { ...WINDOW, suctionStretch };
    return windowFor(
      windowInput(SUBJECT, workingSkin(SUBJECT), handpiece, setting, PROTOCOL.techniques),
    );
  };

  it('is skin at rest at a stretch of 1, and thinner with less blood beyond', () => {
    const rest = { melanosomeFraction: 0.023, epidermisUm: 80, dermisMm: 4 };
    expect(stretchedSkin(rest, 1)).toBe(rest);
    expect(stretchedSkin(rest, 1.25)).toMatchObject({ epidermisUm: 64, dermisMm: 3.2 });
    expect(stretchedSkin(rest, 1.3).bloodShare).toBeCloseTo(0.3, 9);
    const stamped = windowInput(
      SUBJECT,
      workingSkin(SUBJECT),
      WINDOW,
      SETTING,
      PROTOCOL.techniques,
    );
    expect(at(1)).toEqual(windowFor(stamped));
  });

  it('moves ceiling and floor smoothly with the stretch', () => {
    const stretches = [1, 1.05, 1.1, 1.15, 1.2, 1.25, 1.3, 1.35, 1.4];
    const windows = stretches.map(at);
    windows.slice(1).forEach((window, i) => {
      const before = defined(windows[i]);
      expect(Math.abs(window.ceilingJcm2 / before.ceilingJcm2 - 1)).toBeLessThan(0.08);
      expect(Math.abs(defined(window.floorJcm2) / defined(before.floorJcm2) - 1)).toBeLessThan(
        0.08,
      );
    });
    const ceilings = windows.map(({ ceilingJcm2 }) => ceilingJcm2);
    const rising = ceilings.every((each, i) => i === 0 || each >= defined(ceilings[i - 1]) - 0.02);
    const falling = ceilings.every((each, i) => i === 0 || each <= defined(ceilings[i - 1]) + 0.02);
    expect(rising || falling).toBe(true);
  });

  it('covers its area ÷ the stretch of skin at rest', () => {
    const handpiece = { ...WINDOW, suctionStretch: 1.25 };
    const row = { ...defined(PROTOCOL.rows[0]), id: 'suction', technique: 'suction' as const };
    const plan = { ...CASE, handpieces: [handpiece], protocol: { ...PROTOCOL, rows: [row] } };
    const { work } = evaluate(plan, { ...SETTING, technique: 'suction' });
    // 400 cm² × 1.25 ÷ 1.44 cm² = 347.2.
    expect(work.pulses).toBe(348);
  });
});
