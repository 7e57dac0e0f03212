import type { EyewearListed, LookOver, SetEyewear } from '@tidy-quill/contract/eyewear';
import { api } from '../../app/api';

const eyewearApi = api.injectEndpoints({
  endpoints: (build) => ({
    eyewear: build.query<EyewearListed[], void>({
      query: () => '/eyewear',
      providesTags: ['eyewear'],
    }),
    setEyewear: build.mutation<null, SetEyewear>({
      query: (body) => ({ url: `/eyewear/${body.eyewear.id}`, method: 'PUT', body }),
      invalidatesTags: ['eyewear'],
    }),
    lookOver: build.mutation<null, LookOver & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/eyewear/${id}/look-over`, method: 'POST', body }),
      invalidatesTags: ['eyewear'],
    }),
  }),
});

export const { useEyewearQuery, useSetEyewearMutation, useLookOverMutation } = eyewearApi;
