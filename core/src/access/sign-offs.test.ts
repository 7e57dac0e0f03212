import { describe, expect, it } from 'vitest';
import {
  isSignedOff,
  signOffOf,
  signOffProblem,
  skillsLacking,
  type SignOff,
  type SignOffsKept,
} from './sign-offs';

const entry = (more: Partial<SignOff>): SignOff => ({
  ...{ staffId: 't', skills: ['inMotion', 'limb'], from: '2026-11-01', until: null },
  ...{ withdrawn: false, at: '2026-11-01T09:00:00.000Z' },
  ...more,
});
const kept = (more: Partial<SignOffsKept> = {}): SignOffsKept => ({
  ...{
    rule: 'approve',
    asked: ['stamping', 'inMotion', 'ink', 'face', 'limb'],
    signOffs: [entry({})],
  },
  ...more,
});
const technician = { staffId: 't', role: 'technician' } as const;
const thigh = { job: 'hair', site: 'thigh', technique: 'inMotion' } as const;
const on = '2026-11-20';

describe('a sign-off', () => {
  it.each([
    ['the day before', '2026-10-31', false],
    ['its first day', '2026-11-01', true],
    ['its last day', '2026-12-01', true],
    ['the day after', '2026-12-02', false],
  ])('on %s', (_what, day, holds) => {
    expect(isSignedOff([entry({ until: '2026-12-01' })], 't', 'limb', day)).toBe(holds);
  });

  it('gives way to a later one of the same skill, and to its withdrawal', () => {
    const taken = entry({ skills: ['limb'], withdrawn: true, at: '2026-11-10T09:00:00.000Z' });
    const list = [taken, entry({})];
    expect(isSignedOff(list, 't', 'limb', on)).toBe(false);
    expect(isSignedOff(list, 't', 'inMotion', on)).toBe(true);
    expect(signOffOf(list, 't', 'limb')).toBe(taken);
    expect(signOffOf(list, 'u', 'limb')).toBeNull();
  });

  it('is never one’s own, and does not end before it begins', () => {
    expect(signOffProblem(entry({}), 't')).toBe('ownSignOff');
    expect(signOffProblem(entry({ until: '2026-10-31' }), 's')).toBe('endsFirst');
    expect(signOffProblem(entry({ until: '2026-11-01' }), 's')).toBeNull();
  });
});

describe('what somebody lacks', () => {
  it.each([
    ['nothing, where all is signed', thigh, []],
    ['another school', { ...thigh, technique: 'stamping' }, [['stamping']]],
    ['the place', { ...thigh, site: 'chin' }, [['face']]],
    ['nothing on a place that the clinic does not ask for', { ...thigh, site: 'underarm' }, []],
    ['nothing in a school that it does not ask for', { ...thigh, technique: 'suction' }, []],
    ['nothing before a school is chosen: one of them will do', { ...thigh, technique: null }, []],
    ['ink and the face', { job: 'ink', site: 'neck', technique: null }, [['ink'], ['face']]],
  ] as const)('is %s', (_what, need, lacking) => {
    expect(skillsLacking(kept(), technician, need, on)).toEqual(lacking);
  });

  it('is nothing under no rule, and for a supervisor; an owner needs them like others', () => {
    const ink = { job: 'ink', site: 'forearm', technique: null } as const;
    expect(skillsLacking(kept({ rule: 'off' }), technician, ink, on)).toEqual([]);
    expect(skillsLacking(kept(), { ...technician, role: 'supervisor' }, ink, on)).toEqual([]);
    expect(skillsLacking(kept(), { staffId: 'o', role: 'owner' }, ink, on)).toEqual([
      ['ink'],
      ['limb'],
    ]);
  });

  it('is the same under a rule that only says so', () => {
    const need = { ...thigh, site: 'chin' } as const;
    expect(skillsLacking(kept({ rule: 'say' }), technician, need, on)).toEqual([['face']]);
  });
});
