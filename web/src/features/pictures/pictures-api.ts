import type { ClientPhoto } from '@tidy-quill/contract/photos';
import { api } from '../../app/api';

const picturesApi = api.injectEndpoints({
  endpoints: (build) => ({
    clientPhotos: build.query<ClientPhoto[], string>({
      query: (clientId) => `/clients/${clientId}/photos`,
      providesTags: (_result, _error, id) => [{ type: 'client', id }],
    }),
  }),
});

export const { useClientPhotosQuery } = picturesApi;
