import type { DeviceStanding } from '@tidy-quill/contract/devices';
import { useDevicesQuery } from './devices-api';
import { FRESH_WITH_PAGE } from '../../app/fresh';

const EVERY_MS = 5 * 60_000;

/** How the clinic's devices stand, asked for again while a page is open; none until it is known. */
export const useDevices = (): readonly DeviceStanding[] => {
  const { data = [] } = useDevicesQuery(undefined, {
    ...FRESH_WITH_PAGE,
    pollingInterval: EVERY_MS,
  });
  return data;
};
