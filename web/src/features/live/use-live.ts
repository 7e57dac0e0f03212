import type { ConsoleLive } from '@tidy-quill/contract/console';
import { useEffect, useState } from 'react';
import { catchUp } from '../../app/event-sync';
import { openLine } from '../../app/live-line';
import { useAppDispatch } from '../../app/store';

/** How a console stands as the server tells it; `serverLost` while that itself cannot be reached, and nobody knows. */
export interface RoomConsole extends ConsoleLive {
  readonly serverLost?: boolean;
}

/**
 * Listens to what goes on about a visit: gives how the console of its room stands, undefined where there is none, and
 * reads what other tablets record.
 */
export function useLive(visitId: string, wanted: boolean): RoomConsole | undefined {
  const [live, setLive] = useState<RoomConsole>();
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (!wanted) return;
    return openLine(visitId, {
      console: setLive,
      kept: (after) => void dispatch(catchUp(visitId, after)),
      // A room without a console loses none.
      lost: () => setLive((before) => before && { ...before, link: 'down', serverLost: true }),
    });
  }, [visitId, wanted, dispatch]);
  return live;
}
