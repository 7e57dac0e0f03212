import { useDiaryWorriesQuery, useReactionsQuery } from '../../app/after-api';
import { useFollowUpsQuery, useNotReadyQuery } from '../../app/api';
import { useBackupsQuery } from '../clinic/backups-api';
import { useDevicesQuery } from '../devices/devices-api';
import { useSetupStepsQuery } from '../setup/setup-api';

/**
 * Whether every list of the page has had its first answer, or its refusal. A list that comes later
 * than the day's visits moves their rows down, and a press meant for one client opens another’s.
 */
export function useListsRead(): boolean {
  return [
    useSetupStepsQuery(),
    useBackupsQuery(),
    useDevicesQuery(),
    useReactionsQuery(),
    useDiaryWorriesQuery(),
    useFollowUpsQuery(),
    useNotReadyQuery(),
  ].every(({ isLoading }) => !isLoading);
}
