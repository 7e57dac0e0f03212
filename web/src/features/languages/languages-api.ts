import type { LanguagesListed, TranslationOpened } from '@tidy-quill/contract/translations';
import type { TextPart } from '@tidy-quill/core/client-texts';
import { api } from '../../app/api';

const languagesApi = api.injectEndpoints({
  endpoints: (build) => ({
    languages: build.query<LanguagesListed, void>({
      query: () => '/clinic/languages',
      providesTags: ['catalogue', 'clients', 'clinic'],
    }),
    translation: build.query<TranslationOpened, { language: string; part: TextPart }>({
      query: ({ language, part }) => `/clinic/languages/${language}/${part}`,
      providesTags: ['catalogue'],
    }),
    setLanguage: build.mutation<null, string>({
      query: (language) => ({ url: '/clinic/language', method: 'PUT', body: { language } }),
      invalidatesTags: ['clinic', 'me'],
    }),
  }),
});

export const { useLanguagesQuery, useTranslationQuery, useSetLanguageMutation } = languagesApi;
