import type { Handpiece, Protocol } from '@tidy-quill/core/plan';
import * as v from 'valibot';
import { Handpieces, Protocol as ProtocolSchema } from './plan';
import { Id, note, whole } from './text';

/** The approved devices and protocol in force, with the versions they are. */
export interface Catalogue {
  readonly devicesVersionId: string;
  readonly devicesNumber: number;
  readonly handpieces: readonly Handpiece[];
  readonly protocolVersionId: string;
  readonly protocolNumber: number;
  readonly protocol: Protocol;
}

export type CatalogueKind = 'devices' | 'protocol';

const version = {
  id: Id,
  note: note(500),
  /** The newest version when editing began; another one since means a conflict. */
  basedOn: whole(0, 1e6),
};

/** A whole new version of devices or protocol; a draft until a supervisor approves it. */
export const NewVersion = v.variant('kind', [
  v.object({ kind: v.literal('devices'), content: Handpieces, ...version }),
  v.object({ kind: v.literal('protocol'), content: ProtocolSchema, ...version }),
]);

export type NewVersion = v.InferInput<typeof NewVersion>;

/** A version of devices or protocol, with who made and who approved it. */
export interface CatalogueVersion {
  readonly id: string;
  readonly kind: CatalogueKind;
  readonly number: number;
  readonly note: string;
  readonly createdBy: string;
  readonly createdAt: string;
  readonly approvedBy: string | null;
  readonly approvedAt: string | null;
  readonly content: readonly Handpiece[] | Protocol;
}
