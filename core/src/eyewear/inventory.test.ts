import { describe, expect, it } from 'vitest';
import {
  lookDue,
  misfitOf,
  peopleProtected,
  pulseKindOf,
  type Eyewear,
  type LabelBand,
} from './index';

const band = (fromNm: number, toNm: number, more: Partial<LabelBand> = {}): LabelBand => ({
  ...{ fromNm, toNm, density: 5, scale: null, pulses: null },
  ...more,
});
const pair = (bands: readonly LabelBand[], more: Partial<Eyewear> = {}): Eyewear => ({
  ...{ id: 'e', name: 'Diode goggles', kind: 'goggles', bands, visible: 0.3, colour: 'green' },
  ...{ count: 3, place: 'by the door', inService: true, lookedOn: '2026-03-31', state: 'sound' },
  ...more,
});
const diode = { wavelengthsNm: [810], pulseSeconds: 0.03, density: 5 };

describe('eyewear for a beam', () => {
  it('fits where its label reaches the density at every wavelength', () => {
    expect(misfitOf(pair([band(800, 830)]), diode)).toBeNull();
    expect(misfitOf(pair([band(800, 830, { density: 4.9 })]), diode)).toEqual({
      code: 'tooThin',
      density: 4.9,
    });
    expect(misfitOf(pair([band(1000, 1100)]), diode)).toEqual({ code: 'otherLight' });
    const both = { ...diode, wavelengthsNm: [810, 1064] };
    expect(misfitOf(pair([band(800, 830)]), both)).toEqual({ code: 'otherLight' });
    expect(misfitOf(pair([band(800, 830), band(1000, 1100)]), both)).toBeNull();
  });

  it('goes by the lower of two figures, and vouches for nothing where the label gives none', () => {
    expect(misfitOf(pair([band(800, 830, { density: 6, scale: 4 })]), diode)).toEqual({
      code: 'tooThin',
      density: 4,
    });
    expect(misfitOf(pair([band(800, 830, { density: null, scale: 5 })]), diode)).toBeNull();
    expect(misfitOf(pair([band(800, 830, { density: null })]), diode)).toEqual({
      code: 'tooThin',
      density: 0,
    });
  });

  it('has to be tested for pulses of that length where the label says for which', () => {
    expect(pulseKindOf(0.3)).toBe('continuous');
    expect([0.25, 1e-6].map(pulseKindOf)).toEqual(['long', 'long']);
    expect(pulseKindOf(6e-9)).toBe('short');
    expect(pulseKindOf(450e-12)).toBe('ultrashort');
    const long = pair([band(500, 1100, { density: 8, pulses: ['long'] })]);
    expect(misfitOf(long, diode)).toBeNull();
    expect(misfitOf(long, { ...diode, pulseSeconds: 6e-9 })).toEqual({
      code: 'otherPulse',
      pulse: 'short',
    });
  });

  it('is not worn once it is scratched, cracked or out of service', () => {
    const bands = [band(800, 830)];
    expect(misfitOf(pair(bands, { state: 'scratched' }), diode)).toEqual({
      code: 'damaged',
      state: 'scratched',
    });
    expect(misfitOf(pair(bands, { inService: false }), diode)).toEqual({ code: 'outOfService' });
  });

  it('is there for so many people; shields are the client’s alone', () => {
    expect(peopleProtected([pair([]), pair([], { kind: 'shields', count: 2 })])).toBe(3);
  });

  it('is looked over once a year', () => {
    expect(lookDue(pair([]))).toBe('2027-03-31');
    expect(lookDue(pair([], { lookedOn: null }))).toBeNull();
  });
});
