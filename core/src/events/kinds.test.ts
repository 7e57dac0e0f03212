import { describe, expect, it } from 'vitest';
import { EVENT_KINDS, isOfVisit, isPress, type KindRules } from './kinds';
import type { EventKind } from './event';

const of = (holds: (rules: KindRules) => boolean) =>
  (Object.keys(EVENT_KINDS) as EventKind[]).filter((kind) => holds(EVENT_KINDS[kind])).sort();

describe('kinds of events', () => {
  it('take the fast lane only where they tell what happened and let nothing go on', () => {
    expect(of(({ lane }) => lane === 'press')).toEqual([
      ...['resumed', 'settingChanged', 'treatmentReopened', 'treatmentStarted', 'undone'],
    ]);
    expect(of(({ lane, fires, limited }) => lane === 'fast' && (fires || limited))).toEqual([]);
  });

  it('fire light twice: as a test spot, and as a treatment', () => {
    expect(of(({ fires }) => fires)).toEqual(['spotFired', 'treatmentStarted']);
  });

  it('are added to a signed record only where they change nothing that was signed', () => {
    expect(of(({ signed }) => signed === 'silent')).toEqual(['adviceGiven', 'recordSigned']);
    expect(of(({ signed, undo }) => signed !== 'refused' && undo !== 'never')).toEqual([]);
  });

  it('are taken back from the session alone, and a spot until it was read', () => {
    expect(of(({ undo, lane }) => undo === 'session' && lane !== 'fast')).toEqual([]);
    expect(of(({ undo }) => undo === 'unread')).toEqual(['spotFired']);
  });

  it('that need a supervisor or a signature have no way around their own route', () => {
    expect(of(({ who }) => who === 'ownRoute')).toEqual([
      ...[
        'planAccepted',
        'reactionAgreed',
        'recordSigned',
        'sentHome',
        'signOffAgreed',
        'spotWaived',
      ],
      'stopOverridden',
    ]);
  });

  it('are pressed for one zone, never for the whole visit', () => {
    expect(isPress({ kind: 'stopped' })).toBe(true);
    expect(isPress({ kind: 'zoneLeft', areaId: 'a', reason: '' })).toBe(false);
    expect(of(({ lane, scope }) => lane !== 'judged' && scope === 'visit')).toEqual([]);
    expect(isOfVisit('sentHome')).toBe(true);
  });
});
