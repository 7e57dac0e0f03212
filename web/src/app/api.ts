import type { UnknownAction } from '@reduxjs/toolkit';
import type {
  Catalogue,
  CatalogueKind,
  CatalogueVersion,
  NewVersion,
  VersionImpact,
} from '@tidy-quill/contract/catalogue';
import type { SignedIn, SignIn } from '@tidy-quill/contract/auth';
import type {
  Area,
  Client,
  AlikeAsked,
  AlikeClient,
  ClientFields,
  ClientOpened,
  ClientPage,
  MoveVisit,
  NewArea,
  NewVisit,
} from '@tidy-quill/contract/clients';
import type { HandpieceUse } from '@tidy-quill/contract/handpieces';
import type { Clinic } from '@tidy-quill/contract/clinic';
import type {
  AheadAnswers,
  AheadPage,
  Carriers,
  Invitation,
  Message,
} from '@tidy-quill/contract/ahead';
import type { Consent, ConsentToRead, NewConsent, Withdrawal } from '@tidy-quill/contract/consent';
import type { ConsentKind } from '@tidy-quill/core/consent';
import type { DayOrder } from '@tidy-quill/core/units';
import type { ClockStyle } from '@tidy-quill/contract/labels/format';
import type { ComingVisit, Day, FollowUp } from '@tidy-quill/contract/today';
import { createApi } from '@reduxjs/toolkit/query/react';
import { baseQueryOf, forget, type AsKept } from './base-query';
import { oweSignOut, signOutHeard } from './owed-sign-out';

/** How long a day that was read is kept in memory, s. */
export const A_DAY_S = 24 * 3600;

