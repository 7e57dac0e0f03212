import type { VisitRecord } from '../session';

/** Why a booked visit cannot be cancelled; null where it can: light was fired in it, so that it is part of the record. */
export const refuseCancelling = (
  zones: ReadonlyMap<string, Pick<VisitRecord, 'run' | 'spots' | 'sentHome'>>,
): 'zoneBegun' | null =>
  [...zones.values()].some(
    ({ run, spots, sentHome }) => run.startedAt !== null || spots.length > 0 || sentHome !== null,
  )
    ? 'zoneBegun'
    : null;
