import type { ClientPhoto, PictureSheet } from '@tidy-quill/contract/photos';
import { api } from '../../app/api';

const picturesApi = api.injectEndpoints({
  endpoints: (build) => ({
    clientPhotos: build.query<ClientPhoto[], string>({
      query: (clientId) => `/clients/${clientId}/photos`,
      providesTags: (_result, _error, id) => [{ type: 'client', id }],
    }),
    /** Gives the address of the sheet in this page. */
    makePictureSheet: build.mutation<string, PictureSheet & { clientId: string }>({
      query: ({ clientId, ...body }) => ({
        url: `/clients/${clientId}/picture-sheet.pdf`,
        method: 'POST',
        body,
        responseHandler: async (response) =>
          response.ok
            ? URL.createObjectURL(await response.blob())
            : ((await response.json()) as unknown),
      }),
    }),
  }),
});

export const { useClientPhotosQuery, useMakePictureSheetMutation } = picturesApi;
