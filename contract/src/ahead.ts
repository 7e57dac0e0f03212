import type { LanguageRead } from './client-words/client-words';
import type {
  History as CoreHistory,
  Job,
  Place,
  SuitabilityRules,
} from '@tidy-quill/core/suitability';
import * as v from 'valibot';
import { History } from './suitability';
import { Id } from './text';

/** What a client answers at home; kept until the technician has confirmed it. */
export const AheadAnswers = v.object({ id: Id, ...History.entries });

export type AheadAnswers = v.InferInput<typeof AheadAnswers>;

/** All that a token opens: enough to ask, nothing of the record. */
export interface AheadPage {
  readonly clinicName: string;
  readonly clinicPhone: string;
  readonly givenName: string;
  readonly job: Job;
  readonly place: Place;
  readonly area: { readonly site: string; readonly side: string };
  readonly startsAt: string;
  readonly timeZone: string;
  readonly today: string;
  /** The clinic's rules, to say at once what an answer leads to. */
  readonly suitability: SuitabilityRules;
  readonly language: LanguageRead;
}

/** Answers that came from home and nobody has confirmed yet. */
export interface Ahead extends CoreHistory {
  readonly id: string;
  readonly givenAt: string;
}

export const NewInvitation = v.object({ id: Id });

/** A link for one client and one visit, shown once. */
export interface Invitation {
  readonly url: string;
  readonly expiresAt: string;
}

export const MESSAGE_STATES = ['waiting', 'sent', 'failed'] as const;

/** What carries messages to clients. */
export interface Carriers {
  /** The server that takes e-mail; null where none is set. */
  readonly mailServer: string | null;
}

/** A message of the outbox. */
export interface Message {
  readonly id: string;
  readonly clientId: string;
  readonly clientName: string;
  readonly to: string;
  readonly text: string;
  readonly state: (typeof MESSAGE_STATES)[number];
  readonly problem: string | null;
  readonly createdAt: string;
  readonly sentAt: string | null;
}
