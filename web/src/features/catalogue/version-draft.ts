import type {
  CatalogueContent,
  CatalogueKind,
  CatalogueVersion,
} from '@tidy-quill/contract/catalogue';
import { useDraft } from '../../app/draft';

/** A document as it is being changed, and the version that the change began from. */
export interface VersionDraft {
  readonly basedOn: number;
  readonly content: CatalogueContent;
  /** What changed and why, where somebody has said so already. */
  readonly note?: string;
}

/** What is being changed of a document, kept in this browser until it is kept as a version or dropped. */
export const useVersionDraft = (
  kind: CatalogueKind,
  newest: Pick<CatalogueVersion, 'number' | 'content'>,
) =>
  useDraft<VersionDraft>(`catalogue ${kind}`, { basedOn: newest.number, content: newest.content });
