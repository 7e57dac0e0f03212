import * as v from 'valibot';
import { Role } from './auth';
import { Id, line } from './text';

/** What somebody signs in as. */
export const SignInName = v.pipe(
  line(40),
  v.regex(/^[a-z][a-z0-9.-]*$/, 'may hold small letters, figures, . and - only'),
);

// How strong it is, the server judges: it knows the names that it may not be made of.
export const NewPassword = v.pipe(
  v.string('must be text'),
  v.minLength(10, 'must be 10 characters at least'),
  v.maxLength(200, 'must be 200 characters at most'),
);

const Password = v.pipe(v.string(), v.nonEmpty('must not be empty'), v.maxLength(200));

const SixFigures = v.pipe(v.string('must be text'), v.regex(/^\d{6}$/, 'must be 6 figures'));

/** Somebody who is invited; they set sign-in name and password themselves. */
export const Invited = v.object({ id: Id, name: line(80), role: Role });
export type Invited = v.InferInput<typeof Invited>;

/** A link that its owner’s browser shows once. */
export interface AccountLink {
  readonly url: string;
  readonly expiresAt: string;
}

/** What a link to an account opens. */
export interface AccountLinkPage {
  readonly kind: 'invitation' | 'reset';
  readonly clinicName: string;
  readonly name: string;
  /** Null until it is set. */
  readonly signInName: string | null;
}

/** What whoever uses a link sets; names only where it is an invitation. */
export const SetAccount = v.object({
  name: v.optional(line(80)),
  signInName: v.optional(SignInName),
  password: NewPassword,
});
export type SetAccount = v.InferInput<typeof SetAccount>;

export const ChangedPassword = v.object({ current: Password, next: NewPassword });

export const RoleChange = v.object({ role: Role });

/** A reset by the owner; `secondFactorToo` where the telephone with it is lost. */
export const ResetAsked = v.object({ secondFactorToo: v.boolean('must be true or false') });

export const SecondFactorDemand = v.object({ demanded: v.boolean('must be true or false') });

/** A secret for an authenticator, to be confirmed by a first code. */
export interface SecondFactorOffer {
  readonly secret: string;
  /** otpauth:// address, as RFC 6238 authenticators read it from a picture. */
  readonly uri: string;
}

export const SecondFactorConfirmed = v.object({ code: SixFigures });
export const PasswordGiven = v.object({ password: Password });

export interface RecoveryCodes {
  readonly codes: readonly string[];
}

export const NewPin = v.object({ password: Password, pin: SixFigures });

/** Locks the tablet; the visit that is open stays in sight. */
export const Lock = v.optional(v.object({ visitId: v.optional(Id) }), {});
export type Lock = v.InferOutput<typeof Lock>;

/** Goes on after a lock: the same person by PIN or password, or a colleague by PIN. */
export const Unlock = v.object({
  staffId: Id,
  pin: v.optional(SixFigures),
  password: v.optional(Password),
});
export type Unlock = v.InferInput<typeof Unlock>;

/** A session of somebody’s own. */
export interface OwnSession {
  /** Its digest: the id itself signs in. */
  readonly id: string;
  readonly device: string;
  readonly begunAt: string;
  readonly usedAt: string;
  /** The one that asks. */
  readonly current: boolean;
}

/** Somebody’s own account, as they see it. */
export interface OwnAccount {
  readonly signInName: string;
  readonly secondFactor: boolean;
  readonly recoveryCodesLeft: number;
  readonly pin: boolean;
  readonly sessions: readonly OwnSession[];
}
