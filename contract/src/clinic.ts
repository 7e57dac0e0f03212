import { DAY_ORDERS } from '@tidy-quill/core/units';
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
