import type {
  GiveTreatmentPlan,
  NewCourseStep,
  TreatmentPlanNow,
} from '@tidy-quill/contract/course-of-area';
import { api } from './api';

/** The course of an area: decided on, its plan worked out and given. */
const courseApi = api.injectEndpoints({
  endpoints: (build) => ({
    treatmentPlan: build.query<TreatmentPlanNow, { clientId: string; areaId: string }>({
      query: ({ clientId, areaId }) => ({
        url: `/clients/${clientId}/treatment-plan`,
        params: { areaId },
      }),
      providesTags: (_result, _error, { clientId }) => [{ type: 'client', id: clientId }],
    }),
    giveTreatmentPlan: build.mutation<{ id: string }, GiveTreatmentPlan & { clientId: string }>({
      query: ({ clientId, ...body }) => ({
        url: `/clients/${clientId}/treatment-plans`,
        method: 'POST',
        body,
      }),
      invalidatesTags: (_result, _error, { clientId }) => [{ type: 'client', id: clientId }],
    }),
    takeCourseStep: build.mutation<{ id: string }, NewCourseStep & { clientId: string }>({
      query: ({ clientId, ...body }) => ({
        url: `/clients/${clientId}/course-steps`,
        method: 'POST',
        body,
      }),
      invalidatesTags: (_result, _error, { clientId }) => [{ type: 'client', id: clientId }],
    }),
  }),
});

export const { useTreatmentPlanQuery, useGiveTreatmentPlanMutation, useTakeCourseStepMutation } =
  courseApi;
