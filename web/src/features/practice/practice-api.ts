import type { NewPracticeRun, PracticeRun, PracticeRunOpened } from '@tidy-quill/contract/practice';
import { api } from '../../app/api';

/** Exercises that somebody did. */
const practiceApi = api.injectEndpoints({
  endpoints: (build) => ({
    practice: build.query<PracticeRun[], string | undefined>({
      query: (staffId) => ({ url: '/practice', params: staffId === undefined ? {} : { staffId } }),
      providesTags: ['practice'],
    }),
    practiceRun: build.query<PracticeRunOpened, string>({ query: (id) => `/practice/${id}` }),
    keepPractice: build.mutation<PracticeRun, NewPracticeRun>({
      query: (body) => ({ url: '/practice', method: 'POST', body }),
      invalidatesTags: ['practice'],
    }),
  }),
});

export const { usePracticeQuery, usePracticeRunQuery, useKeepPracticeMutation } = practiceApi;
