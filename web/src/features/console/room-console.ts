import type { ConsoleLive, ConsoleStatus } from '@tidy-quill/contract/console';
import { consoleFaults, type ConsoleView, type RoomView } from '@tidy-quill/core/console';
import type { IncidentKind } from '@tidy-quill/core/events';
import type { VisitRecord } from '@tidy-quill/core/session';
import { createContext, useContext } from 'react';
import type { RoomConsole } from '../live/use-live';
import { useOpenVisit } from '../visit/use-visit';

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
  const now = viewOf(useConsole());
  const room = roomOf(useOpenVisit().record);
  return now === null || room === null || now.state === 'off' ? [] : consoleFaults(now, room);
}

/** What the room does meanwhile; null before anything is planned. */
export function roomOf({ plan, run }: VisitRecord, testing = false): RoomView | null {
  if (plan === null) return null;
  const setting = run.setting ?? plan.setting;
  const cooling = setting.cooling ?? plan.cooling;
  return {
    running: run.state === 'running',
    testing,
    setting,
    wavelengthNm: plan.wavelengthNm,
    plateC: cooling !== undefined && 'plateC' in cooling ? cooling.plateC : null,
  };
}

/** The console as it was last heard; null before it has said anything, or stayed silent. */
export function viewOf(live: ConsoleLive | undefined): ConsoleView | null {
  if (live === undefined || live.link === 'opening') return null;
  if (live.hello === null || live.status === null) return null;
  const { type: _type, ...status } = live.status;
  return { ...status, link: live.link, serial: live.hello.serial };
}
