import type { DeviceStanding } from '@tidy-quill/contract/devices';
import { useDevicesQuery } from './devices-api';

const EVERY_MS = 5 * 60_000;

/** How the clinic's devices stand, asked for again while a page is open; none until it is known. */
export const useDevices = (): readonly DeviceStanding[] => {
  const { data = [] } = useDevicesQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: EVERY_MS,
  });
  return data;
};
