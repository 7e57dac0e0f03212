import type { AuditKind, AuditPage } from '@tidy-quill/contract/audit';
import { api } from '../../app/api';

/** What is looked for in the trail. */
export interface AuditFilter {
  readonly staff?: string;
  readonly client?: string;
  readonly kind?: AuditKind;
  readonly day?: string;
  readonly before?: number;
}

export const { useAuditTrailQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    auditTrail: build.query<AuditPage, AuditFilter>({
      query: (params) => ({ url: '/audit', params }),
      // What is read is told of there at once.
      keepUnusedDataFor: 0,
    }),
  }),
});
