import type { Cooling, Handpiece } from './handpiece';
import type { Setting } from './setting';

type DialField = 'plateC' | 'preSeconds' | 'spurtMs' | 'delayMs' | 'seconds';

/** One thing about a cooling that can be dialled at the console or by the clock. */
export interface CoolingDial {
  readonly field: DialField;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  /** Which way cools more. */
  readonly colder: 'up' | 'down';
}

// As far as such consoles usually go (assumed); the frost check still stands at every place of a dial.
const PLATE: CoolingDial = { field: 'plateC', min: -5, max: 20, step: 1, colder: 'down' };
const PRESSED: CoolingDial = { field: 'preSeconds', min: 0, max: 3, step: 0.1, colder: 'up' };
const DIALS: Readonly<Record<Cooling['kind'], readonly CoolingDial[]>> = {
  none: [],
  air: [],
  contact: [PLATE, PRESSED],
  gelPlate: [PLATE, PRESSED],
  cryogen: [
    { field: 'spurtMs', min: 10, max: 100, step: 10, colder: 'up' },
    { field: 'delayMs', min: 10, max: 60, step: 5, colder: 'up' },
  ],
  ice: [{ field: 'seconds', min: 5, max: 60, step: 5, colder: 'up' }],
};

/** What can be dialled about a cooling. */
export const coolingDials = ({ kind }: Cooling): readonly CoolingDial[] => DIALS[kind];

/** The cooling of a setting: its own where it was dialled, else the handpiece's. */
export const coolingOf = (
  handpiece: Pick<Handpiece, 'cooling'>,
  setting: Pick<Setting, 'cooling'>,
): Cooling => setting.cooling ?? handpiece.cooling;

/** Where a dial stands. */
export const dialled = (cooling: Cooling, { field }: CoolingDial): number =>
  (cooling as unknown as Readonly<Record<DialField, number>>)[field];

/** A cooling with one dial moved by whole steps; null beyond its end. */
export function turned(cooling: Cooling, dial: CoolingDial, steps: number): Cooling | null {
  const value = Math.round((dialled(cooling, dial) + steps * dial.step) * 1000) / 1000;
  if (value < dial.min - 1e-9 || value > dial.max + 1e-9) return null;
  return { ...cooling, [dial.field]: value };
}

/** Whether a cooling is what the handpiece has, with nothing but its dials moved, each within its ends. */
export function coolingFits({ cooling: own }: Handpiece, cooling: Cooling): boolean {
  if (own.kind !== cooling.kind) return false;
  const dials = coolingDials(own);
  const within = dials.every((dial) => {
    const value = dialled(cooling, dial);
    return value === dialled(own, dial) || (value >= dial.min - 1e-9 && value <= dial.max + 1e-9);
  });
  const rest = (of: Cooling) =>
    JSON.stringify({ ...of, ...Object.fromEntries(dials.map(({ field }) => [field, null])) });
  return within && rest(own) === rest(cooling);
}
