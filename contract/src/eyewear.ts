import {
  EYEWEAR_KINDS,
  EYEWEAR_STATES,
  PULSE_KINDS,
  type Eyewear as CoreEyewear,
} from '@tidy-quill/core/eyewear';
import * as v from 'valibot';
import { DayText, Id, line, note, number, whole } from './text';

const Band = v.pipe(
  v.object({
    fromNm: number(180, 12_000),
    toNm: number(180, 12_000),
    density: v.nullable(number(0, 20)),
    scale: v.nullable(number(0, 20)),
    pulses: v.nullable(v.array(v.picklist(PULSE_KINDS))),
  }),
  v.forward(
    v.check(({ fromNm, toNm }) => fromNm <= toNm, 'must be at or above the lower end'),
    ['toNm'],
  ),
  v.forward(
    v.check(
      ({ density, scale }) => density !== null || scale !== null,
      'is missing: the label gives one of the two figures',
    ),
    ['density'],
  ),
);

/** Eyewear as it is listed. */
export const Eyewear = v.object({
  id: Id,
  name: line(120),
  kind: v.picklist(EYEWEAR_KINDS),
  bands: v.pipe(
    v.array(Band),
    v.minLength(1, 'must hold a band of its label at least'),
    v.maxLength(20, 'must be 20 at most'),
  ),
  visible: v.nullable(number(0, 1)),
  colour: note(40),
  count: whole(1, 200),
  place: note(120),
  inService: v.boolean('must be true or false'),
  lookedOn: v.nullable(DayText),
  state: v.picklist(EYEWEAR_STATES),
}) satisfies v.GenericSchema<unknown, CoreEyewear>;

/** Eyewear that is new or changed; `version` is the one that was changed, 0 for what is new. */
export const SetEyewear = v.object({ version: whole(0, 1e6), eyewear: Eyewear });

export type SetEyewear = v.InferInput<typeof SetEyewear>;

/** What was seen when it was looked over, today. */
export const LookOver = v.object({ version: whole(1, 1e6), state: v.picklist(EYEWEAR_STATES) });

export type LookOver = v.InferInput<typeof LookOver>;

/** Eyewear with its version, and who set that when. */
export interface EyewearListed {
  readonly eyewear: CoreEyewear;
  readonly version: number;
  readonly by: string;
  readonly at: string;
}
