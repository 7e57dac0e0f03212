import type {
  JudgementOpened,
  JudgementRun,
  NewJudgement,
  NewPracticeRun,
  PracticeRun,
  PracticeRunOpened,
} from '@tidy-quill/contract/practice';
import { api } from '../../app/api';

/** Exercises that somebody did. */
const practiceApi = api.injectEndpoints({
  endpoints: (build) => ({
    practice: build.query<PracticeRun[], string | undefined>({
      query: (staffId) => ({ url: '/practice', params: staffId === undefined ? {} : { staffId } }),
      providesTags: ['practice'],
    }),
    practiceRun: build.query<PracticeRunOpened, string>({ query: (id) => `/practice/${id}` }),
    judgements: build.query<JudgementRun[], string | undefined>({
      query: (staffId) => ({
        url: '/judgements',
        params: staffId === undefined ? {} : { staffId },
      }),
      providesTags: ['practice'],
    }),
    judgement: build.query<JudgementOpened, string>({ query: (id) => `/judgements/${id}` }),
    keepJudgement: build.mutation<JudgementOpened, NewJudgement>({
      query: (body) => ({ url: '/judgements', method: 'POST', body }),
      invalidatesTags: ['practice'],
    }),
    keepPractice: build.mutation<PracticeRun, NewPracticeRun>({
      query: (body) => ({ url: '/practice', method: 'POST', body }),
      invalidatesTags: ['practice'],
    }),
  }),
});

export const {
  useJudgementsQuery,
  useJudgementQuery,
  useKeepJudgementMutation,
  usePracticeQuery,
  usePracticeRunQuery,
  useKeepPracticeMutation,
} = practiceApi;
