import type { ConsoleCounter } from '@tidy-quill/contract/console';
import type { DeviceShown, DeviceStanding, NewDeviceEntry } from '@tidy-quill/contract/devices';
import { api } from '../../app/api';

const devicesApi = api.injectEndpoints({
  endpoints: (build) => ({
    devices: build.query<DeviceStanding[], void>({
      query: () => '/devices',
      providesTags: ['devices'],
    }),
    consoleCounters: build.query<ConsoleCounter[], void>({ query: () => '/consoles' }),
    deviceLog: build.query<DeviceShown, string>({
      query: (id) => `/handpieces/${encodeURIComponent(id)}/log`,
      providesTags: ['devices'],
    }),
    addDeviceEntry: build.mutation<null, NewDeviceEntry & { handpieceId: string }>({
      query: ({ handpieceId, ...body }) => ({
        url: `/handpieces/${encodeURIComponent(handpieceId)}/log`,
        method: 'POST',
        body,
      }),
      // What it gives, and whether it may be used, is part of every visit that is open.
      invalidatesTags: ['devices', 'visit', 'today'],
    }),
    keepPaper: build.mutation<{ sha256: string }, { handpieceId: string; file: File }>({
      query: ({ handpieceId, file }) => ({
        url: `/handpieces/${encodeURIComponent(handpieceId)}/papers`,
        method: 'POST',
        body: file,
        headers: { 'content-type': 'application/pdf' },
      }),
    }),
  }),
});

export const {
  useConsoleCountersQuery,
  useDevicesQuery,
  useDeviceLogQuery,
  useAddDeviceEntryMutation,
  useKeepPaperMutation,
} = devicesApi;
