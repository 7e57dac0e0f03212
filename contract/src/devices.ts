import {
  CHECK_ITEMS,
  ITEM_RESULTS,
  PARTS,
  type DeviceDue,
  type DeviceEntryBody as CoreBody,
  type DeviceState,
} from '@tidy-quill/core/device';
import type { Handpiece } from '@tidy-quill/core/plan';
import * as v from 'valibot';
import { Spot } from './plan';
import { DayText, Id, line, note, number, whole } from './text';

const kind = <K extends CoreBody['kind']>(of: K) => v.literal(of);
const counter = whole(0, 1e12);

const Items = v.object(
  Object.fromEntries(CHECK_ITEMS.map((item) => [item, v.picklist(ITEM_RESULTS)])) as Record<
    (typeof CHECK_ITEMS)[number],
    v.PicklistSchema<typeof ITEM_RESULTS, undefined>
  >,
);

/** What is written into a handpiece’s log. Energies in J, fluence in J/cm² as the console shows it. */
export const DeviceEntryBody = v.variant('kind', [
  v.object({
    kind: kind('checked'),
    items: Items,
    meter: v.nullable(
      v.object({
        name: line(80),
        spot: Spot,
        fluenceJcm2: number(0.05, 500),
        measuredJ: v.pipe(
          v.array(number(0, 10_000)),
          v.minLength(3, 'must be three pulses at least'),
          v.maxLength(20, 'must be 20 pulses at most'),
          v.readonly(),
        ),
      }),
    ),
    counter: v.nullable(counter),
    note: note(500),
  }),
  v.object({ kind: kind('takenOut'), reason: line(300), until: v.nullable(DayText) }),
  v.object({ kind: kind('freed'), reason: line(300) }),
  v.object({
    kind: kind('serviced'),
    what: v.picklist(['service', 'repair']),
    by: line(120),
    counter: v.nullable(counter),
    note: note(1000),
    paper: v.nullable(
      v.object({
        name: line(120),
        sha256: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'must be the hash of a kept file')),
      }),
    ),
  }),
  v.object({
    kind: kind('partFitted'),
    part: v.picklist(PARTS),
    name: line(80),
    lifePulses: whole(1, 1e12),
    usedPulses: counter,
    counter,
  }),
  v.object({ kind: kind('counterRead'), counter }),
]) satisfies v.GenericSchema<unknown, CoreBody>;

/** An entry that is new; the same id sent twice is one. */
export const NewDeviceEntry = v.object({ id: Id, body: DeviceEntryBody });

export type NewDeviceEntry = v.InferOutput<typeof NewDeviceEntry>;

/** What a paper of a service is called. */
export const PaperName = v.object({ name: line(120) });

/** How large a paper of a service may be, bytes. */
export const PAPER_BYTES = 10 * 1024 * 1024;

/** An entry as it was kept, with who made it. */
export interface DeviceLogged {
  readonly id: string;
  readonly on: string;
  readonly at: string;
  readonly by: string;
  readonly body: CoreBody;
}

/** How a handpiece of the catalogue stands. */
export interface DeviceStanding {
  /** As its manual and the catalogue have it. */
  readonly handpiece: Handpiece;
  readonly state: DeviceState;
  readonly dues: readonly DeviceDue[];
  /** Coming visits that are booked with it while it is out of use. */
  readonly inTheWay: readonly {
    readonly id: string;
    readonly startsAt: string;
    readonly client: string;
  }[];
}

/** A handpiece with its whole log, newest first. */
export interface DeviceShown extends DeviceStanding {
  readonly entries: readonly DeviceLogged[];
}

/** Which handpieces stand in a room, by their ids; all that are in service where none is named. */
export const DoorSheetAsked = v.object({
  handpieces: v.optional(
    v.pipe(
      v.string(),
      v.maxLength(2000, 'must be 2000 characters at most'),
      v.transform((text) => text.split(',').filter((id) => id !== '')),
    ),
    '',
  ),
});
