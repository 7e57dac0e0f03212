import type { IncidentShown, NewFollowUp, NewIncident } from '@tidy-quill/contract/incidents';
import { api } from '../../app/api';

const incidentsApi = api.injectEndpoints({
  endpoints: (build) => ({
    incidents: build.query<IncidentShown[], void>({
      query: () => '/incidents',
      providesTags: ['incidents'],
    }),
    reportIncident: build.mutation<null, NewIncident>({
      query: (body) => ({ url: '/incidents', method: 'POST', body }),
      // One of the device takes it out of use.
      invalidatesTags: ['incidents', 'devices', 'visit', 'today'],
    }),
    followIncident: build.mutation<null, NewFollowUp & { incidentId: string }>({
      query: ({ incidentId, ...body }) => ({
        url: `/incidents/${incidentId}/follow-ups`,
        method: 'POST',
        body,
      }),
      invalidatesTags: ['incidents'],
    }),
  }),
});

export const { useIncidentsQuery, useReportIncidentMutation, useFollowIncidentMutation } =
  incidentsApi;
