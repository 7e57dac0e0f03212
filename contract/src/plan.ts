import { SITE_IDS } from '@tidy-quill/core/sites';
import { CALIBRES, HAIR_COLOURS } from '@tidy-quill/core/optics';
import {
  LASER_CLASSES,
  PULSE_CLASSES,
  SKIN_SURFACES,
  TECHNIQUES,
  type InkProtocol as InkProtocolCore,
  type InkRow as InkRowCore,
} from '@tidy-quill/core/plan';
import type * as Core from '@tidy-quill/core/plan';
import { MARKS, REACTION_KINDS } from '@tidy-quill/core/reaction';
import { INK_TABLE_NM } from '@tidy-quill/core/ink';
import { LEARNT_ANSWERS } from '@tidy-quill/core/learning';
import * as v from 'valibot';
import { FIGURE_ENTRIES } from './figures';
import { InkFinding, TypingAnswers } from './look';
import { INK_COLOURS, INK_DENSITIES, PLACES } from '@tidy-quill/core/look';
import { defined } from '@tidy-quill/core/units';
import { DayText, Id, line, number, whole } from './text';

export const Spot = v.union(
  [
    v.strictObject({ diameterMm: number(0.5, 100) }),
    v.strictObject({ widthMm: number(0.5, 100), heightMm: number(0.5, 100) }),
  ],
  'must be { diameterMm } or { widthMm, heightMm }',
);

const HandpieceId = line(80);

export const Cooling = v.variant('kind', [
  v.object({ kind: v.literal('none') }),
  v.object({ kind: v.literal('air') }),
  v.object({ kind: v.literal('contact'), plateC: number(-10, 30), preSeconds: number(0, 30) }),
  v.object({ kind: v.literal('cryogen'), spurtMs: number(5, 200), delayMs: number(0, 100) }),
  v.object({ kind: v.literal('ice'), seconds: number(1, 600) }),
  v.object({
    kind: v.literal('gelPlate'),
    plateC: number(-10, 30),
    preSeconds: number(0, 30),
    gelMm: number(0.1, 10),
  }),
]);

export const AddedCooling = v.object({
  packSeconds: v.optional(number(0, 300)),
  air: v.optional(v.boolean('must be true or false')),
  afterSeconds: v.optional(number(0, 900)),
});

export const Setting = v.object({
  handpieceId: HandpieceId,
  technique: v.picklist(TECHNIQUES),
  spot: Spot,
  // From 100 ps.
  pulseMs: number(1e-7, 1000),
  fluenceJcm2: number(0.05, 500),
  rateHz: number(0.1, 20),
  passes: whole(1, 20),
  cooling: v.optional(Cooling),
  added: v.optional(AddedCooling),
  output: v.optional(v.object({ share: number(0.1, 3), on: DayText })),
}) satisfies v.GenericSchema<unknown, Core.Setting>;

const skinType = v.picklist([1, 2, 3, 4, 5, 6] as const, 'must be a skin type, 1 to 6');

export const SkinFinding = v.object({
  type: skinType,
  tan: v.picklist(['none', 'fading', 'fresh', 'selfTan']),
  freckled: v.boolean('must be true or false'),
  surface: v.optional(v.picklist(SKIN_SURFACES)),
  typing: v.optional(TypingAnswers),
  // The palest skin holds about 0.011: less is no reading of skin.
  unexposedFraction: v.optional(v.nullable(number(0.01, 0.5))),
  measuredFraction: v.optional(v.nullable(number(0.01, 0.5)), null),
});

export const HairFinding = v.object({
  colour: v.picklist(HAIR_COLOURS),
  calibre: v.picklist(CALIBRES),
  density: v.picklist(['sparse', 'medium', 'dense']),
  diameterUm: v.optional(number(5, 200)),
  hairsPerCm2: v.optional(number(0, 1000)),
  counted: v.optional(
    v.object({
      place: v.picklist(PLACES),
      sizeCm2: number(1, 4),
      how: v.picklist(['eye', 'picture']),
      picture: v.optional(
        v.object({
          photoId: Id,
          found: number(0, 5000),
          kept: number(0, 5000),
          window: v.optional(
            v.object({
              ...{ x: number(0, 20_000), y: number(0, 20_000) },
              ...{ width: number(1, 20_000), height: number(1, 20_000) },
            }),
          ),
          medianWidthUm: number(0, 500),
          medianLengthMm: v.optional(number(0, 200)),
          pxPerMm: number(1, 500),
          byCard: v.boolean(),
          method: number(1, 99),
          doubt: number(0, 5000),
        }),
      ),
    }),
  ),
  paleShare: v.optional(number(0, 1)),
  moreBeside: v.optional(v.boolean()),
});

