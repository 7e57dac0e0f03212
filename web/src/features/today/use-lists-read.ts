import { useEffect, useState } from 'react';
import { useDiaryWorriesQuery, useReactionsQuery } from '../../app/after-api';
import { useFollowUpsQuery, useNotReadyQuery } from '../../app/api';
import { FRESH } from '../../app/fresh';
import { useBackupsQuery } from '../clinic/backups-api';
import { useDevicesQuery } from '../devices/devices-api';
import { useSetupStepsQuery } from '../setup/setup-api';
import { useTrialFollowUpsQuery } from '../trials/trials-api';

// A list that does not answer keeps nobody from the day.
const LONGEST_MS = 2000;

/**
 * Whether every list of the page has had its first answer, or its refusal; from then on, though a refused one is asked for
 * again. A list that comes later than the day's visits moves their rows down, and a press meant for one client opens another’s.
 */
export function useListsRead(): boolean {
  const [isRead, setIsRead] = useState(false);
  const allRead = [
    useSetupStepsQuery(),
    useBackupsQuery(),
    useDevicesQuery(undefined, FRESH),
    useReactionsQuery(undefined, FRESH),
    useDiaryWorriesQuery(undefined, FRESH),
    useFollowUpsQuery(undefined, FRESH),
    useNotReadyQuery(undefined, FRESH),
    useTrialFollowUpsQuery(undefined, FRESH),
  ].every(({ isLoading }) => !isLoading);
  if (allRead && !isRead) setIsRead(true);
  useEffect(() => {
    const timer = setTimeout(() => setIsRead(true), LONGEST_MS);
    return () => clearTimeout(timer);
  }, []);
  return isRead || allRead;
}
