import type { SetupStep } from '@tidy-quill/core/clinic-setup';
import { DAY_ORDERS } from '@tidy-quill/core/units';
import * as v from 'valibot';
import { NewPassword, SignInName } from './accounts';
import { Id, Language, line } from './text';

/** What the page for a first start shows to anybody. */
export interface SetupOpen {
  /** Whether a clinic may be set up: somebody at the machine has a code that was not used. */
  readonly open: boolean;
  /** Whether there is a demo clinic to look round. */
  readonly demo: boolean;
}

/** A time zone of the IANA database. */
export const TimeZone = v.pipe(
  line(60),
  v.check(isTimeZone, 'is not a time zone: take one such as Europe/London'),
);

function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

const phone = v.pipe(
  line(40),
  v.regex(
    /^[+0-9][0-9 ()/.-]{1,38}$/,
    'must be a telephone number: figures, blanks, + at the front',
  ),
);

/** What is said of a clinic. */
export const AboutClinic = v.object({
  name: line(120),
  timeZone: TimeZone,
  phone,
  /** Whom to call in an emergency; empty where nobody has said. */
  emergencyPhone: v.union([v.literal(''), phone]),
});
export type AboutClinic = v.InferInput<typeof AboutClinic>;

/** A clinic that begins, and who owns it. */
export const NewClinic = v.object({
  id: Id,
  /** As the machine's terminal shows it. */
  code: line(20),
  ...AboutClinic.entries,
  /** What 12/05 is there. */
  dayOrder: v.optional(v.picklist(DAY_ORDERS)),
  /** In which it writes its texts for clients, and dates in them. */
  language: v.optional(Language, 'en'),
  owner: v.object({ name: line(80), signInName: SignInName, password: NewPassword }),
});
export type NewClinic = v.InferInput<typeof NewClinic>;

/** A room, by the name on its door. */
export const NewRoom = v.object({ id: Id, name: line(60) });
export type NewRoom = v.InferInput<typeof NewRoom>;
export const RoomName = v.object({ name: line(60) });

/** What is done and what is missing before a first client. */
export interface SetupShown {
  readonly steps: readonly SetupStep[];
  readonly ready: boolean;
  /** Whether a demo clinic stands beside this one, to be removed by its owner; false for the demo itself. */
  readonly demoBeside: boolean;
}
