import { TECHNIQUES } from '@tidy-quill/core/plan';
import { ADVICE_PARTS, HABITS, type AdviceBlocks as Core } from '@tidy-quill/core/aftercare';
import { JOBS } from '@tidy-quill/core/suitability';
import * as v from 'valibot';
import { line, number, whole } from './text';

const Days = whole(0, 730);

const BODY_PARTS = ['face', 'underarm', 'bikini', 'trunk', 'limb'] as const;

const When = v.object({
  jobs: v.optional(v.array(v.picklist(JOBS))),
  parts: v.optional(v.array(v.picklist(BODY_PARTS))),
  techniques: v.optional(v.array(v.picklist(TECHNIQUES))),
  harmed: v.optional(v.boolean()),
  habits: v.optional(v.array(v.picklist(HABITS))),
  summer: v.optional(v.boolean()),
  dependent: v.optional(v.boolean()),
  underNm: v.optional(number(400, 1200)),
  fromType: v.optional(v.picklist([1, 2, 3, 4, 5, 6] as const)),
});

const Block = v.object({
  id: line(60),
  part: v.picklist(ADVICE_PARTS),
  text: line(500),
  days: v.nullable(Days),
  daysIfHarmed: v.optional(Days),
  daysMoreInSummer: v.optional(Days),
  sayFrom: v.optional(v.boolean()),
  when: v.optional(When),
});

// The lines that no leaflet goes without.
const ALWAYS = ['callIfWorse', 'emergency'] as const;

/** The clinic's own building blocks of aftercare. */
export const AdviceBlocks = v.pipe(
  v.object({
    summerMonths: v.array(whole(1, 12)),
    blocks: v.pipe(v.array(Block), v.maxLength(200, 'must hold 200 blocks at most')),
  }),
  v.check(
    ({ blocks }) => new Set(blocks.map(({ id }) => id)).size === blocks.length,
    'must not name a block twice',
  ),
  v.check(
    ({ blocks }) =>
      ALWAYS.every((id) => blocks.some((block) => block.id === id && block.when === undefined)),
    'must always say when to call, and what is an emergency',
  ),
) satisfies v.GenericSchema<unknown, Core>;
