import type { ConsoleStatus } from '@tidy-quill/contract/console';
import { consoleView } from '@tidy-quill/contract/console-view';
import { consoleFaults, roomOf } from '@tidy-quill/core/console';
import type { IncidentKind } from '@tidy-quill/core/events';
import { createContext, useContext } from 'react';
import type { RoomConsole } from '../live/use-live';
import { useVisit } from '../visit/use-visit';

export const CONSOLE_STATE_WORDS: Readonly<
  Record<ConsoleStatus['state'], { readonly mark: string; readonly word: string }>
> = {
  off: { mark: '○', word: 'OFF' },
  standby: { mark: '❚❚', word: 'STANDBY' },
  ready: { mark: '▶', word: 'READY' },
  fault: { mark: '■', word: 'FAULT' },
};

/** Undefined where the visit's room has no console. */
export const ConsoleContext = createContext<RoomConsole | undefined>(undefined);

/** How the console of this room stands; undefined where there is none. */
export const useConsole = (): RoomConsole | undefined => useContext(ConsoleContext);

/** What keeps the open zone's session from beginning or going on at this console. */
export function useConsoleFaults(): readonly IncidentKind[] {
  const live = useConsole();
  const now = live === undefined ? null : consoleView(live);
  const room = roomOf(useVisit('record').record);
  return now === null || room === null || now.state === 'off' ? [] : consoleFaults(now, room);
}
