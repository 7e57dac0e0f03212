import type { EventsKept } from '@tidy-quill/contract/visit';
import { createAction, type UnknownAction } from '@reduxjs/toolkit';

/** What came of a visit since this browser read it whole: its own presses confirmed, and those of other tablets. */
export type ArrivedState = Readonly<Record<string, EventsKept>>;

/** Past every place: of a visit that is not open, nothing is sent back. */
export const NOTHING_READ = 1e14;

export const hasArrived = createAction<{ visitId: string; kept: EventsKept }>('arrived/kept');

/** A visit was read whole, up to a place. */
export const wasRead = createAction<{ visitId: string; after: number }>('arrived/read');

/** Plain on purpose: drafts of thousands of events would take longer than the press that brought one more. */
export function arrived(state: ArrivedState = {}, action: UnknownAction): ArrivedState {
  if (hasArrived.match(action)) {
    const { visitId, kept } = action.payload;
    return kept.after >= NOTHING_READ
      ? state
      : { ...state, [visitId]: merged(state[visitId], kept) };
  }
  if (wasRead.match(action)) {
    const { visitId, after } = action.payload;
    const { [visitId]: own, ...others } = state;
    return own === undefined || own.after > after ? state : others;
  }
  return state;
}

function merged(before: EventsKept | undefined, kept: EventsKept): EventsKept {
  if (before === undefined) return kept;
  const known = new Set(before.events.map(({ id }) => id));
  const fresh = kept.events.filter(({ id }) => !known.has(id));
  return {
    events: [...before.events, ...fresh],
    after: Math.max(before.after, kept.after),
  };
}
