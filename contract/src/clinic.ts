import * as v from 'valibot';
import type { Role } from './auth';
import { CLOCKS } from './labels/format';

/** How the clinic writes clock times. */
export const ClinicClock = v.object({ clock: v.picklist(CLOCKS) });

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

export interface Clinic {
  readonly rooms: readonly { readonly id: string; readonly name: string }[];
  readonly staff: readonly StaffListed[];
  /** Whether supervisors and owners sign in with a second factor. */
  readonly demandsSecondFactor: boolean;
}
