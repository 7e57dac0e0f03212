import { describe, expect, it } from 'vitest';
import { isSetUp, setupSteps, type SetupSoFar } from './setup-steps';

const NOTHING: SetupSoFar = {
  ...{ emergencyPhone: '', hoursSaid: false, rooms: 0, staff: [{ role: 'owner' }] },
  ...{ eyewearFits: false, consoles: 0 },
  approved: {
    ...{ devices: false, protocol: false },
    ...{ suitability: false, consents: false, aftercare: false },
  },
};
const left = (so: SetupSoFar) =>
  setupSteps(so).flatMap(({ id, done, needed }) => (done ? [] : [needed ? `${id}!` : id]));

describe('what a clinic sets up', () => {
  it('is all of it for an owner who has just begun', () => {
    expect(left(NOTHING)).toEqual([
      ...['emergencyPhone', 'hours', 'rooms!', 'supervisor!', 'treats!', 'devices!'],
      ...['protocol!', 'suitability', 'consents', 'aftercare', 'eyewear', 'consoles'],
    ]);
    expect(isSetUp(setupSteps(NOTHING))).toBe(false);
  });

  it('is enough for a first client once there is a room, a supervisor, devices and a protocol', () => {
    const ready: SetupSoFar = {
      ...NOTHING,
      ...{ rooms: 1, staff: [{ role: 'owner' }, { role: 'supervisor' }] },
      approved: { ...NOTHING.approved, devices: true, protocol: true },
    };
    expect(left(ready)).toEqual([
      'emergencyPhone',
      'hours',
      'suitability',
      'consents',
      'aftercare',
      'eyewear',
      'consoles',
    ]);
    expect(isSetUp(setupSteps(ready))).toBe(true);
    const without = { ...ready, approved: { ...ready.approved, protocol: false } };
    expect(isSetUp(setupSteps(without))).toBe(false);
  });

  it('takes no technician for a supervisor, and a telephone number of blanks for none', () => {
    const so = { ...NOTHING, emergencyPhone: '  ', staff: [{ role: 'technician' as const }] };
    expect(left(so).slice(0, 4)).toEqual(['emergencyPhone', 'hours', 'rooms!', 'supervisor!']);
    expect(left(so)).not.toContain('treats!');
  });
});