const SkinAnswer = v.object({
  endpoint: v.picklist(['notRead', 'none', 'faint', 'right', 'strong']),
  adverse: v.array(v.picklist([...new Set([...MARKS, ...REACTION_KINDS])])),
  painMax: v.nullable(whole(0, 10)),
});

export const Light = v.union(
  [
    v.strictObject({ wavelengthNm: number(532, 1100) }),
    v.strictObject({
      lines: v.pipe(
        v.array(v.object({ wavelengthNm: number(532, 1100), share: number(0.001, 1) })),
        v.minLength(1, 'must hold one line at least'),
        v.check(
          (lines) => Math.abs(lines.reduce((sum, each) => sum + each.share, 0) - 1) < 1e-6,
          'must have shares that add up to 1',
        ),
      ),
    }),
  ],
  'must be { wavelengthNm } or { lines }',
);

export const Train = v.object({ count: whole(1, 20), gapMs: number(0, 500) });

const skinSubject = {
  site: v.picklist(SITE_IDS),
  areaCm2: number(0.2, 5000),
  skin: SkinFinding,
  history: v.array(
    v.object({
      on: DayText,
      test: v.optional(v.boolean()),
      typedIn: v.optional(v.boolean('must be true or false')),
      readOn: v.optional(DayText),
      skin: v.optional(SkinFinding),
      medicines: v.optional(v.array(line(80))),
      setting: Setting,
      wavelengthNm: number(400, 1200),
      used: v.optional(
        v.object({ light: Light, train: Train, cooling: Cooling, gel: v.boolean() }),
      ),
      pulses: v.optional(whole(0, 100_000)),
      covered: v.optional(number(0, 1)),
      answer: SkinAnswer,
      hair: v.optional(HairFinding),
      ink: v.optional(v.array(v.picklist(INK_COLOURS))),
    }),
  ),
  medicines: v.optional(v.array(line(80))),
};

export const Subject = v.object({
  ...skinSubject,
  areaCm2: number(1, 5000),
  hair: HairFinding,
}) satisfies v.GenericSchema<unknown, Core.Subject>;

export const InkSubject = v.object({
  ...skinSubject,
  ink: InkFinding,
}) satisfies v.GenericSchema<unknown, Core.InkSubject>;

const Scale = v.object({ min: number(0.05, 500), max: number(0.1, 500), step: number(0.01, 50) });

const ascending = (list: number[]) =>
  list.every((value, index) => index === 0 || value > defined(list[index - 1]));

export const Handpiece = v.object({
  id: HandpieceId,
  name: line(80),
  laserClass: v.picklist(LASER_CLASSES),
  light: Light,
  spots: v.pipe(v.array(Spot), v.minLength(1, 'must hold one spot at least')),
  pulsesMs: v.pipe(
    // From 100 ps.
    v.array(number(1e-7, 1000)),
    v.minLength(1, 'must hold one pulse at least'),
    v.check(ascending, 'must rise'),
  ),
  train: Train,
  fluenceJcm2: v.pipe(
    Scale,
    v.check((scale) => scale.max >= scale.min, 'must have max at or above min'),
  ),
  maxEnergyJ: number(0.01, 1000),
  maxAveragePowerW: number(0.1, 10000),
  maxRateHz: number(0.1, 20),
  cooling: Cooling,
  gel: v.boolean(),
  techniques: v.pipe(
    v.array(v.picklist(TECHNIQUES)),
    v.minLength(1, 'must hold one technique at least'),
  ),
  suctionStretch: v.optional(number(1, 2)),
  divergenceRad: v.optional(number(0.0001, 3)),
  serviceMonths: v.optional(whole(1, 120)),
  inService: v.boolean(),
}) satisfies v.GenericSchema<unknown, Core.Handpiece>;

/** All handpieces of a clinic; each id once. */
export const Handpieces = v.pipe(
  v.array(Handpiece),
  v.check(
    (list) => new Set(list.map((each) => each.id)).size === list.length,
    'must not hold an id twice',
  ),
);

const range = (low: number, high: number) =>
  v.pipe(
    v.object({ low: number(low, high), high: number(low, high) }),
    v.check((each) => each.high >= each.low, 'must have high at or above low'),
  );

const passes = v.pipe(
  v.object({ low: whole(1, 20), high: whole(1, 20) }),
  v.check((each) => each.high >= each.low, 'must have high at or above low'),
);

const Habit = v.object({
  rateHz: number(0.1, 20),
  passes: whole(1, 20),
  cellCm2: number(1, 5000),
  passRange: v.optional(passes),
  bonyPassRange: v.optional(passes),
  restSeconds: v.optional(number(0, 600)),
  warmC: v.optional(number(38, 60)),
});

