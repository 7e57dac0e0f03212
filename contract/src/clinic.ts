import * as v from 'valibot';
import { Role } from './auth';
import { Id, line } from './text';
import { CLOCKS } from './labels/format';

export const NewStaff = v.object({
  id: Id,
  name: line(80),
  signInName: v.pipe(
    line(40),
    v.regex(/^[a-z][a-z0-9.-]*$/, 'may hold small letters, figures, . and - only'),
  ),
  password: v.pipe(
    v.string('must be text'),
    v.minLength(10, 'must be 10 characters at least'),
    v.maxLength(200, 'must be 200 characters at most'),
  ),
  role: Role,
});

export type NewStaff = v.InferInput<typeof NewStaff>;

/** How the clinic writes clock times. */
export const ClinicClock = v.object({ clock: v.picklist(CLOCKS) });

export const StaffActive = v.object({ active: v.boolean('must be true or false') });

export interface StaffListed {
  readonly id: string;
  readonly name: string;
  readonly signInName: string;
  readonly role: Role;
  readonly active: boolean;
}

export interface Clinic {
  readonly rooms: readonly { readonly id: string; readonly name: string }[];
  readonly staff: readonly StaffListed[];
}
