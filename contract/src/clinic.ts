import { DAY_ORDERS } from '@tidy-quill/core/units';
import type { ErasingRefusal } from '@tidy-quill/core/clients';
import type { Reminding } from './message-texts';
import * as v from 'valibot';
import type { Role } from './auth';
import { CLOCKS } from './labels/format';
import { whole } from './text';

/** How the clinic writes clock times. */
export const ClinicClock = v.object({ clock: v.picklist(CLOCKS) });

/** What 12/05 is where the clinic is. */
export const ClinicDays = v.object({ dayOrder: v.picklist(DAY_ORDERS) });

/** How long before a visit a client may cancel it by a link: two weeks at most. */
export const CancelNotice = v.object({ hours: whole(0, 336) });

/** How long records are kept, by the law that holds where the clinic is. */
export const Retention = v.object({
  /** Years after the last visit. */
  years: whole(1, 100),
  /** Whoever was a minor then: until this age at least. */
  minorsUntilAge: whole(18, 60),
});
export type Retention = v.InferOutput<typeof Retention>;

/** A rule, or none. */
export const SetRetention = v.object({ retention: v.nullable(Retention) });

/** A record that need not be kept any longer. */
export interface RetentionDue {
  readonly clientId: string;
  readonly reference: string;
  readonly name: string;
  readonly lastOn: string;
  /** The last day on which it had to be kept. */
  readonly keptUntil: string;
  /** What is in the way of erasing it. */
  readonly refusal: ErasingRefusal | null;
}

/** How long the clinic keeps records, and the oldest of those that it need not keep any longer. */
export interface RetentionListed {
  readonly retention: Retention | null;
  readonly due: readonly RetentionDue[];
}

export const StaffActive = v.object({ active: v.boolean('must be true or false') });

export interface StaffListed {
  readonly id: string;
  readonly name: string;
  /** Null until an invitation is taken up. */
  readonly signInName: string | null;
  readonly role: Role;
  readonly active: boolean;
  /** Until an invitation is taken up nobody can sign in. */
  readonly invited: boolean;
  readonly secondFactor: boolean;
}

export interface Clinic extends Reminding {
  readonly rooms: readonly { readonly id: string; readonly name: string }[];
  readonly staff: readonly StaffListed[];
  /** How long before a visit a client may cancel it by a link, hours. */
  readonly cancelNoticeHours: number;
  /** Whether supervisors and owners sign in with a second factor. */
  readonly demandsSecondFactor: boolean;
}
