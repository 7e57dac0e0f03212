import type { ReactNode } from 'react';
import { useLive } from '../live/use-live';
import { useVisit } from '../visit/use-visit';
import { ConsoleContext } from './room-console';

/** Listens to the room's console while the visit is open; what its changes mean for the session the server decides. */
export function RoomConsole({ children }: { children: ReactNode }) {
  const { visit, zones } = useVisit('visit', 'zones');
  // After everybody went home there is nothing to listen for.
  const over = zones.every(({ record }) => record.sentHome !== null);
  return <ConsoleContext value={useLive(visit.id, !over)}>{children}</ConsoleContext>;
}
