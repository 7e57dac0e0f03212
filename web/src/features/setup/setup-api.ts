import type {
  AboutClinic,
  NewClinic,
  NewRoom,
  SetupOpen,
  SetupShown,
} from '@tidy-quill/contract/setup';
import { api } from '../../app/api';

const setupApi = api.injectEndpoints({
  endpoints: (build) => ({
    setupOpen: build.query<SetupOpen, void>({ query: () => '/setup' }),
    setUpClinic: build.mutation<{ id: string }, NewClinic>({
      query: (body) => ({ url: '/setup', method: 'POST', body }),
    }),
    setupSteps: build.query<SetupShown, void>({
      query: () => '/clinic/setup',
      providesTags: ['clinic'],
    }),
    removeDemo: build.mutation<null, void>({
      query: () => ({ url: '/demo', method: 'DELETE' }),
      invalidatesTags: ['clinic'],
    }),
    setAbout: build.mutation<null, AboutClinic>({
      query: (body) => ({ url: '/clinic/about', method: 'PUT', body }),
      invalidatesTags: ['clinic', 'me'],
    }),
    addRoom: build.mutation<{ id: string }, NewRoom>({
      query: (body) => ({ url: '/clinic/rooms', method: 'POST', body }),
      invalidatesTags: ['clinic'],
    }),
    renameRoom: build.mutation<null, NewRoom>({
      query: ({ id, name }) => ({ url: `/clinic/rooms/${id}`, method: 'PUT', body: { name } }),
      invalidatesTags: ['clinic', 'today'],
    }),
  }),
});

export const {
  useSetupOpenQuery,
  useSetUpClinicMutation,
  useSetupStepsQuery,
  useRemoveDemoMutation,
  useSetAboutMutation,
  useAddRoomMutation,
  useRenameRoomMutation,
} = setupApi;
