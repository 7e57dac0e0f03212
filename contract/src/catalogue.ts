import type { Handpiece, Protocol } from '@tidy-quill/core/plan';

/** The approved devices and protocol in force, with the versions they are. */
export interface Catalogue {
  readonly devicesVersionId: string;
  readonly devicesNumber: number;
  readonly handpieces: readonly Handpiece[];
  readonly protocolVersionId: string;
  readonly protocolNumber: number;
  readonly protocol: Protocol;
}
