import type { DayOrder } from '@tidy-quill/core/units';
import * as v from 'valibot';
import type { ClockStyle } from './labels/format';
import { line } from './text';

export const ROLES = ['technician', 'supervisor', 'owner'] as const;

export const Role = v.picklist(ROLES);

export type Role = v.InferOutput<typeof Role>;

export const SignIn = v.object({
  name: line(80),
  password: v.pipe(v.string(), v.nonEmpty('must not be empty'), v.maxLength(200)),
  /** Of an authenticator, or one of the recovery codes; where the account has a second factor. */
  code: v.optional(line(20)),
});

export type SignIn = v.InferInput<typeof SignIn>;

/** Who is signed in, and where. */
export interface SignedIn {
  readonly staff: { readonly id: string; readonly name: string; readonly role: Role };
  readonly clinic: {
    readonly id: string;
    readonly name: string;
    readonly timeZone: string;
    readonly phone: string;
    readonly emergencyPhone: string;
    readonly clock: ClockStyle;
    /** What 12/05 is; null where the clinic has not said. */
    readonly dayOrder: DayOrder | null;
    /** In which the clinic writes its texts for clients. */
    readonly language: string;
  };
  /** Whether this member of staff has read and accepted the caution. */
  readonly cautionAccepted: boolean;
  /** Whether the clinic asks for a second factor that is still to be set up: nothing else is answered before. */
  readonly secondFactorOwed: boolean;
  /** Base64 of 32 bytes: what a browser keeps of unsent work is sealed with it, and so waits for the next sign-in. */
  readonly deviceKey: string;
  /** Set while the tablet is locked: who may go on. */
  readonly locked: Locked | null;
}

/** A locked tablet. */
export interface Locked {
  /** Whoever locked it first, then colleagues who signed in on this tablet today. */
  readonly people: readonly {
    readonly id: string;
    readonly name: string;
    /** Whether they have a PIN that may still be tried. */
    readonly byPin: boolean;
  }[];
}
