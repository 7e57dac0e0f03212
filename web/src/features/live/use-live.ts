import type { ConsoleLive } from '@tidy-quill/contract/console';
import { useEffect, useState } from 'react';
import { engine } from '../../app/engine';
import { openLine } from '../../visit-engine/live-line';

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
  useEffect(() => {
    if (!wanted) return;
    return openLine(visitId, {
      console: setLive,
      kept: (after) => void engine.catchUp(visitId, after),
      // A room without a console loses none.
      lost: () => setLive((before) => before && { ...before, link: 'down', serverLost: true }),
    });
  }, [visitId, wanted]);
  return live;
}
