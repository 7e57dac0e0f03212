import type {
  NewCount,
  NewTrialNote,
  ToCount,
  TrialFollowUp,
  TrialListed,
  TrialOpened,
  TrialShown,
} from '@tidy-quill/contract/trials';
import type { Reminded } from '@tidy-quill/contract/calendar';
import type { Signature } from '@tidy-quill/contract/consent';
import type { TrialDesign } from '@tidy-quill/core/trial';
import { api } from '../../app/api';

type Of<T> = T & { readonly trialId: string };

const trialsApi = api.injectEndpoints({
  endpoints: (build) => ({
    trials: build.query<TrialListed[], void>({ query: () => '/trials', providesTags: ['trials'] }),
    trial: build.query<TrialOpened, string>({
      query: (id) => `/trials/${id}`,
      providesTags: ['trials'],
    }),
    trialFollowUps: build.query<TrialFollowUp[], void>({
      query: () => '/trial-follow-ups',
      providesTags: ['trials'],
    }),
    askForFollowUp: build.mutation<Reminded, string>({
      query: (clientId) => ({
        url: '/trial-follow-ups/messages',
        method: 'POST',
        body: { clientIds: [clientId] },
      }),
      invalidatesTags: ['trials'],
    }),
    trialResults: build.query<TrialShown, string>({
      query: (id) => `/trials/${id}/results`,
      providesTags: ['trials'],
    }),
    toCount: build.query<ToCount[], string>({
      query: (id) => `/trials/${id}/to-count`,
      providesTags: ['trials'],
    }),
    draftTrial: build.mutation<null, { id: string; design: TrialDesign }>({
      query: (body) => ({ url: '/trials', method: 'POST', body }),
      invalidatesTags: ['trials'],
    }),
    setTrial: build.mutation<null, Of<{ version: number; design: TrialDesign }>>({
      query: ({ trialId, ...body }) => ({ url: `/trials/${trialId}`, method: 'PUT', body }),
      invalidatesTags: ['trials'],
    }),
    fixTrial: build.mutation<null, string>({
      query: (id) => ({ url: `/trials/${id}/fix`, method: 'POST' }),
      invalidatesTags: ['trials'],
    }),
    closeTrial: build.mutation<null, Of<{ reason: string }>>({
      query: ({ trialId, ...body }) => ({ url: `/trials/${trialId}/close`, method: 'POST', body }),
      invalidatesTags: ['trials', 'visit'],
    }),
    enrol: build.mutation<
      null,
      Of<{
        id: string;
        clientId: string;
        leftAreaId: string;
        rightAreaId: string;
        signature: Signature;
      }>
    >({
      query: ({ trialId, ...body }) => ({
        url: `/trials/${trialId}/participants`,
        method: 'POST',
        body,
      }),
      invalidatesTags: ['trials', 'visit'],
    }),
    drawSides: build.mutation<null, Of<{ id: string; clientId: string; visitId: string }>>({
      query: ({ trialId, ...body }) => ({ url: `/trials/${trialId}/draws`, method: 'POST', body }),
      invalidatesTags: ['trials', 'visit'],
    }),
    noteInTrial: build.mutation<null, Of<NewTrialNote>>({
      query: ({ trialId, ...body }) => ({ url: `/trials/${trialId}/notes`, method: 'POST', body }),
      invalidatesTags: ['trials', 'visit'],
    }),
    countInTrial: build.mutation<null, Of<NewCount>>({
      query: ({ trialId, ...body }) => ({ url: `/trials/${trialId}/counts`, method: 'POST', body }),
      invalidatesTags: ['trials'],
    }),
    lookAtTrial: build.mutation<TrialShown, Of<{ id: string; note: string }>>({
      query: ({ trialId, ...body }) => ({ url: `/trials/${trialId}/looks`, method: 'POST', body }),
      invalidatesTags: ['trials'],
    }),
  }),
});

export const {
  useTrialsQuery,
  useTrialQuery,
  useTrialFollowUpsQuery,
  useAskForFollowUpMutation,
  useTrialResultsQuery,
  useToCountQuery,
  useDraftTrialMutation,
  useSetTrialMutation,
  useFixTrialMutation,
  useCloseTrialMutation,
  useEnrolMutation,
  useDrawSidesMutation,
  useNoteInTrialMutation,
  useCountInTrialMutation,
  useLookAtTrialMutation,
} = trialsApi;
