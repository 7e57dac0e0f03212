import { describe, expect, it } from 'vitest';
import {
  asksForClinician,
  closingProblem,
  firstSteps,
  INCIDENT_SORTS,
  takesOutOfUse,
} from './index';

describe('an incident', () => {
  it('begins with making the device safe, whatever it was', () => {
    for (const sort of INCIDENT_SORTS) expect(firstSteps(sort)[0], sort).toBe('stopAndStandby');
  });

  it('of an eye or a burn is closed once a clinician has seen it, any other at once', () => {
    expect(INCIDENT_SORTS.filter(asksForClinician)).toEqual(['eyeExposure', 'burn']);
    expect(closingProblem('eyeExposure', [{ kind: 'noted' }])).toBe('notSeen');
    expect(closingProblem('eyeExposure', [{ kind: 'seen' }])).toBeNull();
    expect(closingProblem('misfire', [])).toBeNull();
    expect(closingProblem('misfire', [{ kind: 'closed' }])).toBe('closedAlready');
  });

  it('of the device itself takes it out of use', () => {
    expect(INCIDENT_SORTS.filter(takesOutOfUse)).toEqual(['misfire', 'smoke', 'handpieceFall']);
  });
});
