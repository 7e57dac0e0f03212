import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ladder, startFor, upperOf, workingSkin, type Limits, type Subject } from './index';
import { DIODE, past, PROTOCOL, SUBJECT } from './plan.test-data';
import { defined } from '../units';

const ROW = defined(PROTOCOL.rows[0]);

const start = (
  subject: Subject,
  fluenceJcm2: number | null,
  binding: 'model' | 'protocol' = 'model',
) =>
  startFor({
    subject,
    working: workingSkin(subject),
    handpiece: DIODE,
    pulseMs: 30,
    row: ROW,
    limits: { device: 40, protocol: 40, model: fluenceJcm2, risk: null, history: fluenceJcm2 },
    upper: { fluenceJcm2, binding },
    told: subject.history.map((session) => ({ session, fluenceJcm2: 16, how: 'alike' as const })),
    today: '2026-11-24',
    own: {},
  });

const after = (endpoint: 'none' | 'right' | 'strong', painMax: number): Subject => ({
  ...SUBJECT,
  history: [past({ answer: { endpoint, adverse: [], painMax } })],
});

describe('where a session starts', () => {
  it('is a third up the row on a first visit: 12 + 12 ÷ 3', () => {
    expect(start(SUBJECT, 24)).toMatchObject({ fluenceJcm2: 16, cut: null });
  });

  it('is cut down to 0.85 of the upper end, so that two rungs are left, and says so', () => {
    // 0.85 × 17 = 14.45; 0.85 × 14 = 11.9, below the row's low end of 12.
    expect(start(SUBJECT, 17)).toMatchObject({ fluenceJcm2: 14, cut: 'secondRung' });
    expect(start(SUBJECT, 14)).toMatchObject({
      fluenceJcm2: 11,
      cut: 'upper',
      belowProtocol: true,
    });
  });

  it('is no more than a new client would get once skin or medicines have changed', () => {
    const borne = { ...SUBJECT, history: [past({ skin: SUBJECT.skin, medicines: [] })] };
    expect(start(borne, 24)).toMatchObject({ fluenceJcm2: 16, cut: null, changed: [] });
    // Now worked as IV: a new client starts at the row's low end of 12.
    const tanned = { ...borne, skin: { ...SUBJECT.skin, tan: 'fading' as const } };
    expect(start(tanned, 24)).toMatchObject({
      fluenceJcm2: 12,
      cut: 'newClient',
      changed: ['tan'],
    });
    const dense = { ...borne, hair: { ...SUBJECT.hair, density: 'dense' as const } };
    const medicated = { ...dense, medicines: ['doxycycline'] };
    expect(start(medicated, 24)).toMatchObject({ fluenceJcm2: 12, changed: ['newMedicine'] });
  });

  it('is nowhere where even the lowest step is too much', () => {
    expect(start(SUBJECT, null)).toBeNull();
  });

  // Last time 16 J/cm² on whole steps.
  it.each([
    ['none', 2, 17],
    ['right', 3, 16],
    ['right', 5, 14],
    ['strong', 2, 14],
    ['right', 7, 12],
  ] as const)('after “%s” and pain %i is %i', (endpoint, pain, fluence) => {
    expect(defined(start(after(endpoint, pain), 24)).fluenceJcm2).toBe(fluence);
  });

  it('is the low end for skin first worked as IV', () => {
    const tanned = { ...SUBJECT, skin: { ...SUBJECT.skin, tan: 'fading' as const } };
    expect(start(tanned, 24)).toMatchObject({
      fluenceJcm2: 12,
      basis: { kind: 'protocolLow', because: ['firstTypesIVtoVI'] },
    });
  });
});

describe('the upper end', () => {
  const limit = fc.option(fc.double({ min: 0.5, max: 60, noNaN: true }));
  const limits = fc.record({
    device: fc.double({ min: 3, max: 60, noNaN: true }),
    protocol: limit,
    model: limit,
    risk: limit,
    history: limit,
  }) as fc.Arbitrary<Limits>;

  it('is never above any of the limits, and one step more always would be', () => {
    fc.assert(
      fc.property(limits, (given) => {
        const lowest = Math.min(...Object.values(given).filter((each) => each !== null));
        const { fluenceJcm2, binding } = upperOf(given, DIODE);
        expect(given[binding]).toBe(lowest);
        if (fluenceJcm2 === null) expect(lowest).toBeLessThan(DIODE.fluenceJcm2.min);
        else {
          expect(fluenceJcm2).toBeLessThanOrEqual(lowest + 1e-9);
          if (fluenceJcm2 < DIODE.fluenceJcm2.max) expect(fluenceJcm2 + 1).toBeGreaterThan(lowest);
        }
      }),
    );
  });
});

describe('every ladder', () => {
  it('rises on the console’s steps, by a tenth at a time, five rungs at most', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 30 }), fc.integer({ min: 0, max: 20 }), (low, room) => {
        const rungs = ladder(low, low + room, DIODE.fluenceJcm2);
        expect(rungs[0]).toBe(low);
        expect(rungs.length).toBeLessThanOrEqual(5);
        rungs.slice(1).forEach((rung, i) => {
          expect(rung).toBeGreaterThan(defined(rungs[i]));
          expect(rung).toBeLessThanOrEqual(low + room);
        });
      }),
    );
  });
});
