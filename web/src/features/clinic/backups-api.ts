import type { Backups } from '@tidy-quill/contract/backups';
import { api } from '../../app/api';

const backupsApi = api.injectEndpoints({
  endpoints: (build) => ({
    backups: build.query<Backups, void>({ query: () => '/clinic/backups' }),
    backUp: build.mutation<null, void>({
      query: () => ({ url: '/clinic/backups', method: 'POST' }),
    }),
  }),
});

export const { useBackupsQuery, useBackUpMutation } = backupsApi;
