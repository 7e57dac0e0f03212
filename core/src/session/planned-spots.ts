import { faintIsEnough } from '../ink';
import type { AcceptedPlan } from '../events';
import type { TestSpot } from '../spot';
import type { VisitRecord } from './visit-record';

/** Whether a faint endpoint is all that a plan wants: red, orange and yellow ink alone. */
export const faintEnough = ({ ink }: Pick<AcceptedPlan, 'ink'>): boolean =>
  faintIsEnough(ink?.colours ?? []);

/** The test spots that were fired with the light that is planned. */
export const plannedSpots = ({ plan, spots }: Pick<VisitRecord, 'plan' | 'spots'>) =>
  spots.filter(
    ({ wavelengthNm }) =>
      plan === null || wavelengthNm === undefined || wavelengthNm === plan.wavelengthNm,
  );

/** How many readings of test spots there were. */
export const readingsIn = (spots: readonly TestSpot[]) =>
  spots.reduce((sum, { readings }) => sum + readings.length, 0);
