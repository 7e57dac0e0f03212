import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  mergedFields,
  refuseMerging,
  refusePairs,
  samePlaces,
  type Mergeable,
  type Place,
} from './merging';

const KEPT: Mergeable = {
  ...{ id: 'kept', birthDate: '1991-03-04', phone: '01632 960 781', email: '', note: '' },
  ...{ contactBy: null, language: null, doNotContact: false, guardian: null, wishes: null },
  ...{ alert: 'Faints at needles', erasedAt: null, mergedInto: null },
};
const GONE: Mergeable = {
  ...{ ...KEPT, id: 'gone', phone: '01632 960 444', email: 't@example.org', language: 'pl' },
  ...{ doNotContact: true, alert: 'Keloids', note: 'Asked for Fridays' },
};
const leg: Place = { id: 'k1', site: 'lowerLeg', side: 'left', job: 'hair' };
const tattoo: Place = { id: 'k2', site: 'forearm', side: 'right', job: 'ink' };
const goneLeg: Place = { ...leg, id: 'g1' };
const goneTattoo: Place = { ...tattoo, id: 'g2' };

describe('merging two records', () => {
  it.each([
    [KEPT, GONE, 0, null],
    [KEPT, KEPT, 0, 'same'],
    [KEPT, { ...GONE, erasedAt: '2026-01-02T00:00:00Z' }, 0, 'erased'],
    [{ ...KEPT, mergedInto: 'third' }, GONE, 0, 'merged'],
    [KEPT, GONE, 1, 'underWay'],
  ])('%#', (kept, gone, underWay, refusal) => {
    expect(refuseMerging(kept, gone, underWay)).toBe(refusal);
  });

  it('keeps what the first says, fills what it does not, and loses no warning', () => {
    expect(mergedFields(KEPT, GONE)).toEqual({
      ...{ phone: '01632 960 781', email: 't@example.org', contactBy: null, language: 'pl' },
      ...{ guardian: null, wishes: null, doNotContact: true, note: 'Asked for Fridays' },
      alert: 'Faints at needles / Keloids',
    });
    expect(mergedFields(KEPT, KEPT).alert).toBe('Faints at needles');
  });
});

describe('areas of two records', () => {
  it('are one where site, side and what is treated are the same', () => {
    expect(samePlaces([leg, tattoo], [goneTattoo, goneLeg])).toEqual([
      { from: 'g2', into: 'k2' },
      { from: 'g1', into: 'k1' },
    ]);
    expect(samePlaces([leg], [{ ...goneLeg, side: 'right' }])).toEqual([]);
    expect(samePlaces([leg], [{ ...goneLeg, job: 'ink' }])).toEqual([]);
  });

  it.each([
    [[{ from: 'g1', into: 'k1' }], null],
    [
      [
        { from: 'g1', into: 'k1' },
        { from: 'g2', into: 'k2' },
      ],
      null,
    ],
    [[{ from: 'g2', into: 'k2' }], 'hairApart'],
    [[], 'hairApart'],
    [
      [
        { from: 'g1', into: 'k1' },
        { from: 'g1', into: 'k2' },
      ],
      'twice',
    ],
    [[{ from: 'g1', into: 'k2' }], 'notAPlace'],
    [[{ from: 'k1', into: 'k1' }], 'notAPlace'],
  ])('chosen as %j: %s', (pairs, refusal) => {
    expect(refusePairs([leg, tattoo], [goneLeg, goneTattoo], pairs)).toBe(refusal);
  });

  it('may always be paired as proposed', () => {
    const areas = (prefix: string) =>
      fc
        .array(
          fc.record({
            site: fc.constantFrom('lowerLeg', 'forearm'),
            side: fc.constantFrom('left', 'right'),
            job: fc.constantFrom('hair', 'ink'),
          }),
          { maxLength: 6 },
        )
        .map((list) => list.map((place, index): Place => ({ ...place, id: `${prefix}${index}` })));
    fc.assert(
      fc.property(areas('k'), areas('g'), (kept, gone) => {
        expect(refusePairs(kept, gone, samePlaces(kept, gone))).toBeNull();
      }),
    );
  });
});
