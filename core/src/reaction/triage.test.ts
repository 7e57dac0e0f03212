import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  EXTENTS,
  REACTION_KINDS,
  REACTION_SIGNS,
  secondLook,
  TRENDS,
  triage,
  TRIAGE_LEVELS,
  URGENT_SIGNS,
  type ReactionReport,
  type TriageCase,
  type TriageLevel,
  type TriageReason,
} from './index';
import { defined } from '../units';

const TREATED = '2026-11-24T10:00:00.000Z';
const after = (hours: number) => new Date(Date.parse(TREATED) + hours * 3_600_000).toISOString();

const REPORT: ReactionReport = {
  what: 'redness',
  onsetAt: TREATED,
  extent: 'part',
  sizeCm: 1,
  place: null,
  trend: 'same',
  signs: [],
};

type More = Partial<Omit<TriageCase, 'report' | 'now'>> &
  Partial<Omit<ReactionReport, 'onsetAt'>> & {
    readonly onset?: number;
    readonly seen?: number;
  };

/** A case in hours after the last pulse: when it began, and when it is judged. */
function caseOf({ onset = 2, seen = 24, ...more }: More): TriageCase {
  const { what, extent, sizeCm, place, trend, signs, ...session } = more;
  const own = { what, extent, sizeCm, place, trend, signs };
  const given = Object.fromEntries(Object.entries(own).filter(([, value]) => value !== undefined));
  return {
    report: { ...REPORT, ...given, onsetAt: after(onset) },
    treatedAt: TREATED,
    now: after(seen),
    job: 'hair',
    wavelengthNm: 810,
    workingType: 2,
    face: false,
    dependent: false,
    ...session,
  };
}

const level = (more: More) => triage(caseOf(more)).level;
const reasons = (more: More) => triage(caseOf(more)).reasons.map(({ reason }) => reason);