export const api = createApi({
  // A session that has ended shows the sign-in, one that was locked the lock.
  baseQuery: baseQueryOf((): UnknownAction => api.util.invalidateTags(['me'])),
  tagTypes: [
    'me',
    'today',
    'clients',
    'client',
    'visit',
    'catalogue',
    'clinic',
    'messages',
    'practice',
    'eyewear',
    'cardPrints',
    'devices',
    'incidents',
    'findings',
    'trials',
  ],
  endpoints: (build) => ({
    me: build.query<SignedIn, void>({ query: () => '/me', providesTags: ['me'] }),
    signIn: build.mutation<SignedIn, SignIn>({
      query: (body) => ({ url: '/sign-in', method: 'POST', body }),
      async onQueryStarted(_body, { dispatch, queryFulfilled }) {
        const { data } = await queryFulfilled;
        await dispatch(api.util.upsertQueryData('me', undefined, data));
      },
    }),
    signOut: build.mutation<null, void>({
      query: () => ({ url: '/sign-out', method: 'POST' }),
      async onQueryStarted(_none, { queryFulfilled }) {
        oweSignOut();
        await forget();
        // Where it was not heard it is said again before anything else is asked.
        await queryFulfilled.then(signOutHeard, () => {});
      },
    }),
    acceptCaution: build.mutation<null, void>({
      query: () => ({ url: '/me/caution', method: 'POST' }),
      invalidatesTags: ['me'],
    }),
    today: build.query<Day & AsKept, string | undefined>({
      query: (day) => ({ url: '/today', params: day === undefined ? {} : { day } }),
      providesTags: ['today'],
      // A day that was read stays readable while the server cannot be reached.
      keepUnusedDataFor: A_DAY_S,
    }),
    followUps: build.query<FollowUp[], void>({
      query: () => '/today/follow-ups',
      providesTags: ['today'],
    }),
    notReady: build.query<ComingVisit[], void>({
      query: () => '/today/not-ready',
      providesTags: ['today'],
    }),
    invite: build.mutation<Invitation, { visitId: string; id: string }>({
      query: ({ visitId, id }) => ({
        url: `/visits/${visitId}/invitation`,
        method: 'POST',
        body: { id },
      }),
      invalidatesTags: ['messages'],
    }),
    ahead: build.query<AheadPage, string>({ query: (token) => `/ahead/${token}` }),
    answerAhead: build.mutation<null, AheadAnswers & { token: string }>({
      query: ({ token, ...body }) => ({ url: `/ahead/${token}`, method: 'POST', body }),
    }),
    carriers: build.query<Carriers, void>({ query: () => '/messages/carriers' }),
    messages: build.query<Message[], void>({
      query: () => '/messages',
      providesTags: ['messages'],
    }),
    sendAgain: build.mutation<Message[], string>({
      query: (id) => ({ url: `/messages/${id}/again`, method: 'POST' }),
      invalidatesTags: ['messages'],
    }),
    consentToRead: build.query<
      ConsentToRead,
      { clientId: string; areaId: string; kind: ConsentKind; language: string | null }
    >({
      query: ({ clientId, language, ...params }) => ({
        url: `/clients/${clientId}/consent-to-read`,
        params: language === null ? params : { ...params, language },
      }),
    }),
    signConsent: build.mutation<Consent, NewConsent & { clientId: string }>({
      query: ({ clientId, ...body }) => ({
        url: `/clients/${clientId}/consents`,
        method: 'POST',
        body,
      }),
      invalidatesTags: ['visit', 'client', 'today'],
    }),
    withdrawConsent: build.mutation<null, Withdrawal & { consentId: string; clientId: string }>({
      query: ({ consentId, clientId: _client, ...body }) => ({
        url: `/consents/${consentId}/withdraw`,
        method: 'POST',
        body,
      }),
      invalidatesTags: ['visit', 'client', 'today'],
    }),
    clients: build.query<ClientPage, { text: string; page: number }>({
      query: (params) => ({ url: '/clients', params }),
      providesTags: ['clients'],
    }),
    alikeClients: build.query<AlikeClient[], AlikeAsked>({
      query: (params) => ({ url: '/clients/alike', params }),
      providesTags: ['clients'],
    }),
    client: build.query<ClientOpened, string>({
      query: (id) => `/clients/${id}`,
      providesTags: (_result, _error, id) => [{ type: 'client', id }],
    }),
    addClient: build.mutation<Client, ClientFields & { id: string }>({
      query: (body) => ({ url: '/clients', method: 'POST', body }),
      invalidatesTags: ['clients'],
    }),
    editClient: build.mutation<Client, ClientFields & { id: string; version: number }>({
      query: ({ id, ...body }) => ({ url: `/clients/${id}`, method: 'PUT', body }),
      invalidatesTags: (_result, _error, { id }) => ['clients', 'visit', { type: 'client', id }],
    }),
    eraseClient: build.mutation<null, { id: string; reference: string }>({
      query: ({ id, ...body }) => ({ url: `/clients/${id}/erasure`, method: 'POST', body }),
      invalidatesTags: ['clients', 'client', 'visit', 'today'],
    }),
    addArea: build.mutation<Area, NewArea & { clientId: string }>({
      query: ({ clientId, ...body }) => ({
        url: `/clients/${clientId}/areas`,
        method: 'POST',
        body,
      }),
      invalidatesTags: (_result, _error, { clientId }) => [
        'visit',
        { type: 'client', id: clientId },
      ],
    }),
    bookVisit: build.mutation<{ id: string }, NewVisit & { clientId: string }>({
      query: ({ clientId, ...body }) => ({
        url: `/clients/${clientId}/visits`,
        method: 'POST',
        body,
      }),
      invalidatesTags: (_result, _error, { clientId }) => [
        'today',
        'clients',
        { type: 'client', id: clientId },
      ],
    }),
    moveVisit: build.mutation<null, MoveVisit & { visitId: string }>({
      query: ({ visitId, ...body }) => ({
        url: `/visits/${visitId}/move`,
        method: 'POST',
        body,
      }),
      invalidatesTags: ['today', 'clients', 'client', 'visit'],
    }),
    freeHandpiece: build.mutation<null, string>({
      query: (visitId) => ({ url: `/visits/${visitId}/free-handpiece`, method: 'POST' }),
      invalidatesTags: ['today', 'clients', 'client', 'visit', 'devices'],
    }),
    catalogue: build.query<Catalogue, void>({
      query: () => '/catalogue',
      providesTags: ['catalogue'],
    }),
    versions: build.query<CatalogueVersion[], { kind: CatalogueKind; about?: string }>({
      query: (params) => ({ url: '/catalogue/versions', params }),
      providesTags: ['catalogue'],
    }),
    addVersion: build.mutation<{ id: string }, NewVersion>({
      query: (body) => ({ url: '/catalogue/versions', method: 'POST', body }),
      invalidatesTags: ['catalogue'],
    }),
    handpieceUse: build.query<HandpieceUse, { id: string; from: string; to: string }>({
      query: ({ id, ...params }) => ({ url: `/handpieces/${id}/use`, params }),
      providesTags: ['today'],
    }),
    versionImpact: build.query<VersionImpact[], string>({
      query: (id) => `/catalogue/versions/${id}/impact`,
      providesTags: ['catalogue', 'today'],
    }),
    approveVersion: build.mutation<null, { id: string; read: readonly string[] }>({
      query: ({ id, ...body }) => ({
        url: `/catalogue/versions/${id}/approve`,
        method: 'POST',
        body,
      }),
      invalidatesTags: ['catalogue', 'visit'],
    }),
    clinic: build.query<Clinic & AsKept, void>({
      query: () => '/clinic',
      providesTags: ['clinic'],
    }),
    setClock: build.mutation<null, ClockStyle>({
      query: (clock) => ({ url: '/clinic/clock', method: 'PUT', body: { clock } }),
      invalidatesTags: ['me'],
    }),
    setDayOrder: build.mutation<null, DayOrder>({
      query: (dayOrder) => ({ url: '/clinic/days', method: 'PUT', body: { dayOrder } }),
      invalidatesTags: ['me'],
    }),
  }),
});

export const {
  useMeQuery,
  useSignInMutation,
  useSignOutMutation,
  useAcceptCautionMutation,
  useTodayQuery,
  useClientsQuery,
  useNotReadyQuery,
  useFollowUpsQuery,
  useInviteMutation,
  useAheadQuery,
  useAnswerAheadMutation,
  useCarriersQuery,
  useMessagesQuery,
  useSendAgainMutation,
  useConsentToReadQuery,
  useSignConsentMutation,
  useWithdrawConsentMutation,
  useClientQuery,
  useAddClientMutation,
  useAlikeClientsQuery,
  useEditClientMutation,
  useEraseClientMutation,
  useAddAreaMutation,
  useBookVisitMutation,
  useCatalogueQuery,
  useVersionsQuery,
  useAddVersionMutation,
  useApproveVersionMutation,
  useHandpieceUseQuery,
  useVersionImpactQuery,
  useClinicQuery,
  useFreeHandpieceMutation,
  useMoveVisitMutation,
  useSetClockMutation,
  useSetDayOrderMutation,
} = api;

export { problemFields, problemKind, problemText } from './problems';
