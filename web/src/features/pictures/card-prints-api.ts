import type { CardPrint as Kept, CardPrintKept } from '@tidy-quill/contract/card-prints';
import { printOn, type CardPrint } from '@tidy-quill/core/picture';
import { useCallback } from 'react';
import { api } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf } from '../../text';
import { NotFetched } from './file-of';

const cardPrintsApi = api.injectEndpoints({
  endpoints: (build) => ({
    cardPrints: build.query<CardPrintKept[], void>({
      query: () => '/card-prints',
      providesTags: ['cardPrints'],
    }),
    keepCardPrint: build.mutation<null, Kept>({
      query: (body) => ({ url: '/card-prints', method: 'POST', body }),
      invalidatesTags: ['cardPrints'],
    }),
  }),
});

export const { useCardPrintsQuery, useKeepCardPrintMutation } = cardPrintsApi;

/** Tells how the card was printed that may lie in a picture, by the day on which the picture was taken. */
export function usePrintOf(): (file: File) => Promise<CardPrint> {
  const [fetchPrints] = cardPrintsApi.useLazyCardPrintsQuery();
  const { timeZone } = useSignedIn().clinic;
  return useCallback(
    async (file) => {
      const { data } = await fetchPrints(undefined, true);
      if (data === undefined) throw new NotFetched('What is known of the picture card');
      return printOn(data, dayOf(new Date(file.lastModified).toISOString(), timeZone));
    },
    [fetchPrints, timeZone],
  );
}
