import { figureOf, type ClinicalFigures } from '../figures';

/** A zone of a visit, for the time that it takes. */
export interface PlannedZone {
  readonly areaCm2: number;
  /** What its last session was expected to take; null where it has none. */
  readonly minutes?: number | null | undefined;
}

/** Bookings are made in steps of this, minutes. */
export const BOOKING_STEP = 5;

/**
 * How long a visit is booked for, minutes, in steps of five: asking and looking (longer the first time), cream that has to
 * work, each zone by its last session or the clinic's pace, the second look, and cleaning the room.
 */
export function plannedMinutes(
  {
    zones,
    isFirst,
    numbs = false,
  }: {
    readonly zones: readonly PlannedZone[];
    readonly isFirst: boolean;
    /** Whether cream has to work before the first pulse. */
    readonly numbs?: boolean;
  },
  own: ClinicalFigures,
): number {
  const pace = figureOf(own, 'paceMinutes');
  const treating = zones.reduce(
    (sum, { areaCm2, minutes }) => sum + (minutes ?? (areaCm2 / 100) * pace),
    0,
  );
  const around =
    figureOf(own, isFirst ? 'firstAskMinutes' : 'askMinutes') +
    figureOf(own, 'watchMinutes') +
    figureOf(own, 'cleanMinutes') +
    (numbs ? figureOf(own, 'numbMinutes') : 0);
  return Math.ceil((around + treating) / BOOKING_STEP - 1e-9) * BOOKING_STEP;
}
