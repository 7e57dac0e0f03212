import { clockText } from './format';

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

/** When something was recorded, and by whom where the record is not one person's. */
export const stamp = (
  by: { readonly at: string; readonly staffId: string },
  names: SheetNames,
): string =>
  names.sayWho === false
    ? clockText(by.at, names.timeZone)
    : `${clockText(by.at, names.timeZone)}, ${names.staff(by.staffId)}`;
