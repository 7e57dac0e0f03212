import type { Retention, RetentionListed } from '@tidy-quill/contract/clinic';
import { api } from '../../app/api';

const retentionApi = api.injectEndpoints({
  endpoints: (build) => ({
    retention: build.query<RetentionListed, void>({
      query: () => '/clinic/retention',
      providesTags: ['clinic', 'clients'],
    }),
    setRetention: build.mutation<null, Retention | null>({
      query: (retention) => ({ url: '/clinic/retention', method: 'PUT', body: { retention } }),
      invalidatesTags: ['clinic'],
    }),
  }),
});

export const { useRetentionQuery, useSetRetentionMutation } = retentionApi;
