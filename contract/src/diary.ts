import type { LanguageRead } from './client-words/client-words';
import {
  REACTION_SIGNS,
  SEEN_AT_HOME,
  TRENDS,
  type HomeEntry,
  type ReactionReport,
  type Triage,
} from '@tidy-quill/core/reaction';
import type { SiteId } from '@tidy-quill/core/sites';
import type { Job } from '@tidy-quill/core/suitability';
import * as v from 'valibot';
import { Id, note } from './text';

export const NewDiaryLink = v.object({ id: Id });

/** One day of healing, as the client sees it. */
export const DiaryEntry = v.object({
  id: Id,
  trend: v.picklist(TRENDS),
  signs: v.array(v.picklist(REACTION_SIGNS)),
  seen: v.optional(v.array(v.picklist(SEEN_AT_HOME)), []),
  /** The entry of the same day that this one corrects. */
  replaces: v.optional(v.nullable(Id), null),
  note: note(1000),
  photoIds: v.pipe(v.array(Id), v.maxLength(3, 'must hold three pictures at most')),
});

export type DiaryEntry = v.InferOutput<typeof DiaryEntry>;
export type NewDiaryEntry = v.InferInput<typeof DiaryEntry>;

/** What is said of a picture from home; the picture itself is the request's body. */
export const DiaryPhoto = v.object({ id: Id });

/** An entry as the clinic reads it. */
export interface DiaryRead extends HomeEntry {
  readonly id: string;
  readonly givenAt: string;
  readonly replaces: string | null;
  readonly note: string;
  readonly photoIds: readonly string[];
}

/** All that a diary's token opens: enough to write, nothing of the record. */
export interface DiaryPage {
  readonly clinicName: string;
  readonly clinicPhone: string;
  readonly emergencyPhone: string;
  readonly givenName: string;
  readonly job: Job;
  readonly treatedOn: string;
  readonly today: string;
  readonly timeZone: string;
  /** Whether pictures were agreed to. */
  readonly mayPhotograph: boolean;
  /** What was given to take home. */
  readonly advice: readonly string[];
  /** What was written so far, newest first. */
  readonly entries: readonly DiaryRead[];
  readonly language: LanguageRead;
}

/** A client’s entry that somebody should read: worse, or with a sign. */
export interface DiaryWorry {
  readonly visitId: string;
  readonly areaId: string;
  readonly site: SiteId;
  readonly side: string;
  /** When the visit began. */
  readonly treatedAt: string;
  readonly client: { readonly id: string; readonly name: string; readonly phone: string };
  readonly entry: DiaryRead;
  /** What it amounts to, before anybody has asked further. */
  readonly report: ReactionReport;
  /** How soon somebody has to look; null where nothing was fired. */
  readonly triage: Triage | null;
}
