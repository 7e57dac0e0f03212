import type { OddClock } from '@tidy-quill/core/events';
import { clockText, momentText } from './format';

/** One line of the record: what it is, and what it was. */
export interface SheetLine {
  readonly label: string;
  readonly text: string;
  /** Whether it tells of harm, a stop or an incident. */
  readonly grave?: boolean;
}

export interface SheetSection {
  readonly title: string;
  readonly lines: readonly SheetLine[];
}

/** What names stand for: areas, people and handpieces. */
export interface SheetNames {
  readonly timeZone: string;
  readonly area: (areaId: string) => string;
  readonly staff: (staffId: string) => string;
  readonly handpiece: (handpieceId: string) => string;
  /** Whether each line has to say who; false where one person recorded all of it. */
  readonly sayWho?: boolean;
}

export const ODD_CLOCK_WORDS: Readonly<Record<OddClock, string>> = {
  ahead: 'recorded by a clock that was ahead',
  behind: 'recorded by a clock that was behind: its tablet had read later entries',
};

/** When something was recorded, when it arrived where that was much later or earlier, and by whom where several did. */
export function stamp(
  {
    at,
    staffId,
    receivedAt,
    clock,
  }: Readonly<Record<'at' | 'staffId', string>> & {
    readonly receivedAt?: string;
    readonly clock?: OddClock;
  },
  { timeZone, staff, sayWho }: SheetNames,
): string {
  const off = clock === undefined ? '' : `, ${ODD_CLOCK_WORDS[clock]}`;
  const arrived =
    receivedAt === undefined ? '' : ` (received ${momentText(receivedAt, timeZone)}${off})`;
  const who = sayWho === false ? '' : `, ${staff(staffId)}`;
  return `${clockText(at, timeZone)}${arrived}${who}`;
}
