import type { MergeCompared, NewMerge } from '@tidy-quill/contract/merges';
import { api } from '../../app/api';

const mergeApi = api.injectEndpoints({
  endpoints: (build) => ({
    mergeCompared: build.query<MergeCompared, { keptId: string; goneId: string }>({
      query: ({ keptId, goneId }) => ({
        url: `/clients/${keptId}/merge`,
        params: { with: goneId },
      }),
      providesTags: ['clients'],
    }),
    mergeClients: build.mutation<{ id: string }, NewMerge & { keptId: string }>({
      query: ({ keptId, ...body }) => ({
        url: `/clients/${keptId}/merges`,
        method: 'POST',
        body,
      }),
      invalidatesTags: ['clients', 'client', 'visit', 'today'],
    }),
    undoMerge: build.mutation<null, string>({
      query: (id) => ({ url: `/merges/${id}/undo`, method: 'POST' }),
      invalidatesTags: ['clients', 'client', 'visit', 'today'],
    }),
  }),
});

export const { useMergeComparedQuery, useMergeClientsMutation, useUndoMergeMutation } = mergeApi;