/** One approved line of the protocol. */
export const ProtocolRow = v.object({
  id: line(80),
  laserClass: v.picklist(LASER_CLASSES),
  technique: v.picklist(TECHNIQUES),
  wavelengthNm: range(532, 1100),
  skinTypes: v.pipe(v.array(skinType), v.minLength(1, 'must hold one skin type at least')),
  calibres: v.pipe(v.array(v.picklist(CALIBRES)), v.minLength(1, 'must hold one calibre at least')),
  pulseMs: range(0.01, 1000),
  fluenceJcm2: range(0.1, 500),
});

/** The clinic's rules for hair: approved rows, habits by technique, pace. */
const Absorption = v.pipe(
  v.array(number(0, 1)),
  v.length(INK_TABLE_NM.length, 'must hold a figure for each wavelength'),
);

export const InkRow = v.object({
  id: line(40),
  pulseClass: v.picklist(PULSE_CLASSES),
  wavelengthNm: range(400, 1200),
  spotMm: number(0.5, 30),
  fluenceJcm2: range(0.05, 100),
  colours: v.optional(v.array(v.picklist(INK_COLOURS))),
  densities: v.optional(v.array(v.picklist(INK_DENSITIES))),
}) satisfies v.GenericSchema<unknown, InkRowCore>;

const InkProtocol = v.object({
  rows: v.array(InkRow),
  absorption: v.object(
    Object.fromEntries(INK_COLOURS.map((colour) => [colour, Absorption])),
  ) as unknown as v.GenericSchema<unknown, InkProtocolCore['absorption']>,
  secondPass: v.boolean('must be true or false'),
  wavelengthsAVisit: whole(1, 5),
}) satisfies v.GenericSchema<unknown, InkProtocolCore>;

/** How long each part of a session takes, and until when a press can be taken back. */
export const Pace = v.object({
  allowedGapShare: number(0, 0.2),
  secondsPerMove: number(0, 60),
  pulsesPerMove: number(1, 1000),
  gelSecondsPer100Cm2: number(0, 600),
  checkSeconds: number(0, 3600),
  painMinutes: v.optional(number(0.5, 30)),
  undoMinutes: v.optional(number(0, 120)),
});

const positive = number(0.02, 2);

const LearningRule = v.object({
  risk: number(0.002, 0.02),
  mayRise: v.boolean('must be true or false'),
  constants: v.optional(
    v.object({
      harmSpread: positive,
      strongBelow: positive,
      workSpread: positive,
      painBelow: positive,
      painSpread: positive,
    }),
  ),
}) satisfies v.GenericSchema<unknown, Core.LearningRule>;

/** What earlier answers taught, as an accepted plan keeps it. */
export const LearntAtPlan = v.object({
  from: v.array(
    v.object({
      ...{ on: DayText, test: v.boolean(), sameBand: v.boolean() },
      fluenceJcm2: number(0.01, 500),
      fluenceToCeiling: number(1e-4, 100),
      fluenceToFloor: v.optional(v.nullable(number(1e-4, 100))),
      answer: v.picklist(LEARNT_ANSWERS),
      painAtLeast7: v.optional(v.boolean()),
      isOld: v.optional(v.boolean()),
      atLeast: v.optional(v.boolean()),
    }),
  ),
  share: number(0.001, 10),
  rule: LearningRule,
}) satisfies v.GenericSchema<unknown, Core.LearntAtPlan>;

export const Protocol = v.object({
  ...FIGURE_ENTRIES,
  ink: v.optional(InkProtocol),
  rows: v.pipe(
    v.array(ProtocolRow),
    v.check(
      (list) => new Set(list.map((each) => each.id)).size === list.length,
      'must not hold an id twice',
    ),
  ),
  // Absent in protocols from before a technique was known: what ships stands in.
  techniques: v.object({
    stamping: v.optional(Habit),
    inMotion: v.optional(Habit),
    longPulse1064: v.optional(Habit),
    subMs1064: v.optional(Habit),
    pulsedLight: v.optional(Habit),
    pulsedLightInMotion: v.optional(Habit),
    suction: v.optional(Habit),
  }),
  pace: Pace,
  learning: v.optional(LearningRule),
  margins: v.object({
    usual: number(0.1, 0.8),
    darkSkin: number(0.1, 0.8),
    doubtful: number(0.1, 0.8),
  }),
}) satisfies v.GenericSchema<unknown, Core.Protocol>;

export const PlanCase = v.object({
  subject: Subject,
  handpieces: Handpieces,
  protocol: Protocol,
  today: DayText,
}) satisfies v.GenericSchema<unknown, Core.PlanCase>;
