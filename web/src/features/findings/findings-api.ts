import type {
  Behind,
  FindingField,
  FindingsAnswer,
  FindingsFilter,
  FindingsOptions,
  ProtocolReview,
  ReactionRegistered,
  SessionsBehind,
} from '@tidy-quill/contract/findings';
import { api } from '../../app/api';

interface Period {
  readonly from: string;
  readonly until: string;
}

const findingsApi = api.injectEndpoints({
  endpoints: (build) => ({
    findings: build.query<FindingsAnswer, FindingsFilter & { by: FindingField }>({
      query: (params) => ({ url: '/findings', params }),
      providesTags: ['findings'],
    }),
    findingsOptions: build.query<FindingsOptions, void>({
      query: () => '/findings/options',
      providesTags: ['findings'],
    }),
    sessionsBehind: build.query<SessionsBehind, FindingsFilter & { behind: Behind }>({
      query: (params) => ({ url: '/findings/sessions', params }),
      providesTags: ['findings'],
    }),
    reactionRegister: build.query<ReactionRegistered[], Period>({
      query: (params) => ({ url: '/reactions/register', params }),
      providesTags: ['findings', 'today'],
    }),
    protocolReview: build.query<ProtocolReview, void>({
      query: () => '/findings/protocol',
      providesTags: ['findings', 'catalogue'],
    }),
  }),
});

export const {
  useFindingsQuery,
  useFindingsOptionsQuery,
  useSessionsBehindQuery,
  useProtocolReviewQuery,
  useReactionRegisterQuery,
} = findingsApi;
