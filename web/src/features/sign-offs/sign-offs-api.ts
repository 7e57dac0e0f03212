import type { NewSignOff, SignOffs } from '@tidy-quill/contract/sign-offs';
import type { SignOffRule } from '@tidy-quill/core/access';
import { A_DAY_S, api } from '../../app/api';

/** Who is signed off for what, and what follows where somebody is not. */
const signOffsApi = api.injectEndpoints({
  endpoints: (build) => ({
    signOffs: build.query<SignOffs, void>({
      query: () => '/sign-offs',
      providesTags: ['clinic'],
      keepUnusedDataFor: A_DAY_S,
    }),
    addSignOff: build.mutation<null, NewSignOff & { staffId: string }>({
      query: ({ staffId, ...body }) => ({
        url: `/clinic/staff/${staffId}/sign-offs`,
        method: 'POST',
        body,
      }),
      invalidatesTags: ['clinic', 'today'],
    }),
    setSignOffRule: build.mutation<null, SignOffRule>({
      query: (body) => ({ url: '/clinic/sign-off-rule', method: 'PUT', body }),
      invalidatesTags: ['clinic', 'today'],
    }),
  }),
});

export const { useSignOffsQuery, useAddSignOffMutation, useSetSignOffRuleMutation } = signOffsApi;
