import type { VisitStatus } from './visit-status';

/** What a client may answer to a reminder. */
export const CLIENT_ANSWERS = ['confirmed', 'otherTime', 'cancelled'] as const;

export type ClientAnswer = (typeof CLIENT_ANSWERS)[number];

/** Why an answer is not taken; null where it is. */
export type AnswerRefusal = 'hasPassed' | 'hasBegun' | 'isCancelled' | 'noticeTooShort';

const HOUR_MS = 3_600_000;

/** A client answers until the visit begins; cancels, with the notice that the clinic asks for, and calls where it is shorter. */
export function refuseAnswer(of: {
  readonly answer: ClientAnswer;
  readonly status: VisitStatus;
  /** ISO 8601. */
  readonly startsAt: string;
  /** ISO 8601. */
  readonly now: string;
  readonly noticeHours: number;
}): AnswerRefusal | null {
  if (of.status === 'cancelled') return 'isCancelled';
  if (of.status === 'underWay' || of.status === 'done') return 'hasBegun';
  const aheadMs = Date.parse(of.startsAt) - Date.parse(of.now);
  if (aheadMs <= 0) return 'hasPassed';
  return of.answer === 'cancelled' && isShortNotice(of.startsAt, of.now, of.noticeHours)
    ? 'noticeTooShort'
    : null;
}

/** Whether less time is left before a visit than the clinic asks for; a visit that has begun has none left. Moments are ISO 8601. */
export const isShortNotice = (startsAt: string, now: string, noticeHours: number): boolean =>
  Date.parse(startsAt) - Date.parse(now) < noticeHours * HOUR_MS;

/** Whether a client is told of a visit that was booked just now: not within the hour, for then they stand at the desk. */
export const isToldOfBooking = (startsAt: string, now: string): boolean =>
  !isShortNotice(startsAt, now, 1);

/** Whether a cancellation can be taken back: until the visit would have begun. */
export const mayRestore = (startsAt: string, now: string): boolean =>
  Date.parse(startsAt) >= Date.parse(now);

/** Whether a client is reminded of a visit: it is still to come, and they have not confirmed it. */
export const isReminded = (
  { status, startsAt }: { readonly status: VisitStatus; readonly startsAt: string },
  now: string,
): boolean => status === 'booked' && Date.parse(startsAt) > Date.parse(now);
