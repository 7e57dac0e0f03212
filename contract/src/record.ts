import type { Reaction } from '@tidy-quill/core/session';
import type { VisitEvent } from '@tidy-quill/core/events';
import * as v from 'valibot';
import type { Area, Client } from './clients';
import { Signature, type Consent } from './consent';
import { Id } from './text';
import type { VisitHeader } from './visit-opened';

/** Advice sent as a message; sent twice under one id, it goes once. */
export const GiveAdvice = v.object({ id: Id });

/** A signature under the record as it was read. */
export const SignRecord = v.object({
  id: Id,
  /** Of what was read; another since means that it has to be read again. */
  digest: v.pipe(v.string('must be text'), v.hash(['sha256'], 'must be a digest')),
  signature: Signature,
});

export type SignRecord = v.InferInput<typeof SignRecord>;

/** A visit's record: its events, and the names that stand in it. */
export interface RecordOpened {
  readonly visit: VisitHeader;
  readonly client: Client;
  readonly areas: readonly Area[];
  readonly room: string;
  readonly events: readonly VisitEvent[];
  /** SHA-256 over the events, signatures left out. */
  readonly digest: string;
  readonly staffNames: Readonly<Record<string, string>>;
  readonly handpieceNames: Readonly<Record<string, string>>;
  /** Consents in force on the day of the visit. */
  readonly consents: readonly Consent[];
  readonly clinicName: string;
}

/** A reaction of any client that nobody has closed. */
export interface ReactionListed {
  readonly visitId: string;
  readonly areaId: string;
  readonly client: { readonly id: string; readonly name: string; readonly phone: string };
  readonly site: string;
  readonly side: string;
  /** When the session was, ISO 8601. */
  readonly treatedAt: string;
  readonly reaction: Reaction;
}
