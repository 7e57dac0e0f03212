import { STANDARD_AFTERCARE } from '@tidy-quill/core/aftercare';
import type { PastSession } from '@tidy-quill/core/plan';
import { visitRecord } from '@tidy-quill/core/session';
import { type VisitEvent } from '@tidy-quill/core/events';
import { describe, expect, it } from 'vitest';
import { moment, past, twoLights } from '@tidy-quill/core/samples';
import { defined } from '@tidy-quill/core/units';
import type { OpenZone } from '../../visit-engine/open-visit';
import { adviceFor, treatedZones } from './treated-zones';

const zone = (events: readonly VisitEvent[], more: Partial<OpenZone['area']> = {}): OpenZone => ({
  area: {
    ...{ id: 'area', clientId: 'c', site: 'forearm', side: 'left', job: 'ink', areaCm2: 40 },
    ...more,
  },
  record: visitRecord(events),
  consented: true,
  stage: 'sendHome',
});

const treated = (zones: readonly OpenZone[], history: readonly PastSession[] = []) =>
  treatedZones(
    {
      zones,
      before: { area: { history, foundLast: null, fades: [], openReactions: [] } },
      aftercare: { versionId: null, number: 0, content: STANDARD_AFTERCARE },
      catalogue: { protocol: {} },
    } as Parameters<typeof treatedZones>[0],
    [],
  );

const quiet = twoLights().filter(({ body }) => body.kind !== 'markSeen');

describe('what a client goes home with', () => {
  it('is worked out for every zone that was fired on, and for no other', () => {
    const planned = quiet.filter(({ at }) => at < moment(10));
    const other = zone(planned, { id: 'other' });
    expect(treated([zone(quiet), other]).map(({ zone: { area } }) => area.id)).toEqual(['area']);
  });

  it('comes back in eight weeks on ink, twelve where the skin was harmed', () => {
    // 24 November and 56 days; and 84.
    expect(defined(treated([zone(quiet)])[0]).next).toEqual({
      ...{ on: '2027-01-19', weeks: 8, because: 'inkClears' },
    });
    expect(defined(treated([zone(twoLights())])[0]).next).toEqual({
      ...{ on: '2027-02-16', weeks: 12, because: 'waitsForHealing' },
    });
  });

  it('counts the visits before: from the fifth on, hair has two weeks more', () => {
    const hair = zone(quiet, { job: 'hair', site: 'chin' });
    const before = (count: number) =>
      Array.from({ length: count }, (_, month) => past({ on: `2026-0${month + 2}-01` }));
    const next = (count: number) => defined(treated([hair], before(count))[0]).next;
    expect(next(3)).toMatchObject({ weeks: 4, because: 'siteInterval' });
    expect(next(4)).toMatchObject({ weeks: 6, because: 'regrowthSlowing' });
  });

  it('says of a harmed zone what a quiet one is not told, and keeps the later day', () => {
    const codes = (list: readonly OpenZone[]) => adviceFor(treated(list)).map(({ code }) => code);
    expect(codes([zone(quiet)])).toContain('blisterInk');
    expect(codes([zone(twoLights())])).toContain('leaveBlisterClosed');
    expect(codes([zone(twoLights())])).not.toContain('blisterInk');
    const cool = (list: readonly OpenZone[]) =>
      defined(adviceFor(treated(list)).find(({ code }) => code === 'noHeatOrSport')).until;
    // Two days, or seven; of both zones together the later.
    expect(cool([zone(quiet)])).toBe('2026-11-26');
    expect(cool([zone(quiet), zone(twoLights(), { id: 'other' })])).toBe('2026-12-01');
  });
});
