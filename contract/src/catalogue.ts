import type { Handpiece, Protocol } from '@tidy-quill/core/plan';
import type { ConsentTexts } from '@tidy-quill/core/consent';
import type { AdviceBlocks } from '@tidy-quill/core/aftercare';
import type { Translation } from '@tidy-quill/core/client-texts';
import type { Outcome, SuitabilityRules } from '@tidy-quill/core/suitability';
import type { SafetyPapers } from '@tidy-quill/core/safety';
import * as v from 'valibot';
import { AdviceBlocks as BlocksSchema } from './aftercare';
import { ConsentTexts as TextsSchema } from './consent';
import { Handpieces, Protocol as ProtocolSchema } from './plan';
import { SafetyPapers as SafetySchema } from './safety';
import { SuitabilityRules as RulesSchema } from './suitability';
import { Id, line, note, whole } from './text';
import { Translation as TranslationSchema } from './translations';

/** The approved devices and protocol in force, with the versions they are. */
export interface Catalogue {
  readonly devicesVersionId: string;
  readonly devicesNumber: number;
  readonly handpieces: readonly Handpiece[];
  readonly protocolVersionId: string;
  readonly protocolNumber: number;
  readonly protocol: Protocol;
}

export const CATALOGUE_KINDS = [
  'devices',
  'protocol',
  'suitability',
  'consents',
  'aftercare',
  'safety',
  'translation',
] as const;

/** Which document is asked for; of translations by language and part, as `translationOf` writes it. */
export const KindAsked = v.object({
  kind: v.picklist(CATALOGUE_KINDS),
  about: v.optional(v.pipe(v.string(), v.maxLength(40, 'must be 40 characters at most')), ''),
});

export type CatalogueKind = (typeof CATALOGUE_KINDS)[number];

/** A document in force, and the version that it is; version null is the one that ships. */
export interface InForce<T> {
  readonly versionId: string | null;
  readonly number: number;
  readonly content: T;
}

const version = {
  id: Id,
  note: note(500),
  /** The newest version when editing began; another one since means a conflict. */
  basedOn: whole(0, 1e6),
};

/** A whole new version of a document; a draft until a supervisor approves it. */
export const NewVersion = v.variant('kind', [
  v.object({ kind: v.literal('devices'), content: Handpieces, ...version }),
  v.object({ kind: v.literal('protocol'), content: ProtocolSchema, ...version }),
  v.object({ kind: v.literal('suitability'), content: RulesSchema, ...version }),
  v.object({ kind: v.literal('consents'), content: TextsSchema, ...version }),
  v.object({ kind: v.literal('aftercare'), content: BlocksSchema, ...version }),
  v.object({ kind: v.literal('safety'), content: SafetySchema, ...version }),
  v.object({ kind: v.literal('translation'), content: TranslationSchema, ...version }),
]);

export type NewVersion = v.InferInput<typeof NewVersion>;

/** What a version holds, by its kind. */
export type CatalogueContent =
  | readonly Handpiece[]
  | Protocol
  | SuitabilityRules
  | ConsentTexts
  | AdviceBlocks
  | SafetyPapers
  | Translation;

/** Approves a version; of a clinic’s first version of a document with every row that was read. */
export const ApproveVersion = v.optional(
  v.object({
    read: v.optional(
      v.pipe(v.array(line(300)), v.maxLength(2000, 'must be 2000 rows at most')),
      [],
    ),
  }),
  { read: [] },
);

/** A version of a document, with who made and who approved it. */
export interface CatalogueVersion {
  readonly id: string;
  readonly kind: CatalogueKind;
  readonly number: number;
  readonly note: string;
  readonly createdBy: string;
  readonly createdAt: string;
  readonly approvedBy: string | null;
  /** Whether whoever drafted it approved it, as the clinic’s only supervisor. */
  readonly byAuthor: boolean;
  readonly approvedAt: string | null;
  readonly content: CatalogueContent;
}

/** What a version would change for a visit that is planned or asked already. */
export interface VersionImpact {
  readonly visitId: string;
  readonly areaId: string;
  readonly startsAt: string;
  readonly client: string;
  readonly site: string;
  readonly side: string;
  /** The highest fluence allowed, J/cm², by what is in force and by this version; null where nothing is, or for ink or hair that it does not touch. */
  readonly upperJcm2: { readonly before: number | null; readonly now: number | null } | null;
  /** What would refuse the plan that was accepted, and does not now. */
  readonly refusals: readonly string[];
  /** What the answers lead to, by what is in force and by this version; null where that is the same. */
  readonly outcome: { readonly before: Outcome; readonly now: Outcome } | null;
}
