/** How a visit stands, from its booking to its end. */
export const VISIT_STATUSES = [
  'booked',
  'confirmed',
  'arrived',
  'underWay',
  'done',
  'cancelled',
  'missed',
] as const;

export type VisitStatus = (typeof VISIT_STATUSES)[number];

/** What somebody at the desk may say of a visit; “booked” takes it back. */
export const SAID_STATUSES = ['booked', 'confirmed', 'arrived', 'missed'] as const;

export type SaidStatus = (typeof SAID_STATUSES)[number];

/** How a visit stands by what was said of it and what was recorded in it: what was done counts more than what was said. */
export function visitStatus(of: {
  readonly said: SaidStatus;
  readonly cancelled: boolean;
  /** Whether anything was fired in it, or it was sent home. */
  readonly begun: boolean;
  readonly finished: boolean;
}): VisitStatus {
  if (of.cancelled) return 'cancelled';
  if (of.finished) return 'done';
  return of.begun ? 'underWay' : of.said;
}

/** Why a status cannot be said of a visit; null where it can. */
export type StatusRefusal = 'hasBegun' | 'isCancelled' | 'notYet' | 'notToday';

/** Nobody has missed a visit, or come to it, before its time. */
export function refuseStatus(of: {
  readonly status: VisitStatus;
  readonly to: SaidStatus;
  /** ISO 8601. */
  readonly startsAt: string;
  /** ISO 8601. */
  readonly now: string;
  /** Whether it is booked for today, where the clinic is. */
  readonly isToday: boolean;
}): StatusRefusal | null {
  if (of.status === 'cancelled') return 'isCancelled';
  if (of.status === 'underWay' || of.status === 'done') return 'hasBegun';
  if (of.to === 'missed' && Date.parse(of.now) < Date.parse(of.startsAt)) return 'notYet';
  return of.to === 'arrived' && !of.isToday ? 'notToday' : null;
}
