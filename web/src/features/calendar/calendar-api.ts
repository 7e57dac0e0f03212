import type {
  AppointmentAnswer,
  AppointmentPage,
  AwayMade,
  AwayRead,
  Calendar,
  CalendarFeed,
  CalendarUse,
  DueLists,
  FeedMade,
  NewUnavailable,
  Reminded,
  SayStatus,
  Times,
} from '@tidy-quill/contract/calendar';
import type { Client, CourseBooked, NewCourseVisits } from '@tidy-quill/contract/clients';
import type { MessageTextNow, NewMessageText, Reminding } from '@tidy-quill/contract/message-texts';
import type { NewWaiting, TakeTime, WaitingList } from '@tidy-quill/contract/waiting';
import type { DayPart, OpeningHours } from '@tidy-quill/core/calendar';
import type { Day } from '@tidy-quill/core/units';
import { A_DAY_S, api } from '../../app/api';
import type { AsKept } from '../../app/base-query';

/** What a time is sought for, as the page asks for it. */
interface TimesWanted {
  readonly clientId: string;
  readonly areaIds: readonly string[];
  readonly visitId?: string | undefined;
  readonly from?: Day | undefined;
  readonly staffId?: string | undefined;
  readonly roomId?: string | undefined;
  readonly handpieceId?: string | undefined;
  readonly numbs?: boolean | undefined;
  readonly weekdays: readonly number[];
  readonly part: DayPart;
}

