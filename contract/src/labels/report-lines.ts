import { clockText } from './format';
import { momentText } from './spot';

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

/** When something was recorded, when it arrived where that was much later or earlier, and by whom where several did. */
export function stamp(
  {
    at,
    staffId,
    receivedAt,
  }: Readonly<Record<'at' | 'staffId', string>> & {
    readonly receivedAt?: string;
  },
  { timeZone, staff, sayWho }: SheetNames,
): string {
  const arrived = receivedAt === undefined ? '' : ` (received ${momentText(receivedAt, timeZone)})`;
  const who = sayWho === false ? '' : `, ${staff(staffId)}`;
  return `${clockText(at, timeZone)}${arrived}${who}`;
}
