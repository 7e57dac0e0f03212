import type { Day } from '../units';
import type { MeterPulses } from './output';

export const CHECK_ITEMS = [
  'selfTest',
  'tip',
  'cooling',
  'aimingBeam',
  'door',
  'emergencyStop',
] as const;

/** What is tried each day before the first client: self test, clean tip window, cooling at its set point, aiming beam, door switch, emergency stop. */
export type CheckItem = (typeof CHECK_ITEMS)[number];

export const ITEM_RESULTS = ['passed', 'failed', 'notFitted'] as const;

export type ItemResult = (typeof ITEM_RESULTS)[number];

export const PARTS = ['lamp', 'bars', 'fibre', 'tip', 'other'] as const;

/** What of a console wears out by pulses. */
export type Part = (typeof PARTS)[number];

/** A day’s check: each item, pulses into a meter, and what the counter showed. */
export interface DeviceCheck {
  readonly kind: 'checked';
  readonly items: Readonly<Record<CheckItem, ItemResult>>;
  /** Null where there is no meter for this light. */
  readonly meter: (MeterPulses & { readonly name: string }) | null;
  /** Pulses since it was built; null where nobody read it. */
  readonly counter: number | null;
  readonly note: string;
}

/** What is written into a handpiece’s log. */
export type DeviceEntryBody =
  | DeviceCheck
  | { readonly kind: 'takenOut'; readonly reason: string; readonly until: Day | null }
  | { readonly kind: 'freed'; readonly reason: string }
  | {
      readonly kind: 'serviced';
      readonly what: 'service' | 'repair';
      readonly by: string;
      readonly counter: number | null;
      readonly note: string;
      /** The paper of it; null where none was added. */
      readonly paper: { readonly name: string; readonly sha256: string } | null;
    }
  | {
      readonly kind: 'partFitted';
      readonly part: Part;
      readonly name: string;
      readonly lifePulses: number;
      /** What it had given before it was fitted here. */
      readonly usedPulses: number;
      readonly counter: number;
    }
  | { readonly kind: 'counterRead'; readonly counter: number };

export type DeviceEntryKind = DeviceEntryBody['kind'];

export const DEVICE_ENTRY_KINDS = [
  'checked',
  'takenOut',
  'freed',
  'serviced',
  'partFitted',
  'counterRead',
] as const satisfies readonly DeviceEntryKind[];

/** An entry with the clinic’s day and moment (ISO 8601) of it. */
export interface DeviceEntry {
  readonly on: Day;
  readonly at: string;
  readonly body: DeviceEntryBody;
}

/** Whether an entry may be made by whoever supervises alone: what was out of use comes back. */
export const isSupervisorsEntry = (kind: DeviceEntryKind): boolean => kind === 'freed';