describe('triage on each side of each bound', () => {
  const DAY = 24;
  it.each<[string, More, TriageLevel, TriageReason]>([
    ['redness at 48 h', { seen: 48 }, 'normal', 'withinNormalDays'],
    ['redness after 48 h', { seen: 48.1 }, 'advice', 'longerThanUsual'],
    ['redness at 72 h', { seen: 72 }, 'advice', 'longerThanUsual'],
    ['redness after 72 h', { seen: 72.1 }, 'seeToday', 'farTooLong'],
    ['redness on ink at 7 days', { job: 'ink', seen: 7 * DAY }, 'normal', 'withinNormalDays'],
    ['redness on ink after 7', { job: 'ink', seen: 7 * DAY + 1 }, 'advice', 'longerThanUsual'],
    ['redness on ink after 14', { job: 'ink', seen: 14 * DAY + 1 }, 'seeToday', 'farTooLong'],
    ['redness worse at 24 h', { trend: 'worse', seen: 24 }, 'advice', 'gettingWorse'],
    [
      'redness of a face worse at 12 h',
      { trend: 'worse', seen: 12, face: true },
      'seeToday',
      'gettingWorse',
    ],
    [
      'swelling of a face worse at 20 h',
      { what: 'swelling', trend: 'worse', seen: 20, face: true },
      'seeToday',
      'gettingWorse',
    ],
    [
      'swelling with a rash over the body',
      { what: 'swelling', signs: ['overBody'] },
      'clinicianNow',
      'overBody',
    ],
    ['redness over the body', { signs: ['overBody'] }, 'seeToday', 'overBody'],
    ['bleeding skin', { signs: ['bleeding'] }, 'seeToday', 'bleeding'],
    ['skin that weeps after hair removal', { signs: ['weeping'] }, 'seeToday', 'weeping'],
    [
      'paler 2 h after hair light',
      { what: 'palerSkin', seen: 2, onset: 2 },
      'seeToday',
      'paleBurn',
    ],
    [
      'paler and worse at 60 days',
      { what: 'palerSkin', trend: 'worse', seen: 60 * DAY, onset: 30 * DAY },
      'seeToday',
      'gettingWorse',
    ],
    [
      'a blister of ink worse on day 5',
      { what: 'blister', job: 'ink', wavelengthNm: 1064, onset: 20, trend: 'worse', seen: 5 * DAY },
      'seeToday',
      'gettingWorse',
    ],
    [
      'a blister of ink still there on day 21',
      { what: 'blister', job: 'ink', wavelengthNm: 1064, onset: 20, seen: 21 * DAY },
      'seeToday',
      'farTooLong',
    ],
    ['infected ink', { what: 'infection', job: 'ink' }, 'clinicianNow', 'infectionSigns'],
    ['pus in ink', { what: 'crust', job: 'ink', signs: ['pus'] }, 'clinicianNow', 'pus'],
    ['redness worse after 24 h', { trend: 'worse', seen: 24.1 }, 'seeToday', 'gettingWorse'],
    ['swelling at 3 days', { what: 'swelling', seen: 72 }, 'normal', 'withinNormalDays'],
    ['swelling after 3 days', { what: 'swelling', seen: 73 }, 'advice', 'longerThanUsual'],
    ['swelling after 7 days', { what: 'swelling', seen: 169 }, 'seeToday', 'farTooLong'],
    ['crust after hair', { what: 'crust', seen: 10 }, 'advice', 'longerThanUsual'],
    ['crust over all of it', { what: 'crust', extent: 'whole' }, 'seeToday', 'wholeArea'],
    ['crust on type III', { what: 'crust', workingType: 3 }, 'advice', 'longerThanUsual'],
    ['crust on type IV', { what: 'crust', workingType: 4 }, 'seeToday', 'darkSkin'],
    [
      'crust of ink at 14 d',
      { what: 'crust', job: 'ink', seen: 336 },
      'normal',
      'withinNormalDays',
    ],
    [
      'crust of ink after 14',
      { what: 'crust', job: 'ink', seen: 337 },
      'advice',
      'longerThanUsual',
    ],
    ['crust of ink after 21', { what: 'crust', job: 'ink', seen: 505 }, 'seeToday', 'farTooLong'],
    ['purpura on a face', { what: 'purpura', face: true }, 'seeToday', 'onFace'],
    ['purpura of ink', { what: 'purpura', job: 'ink' }, 'normal', 'withinNormalDays'],
    ['blister after hair', { what: 'blister' }, 'seeToday', 'blisterIsBurn'],
    ['darker for 182 days', { what: 'darkerSkin', seen: 182 * DAY }, 'advice', 'pigmentFades'],
    ['darker for longer', { what: 'darkerSkin', seen: 183 * DAY }, 'seeToday', 'pigmentLasts'],
    ['paler for 90 days', { what: 'palerSkin', seen: 90 * DAY }, 'advice', 'paleWatch'],
    ['paler for longer', { what: 'palerSkin', seen: 91 * DAY }, 'seeToday', 'paleLasts'],
    ['a flat scar', { what: 'scar' }, 'advice', 'scarForms'],
    ['a raised scar', { what: 'scar', signs: ['raised'] }, 'seeToday', 'scarRaised'],
    ['a growing scar', { what: 'scar', trend: 'worse' }, 'seeToday', 'scarRaised'],
    ['more hair', { what: 'hairGrowth' }, 'advice', 'hairGrowth'],
    ['darker ink', { what: 'inkDarkening', job: 'ink' }, 'advice', 'inkDarkened'],
    ['infection', { what: 'infection' }, 'seeToday', 'infectionSigns'],
    ['infection, fever', { what: 'infection', signs: ['fever'] }, 'clinicianNow', 'fever'],
    ['infection, pus', { what: 'infection', signs: ['pus'] }, 'seeToday', 'pus'],
    ['allergy', { what: 'allergy' }, 'seeToday', 'allergySigns'],
    ['allergy, face', { what: 'allergy', signs: ['faceOrThroat'] }, 'clinicianNow', 'faceOrThroat'],
    ['allergy, breath', { what: 'allergy', signs: ['breathing'] }, 'clinicianNow', 'breathing'],
    ['an eye, whatever else', { what: 'eye', trend: 'better' }, 'clinicianNow', 'eyeAlways'],
    ['redness that spreads', { signs: ['spreadingRedness'] }, 'clinicianNow', 'spreadingRedness'],
  ])('%s', (_name, more, expected, because) => {
    expect(level(more)).toBe(expected);
    expect(reasons(more)).toContain(because);
    expect(defined(triage(caseOf(more)).reasons[0]).level).toBe(expected);
  });

  const INK_BLISTER: More = { what: 'blister', job: 'ink', wavelengthNm: 1064, onset: 20 };
  it.each<[string, More, TriageLevel, TriageReason]>([
    ['within the hour', { onset: 0.9 }, 'seeToday', 'blisterAtOnce'],
    ['from one hour on', { onset: 1 }, 'advice', 'blisterFromShock'],
    ['up to 72 hours', { onset: 72 }, 'advice', 'blisterFromShock'],
    ['later', { onset: 72.1 }, 'seeToday', 'blisterLate'],
    ['over the whole design', { extent: 'whole' }, 'seeToday', 'wholeArea'],
    ['at the edge alone', { extent: 'edge' }, 'advice', 'edgeOverlap'],
    ['of 5 cm', { sizeCm: 5 }, 'advice', 'blisterFromShock'],
    ['of more than 5 cm', { sizeCm: 5.1 }, 'seeToday', 'large'],
    ['on type III', { workingType: 3 }, 'advice', 'blisterFromShock'],
    ['on type IV', { workingType: 4 }, 'seeToday', 'darkSkin'],
    ['on the face', { face: true }, 'seeToday', 'onFace'],
    ['filled with blood', { signs: ['bloodFilled'] }, 'seeToday', 'bloodFilled'],
    ['on a foot', { dependent: true }, 'advice', 'dependentPlace'],
    ['under 532 nm', { wavelengthNm: 532 }, 'advice', 'shallowLight'],
    ['under 694 nm', { wavelengthNm: 694 }, 'advice', 'shallowLight'],
  ])('a blister on ink %s', (_name, more, expected, because) => {
    expect(level({ ...INK_BLISTER, ...more })).toBe(expected);
    expect(reasons({ ...INK_BLISTER, ...more })).toContain(because);
  });

  it('tells the hours from the last pulse until it began, and when to look again', () => {
    const found = triage(caseOf({ ...INK_BLISTER, onset: 36, seen: 48 }));
    expect(found.onsetHours).toBe(36);
    expect(found.againHours).toBe(48);
    expect(triage(caseOf({ seen: 10 })).againHours).toBeNull();
    // To be seen today is within the working day; a clinician now within the hour.
    expect(triage(caseOf({ what: 'blister' })).againHours).toBe(8);
    expect(triage(caseOf({ signs: ['fever'] })).againHours).toBe(1);
  });

  it('counts as harm what hurts skin, and mere redness only once somebody has to look', () => {
    const adverse = (more: More) => triage(caseOf(more)).adverse;
    expect(adverse({ seen: 48 })).toBe(false);
    expect(adverse({ seen: 60 })).toBe(false);
    expect(adverse({ seen: 80 })).toBe(true);
    expect(adverse({ what: 'crust' })).toBe(true);
    expect(adverse({ what: 'crust', job: 'ink' })).toBe(false);
    expect(adverse(INK_BLISTER)).toBe(true);
    expect(adverse({ what: 'hairGrowth' })).toBe(true);
  });
});

