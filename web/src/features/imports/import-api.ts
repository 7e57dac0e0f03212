import type { ImportChecked, ImportListed, NewImport } from '@tidy-quill/contract/imports';
import type { ClientRecordFile, RecordTaken } from '@tidy-quill/contract/client-record';
import { api } from '../../app/api';

const importApi = api.injectEndpoints({
  endpoints: (build) => ({
    imports: build.query<ImportListed[], void>({
      query: () => '/imports',
      providesTags: ['clients'],
    }),
    checkImport: build.mutation<ImportChecked, NewImport>({
      query: (body) => ({ url: '/imports/check', method: 'POST', body }),
    }),
    takeImport: build.mutation<{ id: string }, NewImport>({
      query: (body) => ({ url: '/imports', method: 'POST', body }),
      invalidatesTags: ['clients', 'client'],
    }),
    takeRecord: build.mutation<RecordTaken, ClientRecordFile>({
      query: (body) => ({ url: '/imports/record', method: 'POST', body }),
      invalidatesTags: ['clients', 'client'],
    }),
    undoImport: build.mutation<null, string>({
      query: (id) => ({ url: `/imports/${id}/undo`, method: 'POST' }),
      invalidatesTags: ['clients', 'client'],
    }),
  }),
});

export const {
  useImportsQuery,
  useCheckImportMutation,
  useTakeImportMutation,
  useTakeRecordMutation,
  useUndoImportMutation,
} = importApi;
