import type { ClientVisit } from '@tidy-quill/contract/clients';

/** Which visits of a client are shown. */
export interface Shown {
  /** Null for every area. */
  readonly areaId: string | null;
  readonly reactedOnly: boolean;
  readonly lastYearOnly: boolean;
}

export const ALL: Shown = { areaId: null, reactedOnly: false, lastYearOnly: false };

const YEAR_MS = 365 * 86_400_000;

/** Whether a visit is among those that are shown. */
export function isShown(
  { startsAt, answer, openReactions }: ClientVisit,
  { reactedOnly, lastYearOnly }: Shown,
): boolean {
  if (reactedOnly && answer.adverse.length === 0 && openReactions === 0) return false;
  return !lastYearOnly || Date.parse(startsAt) > Date.now() - YEAR_MS;
}
