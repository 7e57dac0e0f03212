import {
  AVOIDED,
  GROWTHS,
  INK_COLOURS,
  INK_DENSITIES,
  INK_ORIGINS,
  INK_SCARS,
  INK_STATES,
  PLACES,
  TYPING_IDS,
  type InkFinding as CoreInk,
  type TypingAnswers as CoreTyping,
  type ZoneFinding as CoreZone,
} from '@tidy-quill/core/look';
import * as v from 'valibot';
import { Id, line, number, whole } from './text';

const Score = v.picklist([0, 1, 2, 3, 4] as const, 'must be 0 to 4');

export const TypingAnswers = v.strictObject(
  Object.fromEntries(TYPING_IDS.map((id) => [id, v.optional(Score)])),
) as unknown as v.GenericSchema<unknown, CoreTyping>;

const Measured = v.variant('shape', [
  v.object({
    shape: v.literal('flat'),
    lengthCm: number(0.5, 150),
    widthCm: number(0.5, 100),
  }),
  v.object({
    shape: v.literal('round'),
    lengthCm: number(0.5, 150),
    aroundCm: number(3, 150),
  }),
  v.object({
    shape: v.literal('outline'),
    points: v.pipe(
      v.array(v.tuple([number(0, 200), number(0, 200)])),
      v.minLength(3, 'must be three corners at least'),
      v.maxLength(400, 'must be 400 corners at most'),
    ),
  }),
]);

export const ZoneFinding = v.object({
  measured: v.nullable(Measured),
  growth: v.nullable(v.picklist(GROWTHS)),
  ingrown: v.boolean('must be true or false'),
  avoid: v.object(
    Object.fromEntries(AVOIDED.map((what) => [what, whole(0, 200)])),
  ) as unknown as v.GenericSchema<unknown, CoreZone['avoid']>,
  marked: v.optional(
    v.pipe(
      v.array(v.object({ what: v.picklist(AVOIDED), place: v.picklist(PLACES) })),
      v.maxLength(200, 'must hold 200 marks at most'),
    ),
  ),
  bony: v.optional(v.pipe(v.array(v.picklist(PLACES)), v.maxLength(PLACES.length))),
  mucosal: v.optional(v.pipe(v.array(v.picklist(PLACES)), v.maxLength(PLACES.length))),
}) satisfies v.GenericSchema<unknown, CoreZone>;

const InkPart = v.object({
  id: line(40),
  colour: v.picklist(INK_COLOURS),
  density: v.picklist(INK_DENSITIES),
  areaCm2: number(0.01, 2000),
  outline: v.pipe(
    v.array(v.tuple([number(-1, 200), number(-1, 200)])),
    v.maxLength(200, 'must be 200 corners at most'),
    v.check((list) => list.length === 0 || list.length >= 3, 'must be three corners at least'),
  ),
  order: whole(1, 60),
  leave: v.boolean('must be true or false'),
  overMole: v.boolean('must be true or false'),
});

export const InkFinding = v.object({
  colours: v.pipe(
    v.array(v.object({ colour: v.picklist(INK_COLOURS), share: number(0.01, 1) })),
    v.minLength(1, 'must hold one colour at least'),
    v.check(
      (list) => new Set(list.map(({ colour }) => colour)).size === list.length,
      'must not hold a colour twice',
    ),
    v.check(
      (list) => Math.abs(list.reduce((sum, { share }) => sum + share, 0) - 1) <= 0.005,
      'must add up to 100 %',
    ),
  ),
  density: v.picklist(INK_DENSITIES),
  layered: v.boolean('must be true or false'),
  origin: v.picklist(INK_ORIGINS),
  scar: v.picklist(INK_SCARS),
  raised: v.boolean('must be true or false'),
  ageYears: number(0, 90),
  earlierSessions: whole(0, 60),
  state: v.optional(v.picklist(INK_STATES)),
  parts: v.optional(v.pipe(v.array(InkPart), v.maxLength(60, 'must hold 60 parts at most'))),
  traced: v.optional(v.object({ photoId: Id, widthCm: number(0.5, 100) })),
}) satisfies v.GenericSchema<unknown, CoreInk>;
