import type { ClockSpan } from '@tidy-quill/core/calendar';
import { parseClock } from '../../widgets/parse-clock';

/** Spans of a day as people type them, “9–12:30, 13 to 18”; null where they cannot be read. */
export function parseSpans(text: string): readonly ClockSpan[] | null {
  const parts = text
    .split(/[,;]/)
    .map((part) => part.trim())
    .filter((part) => part !== '');
  const spans = parts.map((part) => {
    const [from, until, more] = part.split(/\s*(?:–|—|-|to)\s*/).map(parseClock);
    return from == null || until == null || more !== undefined ? null : { from, until };
  });
  return spans.every((span) => span !== null) ? spans : null;
}

/** The same as they are shown. */
export const hoursText = (spans: readonly ClockSpan[]): string =>
  spans.map(({ from, until }) => `${from}–${until}`).join(', ');
