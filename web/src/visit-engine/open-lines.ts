import type { EventsKept, NewEvent } from '@tidy-quill/contract/visit';

/** A line up which presses go. */
export interface LineUp {
  ask(events: readonly NewEvent[], after: number): Promise<EventsKept | null>;
  close(): void;
}

/** The lines that are open, by their visit. */
export const lines = new Map<string, LineUp>();

/** Keeps presses by the line of their visit; null where there is none, or it cannot take them: they go as a request. */
export async function keepByLine(
  visitId: string,
  events: readonly NewEvent[],
  after: number,
): Promise<EventsKept | null> {
  return (await lines.get(visitId)?.ask(events, after)) ?? null;
}
