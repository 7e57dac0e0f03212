import fc from 'fast-check';
import { SITE_IDS } from '../sites';
import { INK_COLOURS, type InkFinding } from '../look';
import { CALIBRES, HAIR_COLOURS } from '../optics';
import type { PastSession, PlanCase, Setting, SkinFinding, Subject } from '../plan';
import { ALEXANDRITE, CASE, DIODE, PROTOCOL, SETTING } from '../plan/plan.test-data';
import type { SkinAnswer } from '../reaction';
import { defined } from '../units';

/** How many cases a law is tried on: as many as `npm run fuzz` asks for, else the usual number. */
export const cases = (usual: number) => ({
  numRuns: fc.readConfigureGlobal().numRuns ?? usual,
});

/** Handpieces of every way of cooling and working, so that no law rests on one of them. */
const HANDPIECES = [
  DIODE,
  ALEXANDRITE,
  {
    ...DIODE,
    id: 'infrared',
    laserClass: 'ndYag' as const,
    light: { wavelengthNm: 1064 },
    spots: [{ diameterMm: 10 }, { diameterMm: 15 }],
    pulsesMs: [10, 20, 40],
    fluenceJcm2: { min: 6, max: 100, step: 1 },
    maxEnergyJ: 80,
    maxRateHz: 2,
    techniques: ['longPulse1064' as const],
  },
];

const rowOf = (laserClass: 'ndYag' | 'diode', technique: Setting['technique'], more: object) => ({
  ...defined(PROTOCOL.rows[0]),
  id: `${laserClass} ${technique}, all`,
  laserClass,
  technique,
  skinTypes: [1, 2, 3, 4, 5, 6] as const,
  wavelengthNm: { low: 600, high: 1100 },
  ...more,
});

export const LAW_CASE: PlanCase = {
  ...CASE,
  handpieces: HANDPIECES,
  protocol: {
    ...PROTOCOL,
    rows: [
      ...PROTOCOL.rows,
      rowOf('ndYag', 'longPulse1064', {
        pulseMs: { low: 10, high: 60 },
        fluenceJcm2: { low: 15, high: 50 },
      }),
      rowOf('diode', 'stamping', {
        pulseMs: { low: 20, high: 100 },
        fluenceJcm2: { low: 8, high: 20 },
      }),
    ],
  },
};

export const anySkin: fc.Arbitrary<SkinFinding> = fc.record({
  type: fc.constantFrom(1 as const, 2 as const, 3 as const, 4 as const, 5 as const, 6 as const),
  tan: fc.constantFrom('none' as const, 'fading' as const, 'fresh' as const, 'selfTan' as const),
  freckled: fc.boolean(),
  surface: fc.constantFrom(
    'plain' as const,
    'plain' as const,
    'plain' as const,
    'scarred' as const,
  ),
  measuredFraction: fc.option(fc.double({ min: 0.011, max: 0.09, noNaN: true })),
});

export const anyAnswer: fc.Arbitrary<SkinAnswer> = fc.record({
  endpoint: fc.constantFrom('none' as const, 'right' as const, 'strong' as const),
  adverse: fc.oneof(
    { weight: 4, arbitrary: fc.constant([]) },
    { weight: 1, arbitrary: fc.constant(['blister' as const]) },
  ),
  painMax: fc.integer({ min: 0, max: 10 }),
});

const WORSE: readonly ((answer: SkinAnswer) => SkinAnswer)[] = [
  (answer) => ({ ...answer, endpoint: 'strong' }),
  (answer) => ({ ...answer, painMax: Math.max(5, answer.painMax ?? 0) }),
  (answer) => ({ ...answer, painMax: Math.max(7, answer.painMax ?? 0) }),
  (answer) => ({ ...answer, adverse: ['blister'] }),
];

/** One way for a response to be worse: stronger, more painful, or harmful. */
export const anyWorsening = fc.constantFrom(...WORSE);

const anyPastSetting: fc.Arbitrary<Setting> = fc
  .record({
    fluenceJcm2: fc.integer({ min: 4, max: 30 }),
    pulseMs: fc.constantFrom(10, 20, 30, 40, 100),
    spot: fc.constantFrom({ widthMm: 12, heightMm: 12 }, { widthMm: 9, heightMm: 9 }),
    technique: fc.constantFrom('stamping' as const, 'stamping' as const, 'inMotion' as const),
  })
  .map((more) => ({ ...SETTING, ...more, passes: more.technique === 'inMotion' ? 8 : 1 }));

const USED = {
  light: DIODE.light,
  train: DIODE.train,
  cooling: DIODE.cooling,
  gel: DIODE.gel,
};

const anyPast: fc.Arbitrary<PastSession> = fc
  .record({
    day: fc.integer({ min: 1, max: 28 }),
    test: fc.boolean(),
    setting: anyPastSetting,
    answer: anyAnswer,
    skin: anySkin,
    gone: fc.boolean(),
  })
  .map(({ day, gone, setting, ...more }) => ({
    ...more,
    on: `2026-09-${String(day).padStart(2, '0')}`,
    // A handpiece that has left the catalogue still binds.
    setting: gone ? { ...setting, handpieceId: 'sold long ago' } : setting,
    wavelengthNm: 810,
    used: USED,
    medicines: [],
  }));

const byDay = (one: PastSession, other: PastSession) => (one.on < other.on ? -1 : 1);

const anyHistory = fc.array(anyPast, { maxLength: 4 }).map((history) => [...history].sort(byDay));

export const anySubject: fc.Arbitrary<Subject> = fc.record({
  site: fc.constantFrom(...SITE_IDS),
  areaCm2: fc.integer({ min: 3, max: 2000 }),
  skin: anySkin,
  hair: fc.record({
    colour: fc.constantFrom(...HAIR_COLOURS),
    calibre: fc.constantFrom(...CALIBRES),
    density: fc.constantFrom('sparse' as const, 'medium' as const, 'dense' as const),
  }),
  history: anyHistory,
});

export const anyInk: fc.Arbitrary<InkFinding> = fc
  .record({
    colours: fc.uniqueArray(fc.constantFrom(...INK_COLOURS), { minLength: 1, maxLength: 3 }),
    density: fc.constantFrom('fine' as const, 'medium' as const, 'solid' as const),
    layered: fc.boolean(),
    origin: fc.constantFrom('professional' as const, 'amateur' as const, 'cosmetic' as const),
  })
  .map(({ colours, ...more }) => ({
    ...more,
    colours: colours.map((colour) => ({ colour, share: 1 / colours.length })),
    scar: 'none',
    raised: false,
    ageYears: 5,
    earlierSessions: 0,
  }));
