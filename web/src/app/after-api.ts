import type { ReactionListed, RecordOpened, SignRecord } from '@tidy-quill/contract/record';
import type { EventsKept } from '@tidy-quill/contract/visit';
import type { Invitation } from '@tidy-quill/contract/ahead';
import type { NewDiaryEntry, DiaryPage, DiaryRead, DiaryWorry } from '@tidy-quill/contract/diary';
import { api } from './api';
import { keepEvents } from './visit-api';
import { nowText } from '../visit-engine/clock';

/** What happens after the last pulse: advice given, the record read and signed, reactions followed. */
const afterApi = api.injectEndpoints({
  endpoints: (build) => ({
    sendAdvice: build.mutation<EventsKept, { visitId: string; id: string }>({
      query: ({ visitId, id }) => ({
        url: `/visits/${visitId}/aftercare-message`,
        method: 'POST',
        body: { id },
      }),
      onQueryStarted: keepEvents,
      invalidatesTags: ['messages'],
    }),
    record: build.query<RecordOpened, string>({
      query: (id) => `/visits/${id}/record`,
      providesTags: (_result, _error, id) => [{ type: 'visit', id }],
    }),
    signRecord: build.mutation<EventsKept, SignRecord & { visitId: string }>({
      query: ({ visitId, ...body }) => ({ url: `/visits/${visitId}/sign`, method: 'POST', body }),
      invalidatesTags: (_result, _error, { visitId }) => [{ type: 'visit', id: visitId }],
    }),
    amend: build.mutation<
      EventsKept,
      { visitId: string; id: string; text: string; reason: string }
    >({
      query: ({ visitId, id, text, reason }) => ({
        url: `/visits/${visitId}/events`,
        method: 'POST',
        body: [
          {
            id,
            at: nowText(),
            body: { kind: 'amended', about: null, text, reason },
          },
        ],
      }),
      invalidatesTags: (_result, _error, { visitId }) => [{ type: 'visit', id: visitId }],
    }),
    diaryPage: build.query<DiaryPage, string>({ query: (token) => `/diary/${token}` }),
    writeDiary: build.mutation<null, NewDiaryEntry & { token: string }>({
      query: ({ token, ...body }) => ({ url: `/diary/${token}`, method: 'POST', body }),
    }),
    sendDiaryPhoto: build.mutation<null, { token: string; id: string; picture: Blob }>({
      query: ({ token, id, picture }) => ({
        url: `/diary/${token}/photos`,
        method: 'POST',
        params: { id },
        body: picture,
        headers: { 'content-type': picture.type },
      }),
    }),
    openDiary: build.mutation<Invitation, { visitId: string; id: string }>({
      query: ({ visitId, id }) => ({
        url: `/visits/${visitId}/diary-link`,
        method: 'POST',
        body: { id },
      }),
      invalidatesTags: ['messages'],
    }),
    endLinks: build.mutation<null, { visitId: string; to: 'diary-link' | 'invitation' }>({
      query: ({ visitId, to }) => ({ url: `/visits/${visitId}/${to}`, method: 'DELETE' }),
    }),
    diary: build.query<DiaryRead[], string>({ query: (id) => `/visits/${id}/diary` }),
    readEntry: build.mutation<null, string>({
      query: (id) => ({ url: `/diary-entries/${id}/read`, method: 'POST' }),
      invalidatesTags: ['today'],
    }),
    diaryWorries: build.query<DiaryWorry[], void>({
      query: () => '/diary-worries',
      providesTags: ['today'],
    }),
    reactions: build.query<ReactionListed[], void>({
      query: () => '/reactions',
      providesTags: ['today'],
    }),
  }),
});

export const {
  useSendAdviceMutation,
  useRecordQuery,
  useSignRecordMutation,
  useAmendMutation,
  useReactionsQuery,
  useDiaryPageQuery,
  useWriteDiaryMutation,
  useSendDiaryPhotoMutation,
  useEndLinksMutation,
  useOpenDiaryMutation,
  useDiaryQuery,
  useDiaryWorriesQuery,
  useReadEntryMutation,
} = afterApi;