/** What is booked and what is away, times that are free, and how a visit stands. */
const calendarApi = api.injectEndpoints({
  endpoints: (build) => ({
    calendar: build.query<Calendar & AsKept, { from: Day; until: Day }>({
      query: (params) => ({ url: '/calendar', params }),
      providesTags: ['today'],
      keepUnusedDataFor: A_DAY_S,
    }),
    times: build.query<Times, TimesWanted>({
      query: ({ clientId, areaIds, weekdays, ...params }) => ({
        url: `/clients/${clientId}/times`,
        params: { ...params, areaIds: areaIds.join(','), weekdays: weekdays.join(',') },
      }),
      providesTags: ['today'],
    }),
    remindDay: build.mutation<Reminded, { day: Day }>({
      query: (body) => ({ url: '/calendar/reminders', method: 'POST', body }),
      invalidatesTags: ['messages'],
    }),
    appointment: build.query<AppointmentPage, string>({
      query: (token) => `/appointment/${token}`,
      providesTags: ['visit'],
    }),
    answerAppointment: build.mutation<null, AppointmentAnswer & { token: string }>({
      query: ({ token, ...body }) => ({ url: `/appointment/${token}`, method: 'POST', body }),
      invalidatesTags: ['visit'],
    }),
    dueLists: build.query<DueLists, void>({
      query: () => '/calendar/due',
      providesTags: ['today', 'client'],
    }),
    bookCourse: build.mutation<CourseBooked, NewCourseVisits & { clientId: string }>({
      query: ({ clientId, ...body }) => ({
        url: `/clients/${clientId}/course-visits`,
        method: 'POST',
        body,
      }),
      invalidatesTags: (_result, _error, { clientId }) => [
        'today',
        'clients',
        { type: 'client', id: clientId },
      ],
    }),
    sayStatus: build.mutation<null, SayStatus & { visitId: string }>({
      query: ({ visitId, ...body }) => ({
        url: `/visits/${visitId}/status`,
        method: 'POST',
        body,
      }),
      invalidatesTags: ['today'],
    }),
    makeUnavailable: build.mutation<AwayMade, NewUnavailable>({
      query: (body) => ({ url: '/unavailable', method: 'POST', body }),
      invalidatesTags: ['today'],
    }),
    endUnavailable: build.mutation<null, string>({
      query: (id) => ({ url: `/unavailable/${id}/end`, method: 'POST' }),
      invalidatesTags: ['today'],
    }),
    readUnavailable: build.mutation<AwayRead, File>({
      query: (file) => ({
        url: '/unavailable/file',
        method: 'POST',
        headers: { 'content-type': 'text/calendar' },
        body: file,
      }),
      invalidatesTags: ['today'],
    }),
    feed: build.query<CalendarFeed, void>({ query: () => '/me/feed', providesTags: ['me'] }),
    makeFeed: build.mutation<FeedMade, { id: string }>({
      query: (body) => ({ url: '/me/feed', method: 'POST', body }),
      invalidatesTags: ['me'],
    }),
    endFeed: build.mutation<null, void>({
      query: () => ({ url: '/me/feed/end', method: 'POST' }),
      invalidatesTags: ['me'],
    }),
    waitingList: build.query<WaitingList, { freed?: string }>({
      query: (params) => ({ url: '/calendar/waiting', params }),
      providesTags: ['today', 'client'],
    }),
    addWaiting: build.mutation<null, NewWaiting & { clientId: string }>({
      query: ({ clientId, ...body }) => ({
        url: `/clients/${clientId}/waiting`,
        method: 'POST',
        body,
      }),
      invalidatesTags: ['today'],
    }),
    takeTime: build.mutation<{ visitId: string }, TakeTime & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/waiting/${id}/take`, method: 'POST', body }),
      invalidatesTags: ['today', 'clients', 'client', 'messages'],
    }),
    restoreVisit: build.mutation<null, string>({
      query: (id) => ({ url: `/visits/${id}/restore`, method: 'POST' }),
      invalidatesTags: ['today', 'clients', 'client', 'visit'],
    }),
    endWaiting: build.mutation<null, string>({
      query: (id) => ({ url: `/waiting/${id}/end`, method: 'POST' }),
      invalidatesTags: ['today'],
    }),
    setWishes: build.mutation<Client, { clientId: string; wishes: Client['wishes'] }>({
      query: ({ clientId, wishes }) => ({
        url: `/clients/${clientId}/wishes`,
        method: 'PUT',
        body: { wishes },
      }),
      invalidatesTags: (_result, _error, { clientId }) => [{ type: 'client', id: clientId }],
    }),
    recall: build.mutation<Reminded, { areaIds: readonly string[] }>({
      query: (body) => ({ url: '/calendar/recalls', method: 'POST', body }),
      invalidatesTags: ['today', 'messages'],
    }),
    calendarUse: build.query<CalendarUse, { from: Day; until: Day }>({
      query: (params) => ({ url: '/calendar/use', params }),
      providesTags: ['today'],
    }),
    messageTexts: build.query<readonly MessageTextNow[], void>({
      query: () => '/message-texts',
      providesTags: ['messages'],
    }),
    setMessageText: build.mutation<readonly MessageTextNow[], NewMessageText>({
      query: (body) => ({ url: '/message-texts', method: 'POST', body }),
      invalidatesTags: ['messages'],
    }),
    setReminding: build.mutation<null, Reminding>({
      query: (body) => ({ url: '/clinic/reminding', method: 'PUT', body }),
      invalidatesTags: ['clinic'],
    }),
    setCancelNotice: build.mutation<null, { hours: number }>({
      query: (body) => ({ url: '/clinic/cancel-notice', method: 'PUT', body }),
      invalidatesTags: ['clinic'],
    }),
    setFeedNames: build.mutation<null, { named: boolean }>({
      query: (body) => ({ url: '/clinic/feed-names', method: 'PUT', body }),
      invalidatesTags: ['me'],
    }),
    setHours: build.mutation<null, { hours: OpeningHours | null }>({
      query: (body) => ({ url: '/clinic/hours', method: 'PUT', body }),
      invalidatesTags: ['today'],
    }),
  }),
});

export const {
  useCalendarQuery,
  useTimesQuery,
  useDueListsQuery,
  useRemindDayMutation,
  useAppointmentQuery,
  useAnswerAppointmentMutation,
  useBookCourseMutation,
  useSayStatusMutation,
  useMakeUnavailableMutation,
  useEndUnavailableMutation,
  useReadUnavailableMutation,
  useFeedQuery,
  useMakeFeedMutation,
  useEndFeedMutation,
  useSetFeedNamesMutation,
  useWaitingListQuery,
  useAddWaitingMutation,
  useTakeTimeMutation,
  useRestoreVisitMutation,
  useEndWaitingMutation,
  useSetWishesMutation,
  useRecallMutation,
  useCalendarUseQuery,
  useMessageTextsQuery,
  useSetMessageTextMutation,
  useSetRemindingMutation,
  useSetCancelNoticeMutation,
  useSetHoursMutation,
} = calendarApi;
