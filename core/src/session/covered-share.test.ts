import { describe, expect, it } from 'vitest';
import type { EventBody } from '../events';
import { coveredShare } from './covered-share';
import { BEGUN, events } from './hair-session.test-data';
import { visitRecord } from './visit-record';

const after = (...bodies: readonly EventBody[]) =>
  coveredShare(visitRecord(events(...BEGUN, ...bodies.map((body) => [6, body] as const))));
const cell = (number: number): EventBody => ({ kind: 'cellChosen', cell: number });
const pulses = (count: number): EventBody => ({ kind: 'pulsesFired', count });
const done = (number: number): EventBody => ({ kind: 'cellEnded', cell: number, how: 'done' });

// 400 cm² in cells of 100 cm² are four, with 278 ÷ 4 = 69.5 pulses each.
describe('the share of a zone that a session covered', () => {
  it('is not known before anything was planned', () => {
    expect(coveredShare(visitRecord([]))).toBeNull();
  });

  it('goes by the pulses given of those planned where no cell was ended', () => {
    expect(after(pulses(139))).toBeCloseTo(0.5, 9);
    expect(after(pulses(300))).toBe(1);
  });

  it('goes by the cells that were done', () => {
    expect(after(cell(1), pulses(10), done(1), cell(2), pulses(10), done(2))).toBeCloseTo(0.5, 9);
  });

  it('counts a cell that was left open, or out, by the pulses it was given', () => {
    const out: EventBody = { kind: 'cellEnded', cell: 2, how: 'leftOut' };
    expect(after(cell(1), pulses(70), done(1), cell(2), out)).toBeCloseTo(0.25, 9);
    const open = after(cell(1), pulses(70), done(1), cell(2), pulses(70), {
      kind: 'treatmentEnded',
    });
    expect(open).toBeCloseTo(0.5, 9);
  });
});
