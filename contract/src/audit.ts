import * as v from 'valibot';
import { DayText, Id } from './text';

/** What the audit trail tells of. */
export const AUDIT_KINDS = [
  'signedIn',
  'signInRefused',
  'signedOut',
  'backupAsked',
  'clientsSearched',
  'clientOpened',
  'visitOpened',
  'recordOpened',
  'recordPrinted',
  'consentOpened',
  'pictureOpened',
  'diaryOpened',
  'exported',
  'importMade',
  'importUndone',
  'clientAdded',
  'clientEdited',
  'clientErased',
  'clientsMerged',
  'mergeUndone',
  'areaAdded',
  'courseNoted',
  'visitBooked',
  'visitMoved',
  'visitStatusSaid',
  'visitCancelled',
  'consentSigned',
  'consentWithdrawn',
  'overridden',
  'versionDrafted',
  'versionApproved',
  'accountAdded',
  'accountChanged',
  'passwordChanged',
  'secondFactorSet',
  'secondFactorTaken',
  'pinSet',
  'sessionsEnded',
  'locked',
  'unlocked',
  'unlockRefused',
  'clinicChanged',
  'roomAdded',
  'roomRenamed',
  'unavailableAdded',
  'unavailableRemoved',
  'waitingAdded',
  'waitingEnded',
  'messageTextSet',
  'signOffAdded',
  'eyewearSet',
  'cardPrintKept',
  'deviceLogged',
  'incidentReported',
  'trialSet',
  'trialTold',
  'linkMade',
  'linkUsed',
  'linkEnded',
] as const;

export type AuditKind = (typeof AUDIT_KINDS)[number];

/** What is looked for in the trail; all of it, the newest first, where nothing is said. */
export const AuditAsked = v.object({
  staff: v.optional(Id),
  client: v.optional(Id),
  kind: v.optional(v.picklist(AUDIT_KINDS)),
  /** A day of the clinic's. */
  day: v.optional(DayText),
  /** Entries before this one, for the page after. */
  before: v.optional(v.pipe(v.string(), v.regex(/^\d{1,15}$/), v.transform(Number))),
});

export type AuditAsked = v.InferOutput<typeof AuditAsked>;

export interface AuditEntry {
  /** Its place in the clinic's trail, from 1. */
  readonly seq: number;
  readonly at: string;
  /** Null where nobody had signed in: a link was used, or a sign-in refused. */
  readonly staff: string | null;
  readonly kind: AuditKind;
  readonly client: { readonly id: string; readonly name: string } | null;
  readonly visitId: string | null;
  /** What was changed, before and after; or what was looked for. */
  readonly what: Readonly<Record<string, unknown>>;
}

/** A page of the trail, the newest first. */
export interface AuditPage {
  readonly entries: readonly AuditEntry[];
  /** Whether older ones follow. */
  readonly more: boolean;
}
