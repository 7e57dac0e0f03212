import * as v from 'valibot';
import type { ConsoleLive } from './console';
import { whole } from './text';
import { NewEvents, type EventsKept } from './visit';

/**
 * The live line of an open visit: a WebSocket at `/api/visits/:id/live`, one JSON object a message. This goes up: presses
 * of a session that has begun, and how far the browser has read. The answer comes back under the same number.
 */
export const LiveAsk = v.object({
  ask: whole(0, 1e15),
  events: NewEvents,
  after: whole(0, 1e15),
});

export type LiveAsk = v.InferInput<typeof LiveAsk>;

/** This comes down. */
export type LiveTold =
  /** How the console of the visit's room stands; never where the room has none. */
  | { readonly tell: 'console'; readonly live: ConsoleLive }
  /** Events up to a place were kept, by whomever. */
  | { readonly tell: 'kept'; readonly after: number }
  /** What was kept; null where it has to be sent as a request, which says why it cannot be taken. */
  | { readonly tell: 'answer'; readonly ask: number; readonly kept: EventsKept | null };

/** The line of the desk, a WebSocket at `/api/live`: something came in, from a client at home or about a reaction. */
export interface DeskTold {
  readonly tell: 'desk';
}
