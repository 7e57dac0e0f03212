import type { NewPhoto, Photo } from '@tidy-quill/contract/photos';
import type {
  AcceptSetting,
  Approval,
  EventsKept,
  NewEvent,
  SendHome,
} from '@tidy-quill/contract/visit';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { api } from './api';
import { engine } from './engine';

/** What asks to be added to a visit, and is told of what was kept since this page read it. */
const toVisit = (visitId: string, what: string) => ({
  url: `/visits/${visitId}/${what}`,
  method: 'POST',
  params: { after: engine.readUpTo(visitId) },
});

/** An open visit: read whole or from a place on, and what is added to it. */
export const visitApi = api.injectEndpoints({
  endpoints: (build) => ({
    visit: build.query<VisitOpened, string>({
      query: (id) => `/visits/${id}`,
      providesTags: (_result, _error, id) => [{ type: 'visit', id }],
      onQueryStarted: async (_visitId, { queryFulfilled }) => {
        const read = await queryFulfilled.catch(() => null);
        if (read !== null) engine.opened(read.data);
      },
    }),
    eventsSince: build.query<EventsKept, { visitId: string; after: number }>({
      query: ({ visitId, after }) => ({ url: `/visits/${visitId}/events`, params: { after } }),
    }),
    appendEvents: build.mutation<
      EventsKept,
      { visitId: string; events: NewEvent[]; after: number }
    >({
      query: ({ visitId, events, after }) => ({
        url: `/visits/${visitId}/events`,
        method: 'POST',
        params: { after },
        body: events,
      }),
    }),
    acceptPlan: build.mutation<EventsKept, AcceptSetting & { visitId: string }>({
      query: ({ visitId, ...body }) => ({ ...toVisit(visitId, 'plan'), body }),
      onQueryStarted: keepEvents,
      invalidatesTags: (_result, _error, { visitId }) => [{ type: 'visit', id: visitId }],
    }),
    approve: build.mutation<EventsKept, Approval & { visitId: string }>({
      query: ({ visitId, ...body }) => ({ ...toVisit(visitId, 'approvals'), body }),
      onQueryStarted: keepEvents,
      invalidatesTags: (_result, _error, { visitId }) => [{ type: 'visit', id: visitId }],
    }),
    sendPhoto: build.mutation<Photo, NewPhoto & { visitId: string; picture: Blob }>({
      query: ({ visitId, picture, ...params }) => ({
        url: `/visits/${visitId}/photos`,
        method: 'POST',
        params,
        body: picture,
        headers: { 'content-type': picture.type },
      }),
    }),
    cancelVisit: build.mutation<null, { visitId: string; reason: string }>({
      query: ({ visitId, reason }) => ({
        url: `/visits/${visitId}/cancel`,
        method: 'POST',
        body: { reason },
      }),
      invalidatesTags: (_result, _error, { visitId }) => [
        ...(['client', 'clients', 'today'] as const),
        { type: 'visit', id: visitId },
      ],
    }),
    sendHome: build.mutation<EventsKept, SendHome & { visitId: string }>({
      query: ({ visitId, ...body }) => ({ ...toVisit(visitId, 'send-home'), body }),
      onQueryStarted: keepEvents,
      invalidatesTags: (_result, _error, { visitId }) => [
        'client',
        'clients',
        { type: 'visit', id: visitId },
      ],
    }),
  }),
});

/** Puts the events that a request's answer tells of beside the visit that is open. */
export async function keepEvents(
  { visitId }: { visitId: string },
  { queryFulfilled }: { queryFulfilled: Promise<{ data: EventsKept }> },
): Promise<void> {
  const kept = await queryFulfilled.catch(() => null);
  // Whoever asked is told of a failure by the mutation's own result.
  if (kept !== null) engine.received(visitId, kept.data);
}

export const {
  useVisitQuery,
  useAcceptPlanMutation,
  useApproveMutation,

  useSendHomeMutation,
  useCancelVisitMutation,
} = visitApi;