describe('laws of triage', () => {
  const anyCase = fc
    .record({
      what: fc.constantFrom(...REACTION_KINDS),
      extent: fc.constantFrom(...EXTENTS),
      trend: fc.constantFrom(...TRENDS),
      signs: fc.subarray([...REACTION_SIGNS]),
      sizeCm: fc.option(fc.double({ min: 0.1, max: 20, noNaN: true })),
      job: fc.constantFrom('hair' as const, 'ink' as const),
      onset: fc.double({ min: 0, max: 300, noNaN: true }),
      seen: fc.double({ min: 300, max: 6000, noNaN: true }),
      workingType: fc.constantFrom(1 as const, 3 as const, 4 as const, 6 as const),
      face: fc.boolean(),
    })
    .map((more) => more as More);
  const rank = (more: More) => TRIAGE_LEVELS.indexOf(level(more));

  it('one more sign never makes it milder', () => {
    fc.assert(
      fc.property(anyCase, fc.constantFrom(...REACTION_SIGNS), (more, sign) => {
        expect(rank({ ...more, signs: [...defined(more.signs), sign] })).toBeGreaterThanOrEqual(
          rank(more),
        );
      }),
    );
  });

  it('fever, spreading redness, a swollen face, short breath and changed sight always go to a clinician', () => {
    for (const sign of [
      ...(['fever', 'spreadingRedness', 'faceOrThroat', 'breathing', 'changedSight'] as const),
    ]) {
      fc.assert(
        fc.property(anyCase, (more) => level({ ...more, signs: [sign] }) === 'clinicianNow'),
      );
    }
  });

  it('a whole design is never milder than its edge, nor getting worse than the same', () => {
    fc.assert(
      fc.property(anyCase, (more) => {
        expect(rank({ ...more, extent: 'whole' })).toBeGreaterThanOrEqual(
          rank({ ...more, extent: 'edge' }),
        );
        expect(rank({ ...more, trend: 'worse' })).toBeGreaterThanOrEqual(
          rank({ ...more, trend: 'same' }),
        );
      }),
    );
  });
});

describe('what is written from home', () => {
  it('does not wait for an answer with five of the signs', () => {
    expect(URGENT_SIGNS).toEqual([
      ...['fever', 'spreadingRedness', 'faceOrThroat', 'breathing', 'changedSight'],
    ]);
  });
});

describe('the second look', () => {
  const calm = { endpoint: 'right', adverse: [], painMax: 4 } as const;
  it.each([
    ['hair', 3, calm, 5, ['usual']],
    ['hair', 4, calm, 10, ['typesIVtoVI']],
    ['hair', 2, { ...calm, painMax: 5 }, 10, ['strongAnswer']],
    ['hair', 2, { ...calm, painMax: 7 }, 15, ['strongAnswer']],
    ['hair', 2, { ...calm, adverse: ['greyOrWhite'] }, 15, ['strongAnswer']],
    ['hair', 5, { ...calm, endpoint: 'strong' }, 15, ['typesIVtoVI', 'strongAnswer']],
    ['ink', 2, calm, 10, ['ink']],
    ['ink', 4, calm, 15, ['typesIVtoVI', 'ink']],
  ] as const)('of %s on type %d: %o', (job, workingType, answer, minutes, because) => {
    expect(secondLook({ job, workingType, answer })).toEqual({ minutes, because });
  });
});
