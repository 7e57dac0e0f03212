import { within } from '../units';
import { ROOM_C } from './materials';

/** What cools the skin around a pulse. Temperatures °C; all editable with the device. */
export type Cooling =
  | { readonly kind: 'none' }
  | { readonly kind: 'air' }
  | { readonly kind: 'contact'; readonly plateC: number; readonly preSeconds: number }
  | { readonly kind: 'cryogen'; readonly spurtMs: number; readonly delayMs: number }
  | { readonly kind: 'ice'; readonly seconds: number }
  | {
      /** A layer of gel, as water, between plate and skin. */
      readonly kind: 'gelPlate';
      readonly plateC: number;
      readonly preSeconds: number;
      readonly gelMm: number;
    };

/** What touches the surface: heat transfer W/(cm²·K) towards a temperature in °C. */
export interface Contact {
  readonly transfer: number;
  readonly temperatureC: number;
}

/** How the surface is cooled in turn: before the pulse (each for its seconds), through it, and after. */
export interface CoolingSchedule {
  readonly before: readonly (Contact & { readonly seconds: number })[];
  readonly during: Contact;
  readonly after: Contact;
}

// W/(m²·K) as usually quoted → W/(cm²·K).
const contact = (wattPerM2: number, temperatureC: number): Contact => ({
  transfer: wattPerM2 * 1e-4,
  temperatureC,
});

export const STILL_AIR = contact(10, ROOM_C);
const PLATE = 5000;
// Water conducts 0.6 W/(m·K).
const WATER_CONDUCTIVITY = 0.6;

const steady = (of: Contact, seconds: number): CoolingSchedule => ({
  before: [{ ...of, seconds }],
  during: of,
  after: of,
});

/**
 * The schedule of a cooling. `contactFactor` scales how well it touches: 1 unless its doubt is asked for.
 * @throws InputError for a temperature or time that no device has.
 */
export function coolingSchedule(cooling: Cooling, contactFactor = 1): CoolingSchedule {
  const scaled = (wattPerM2: number, temperatureC: number) =>
    contact(wattPerM2 * contactFactor, temperatureC);
  switch (cooling.kind) {
    case 'none':
      return { before: [], during: STILL_AIR, after: STILL_AIR };
    case 'air':
      return steady(scaled(250, -25), 2);
    case 'contact':
      within('cooling.plateC', cooling.plateC, -20, 40);
      within('cooling.preSeconds', cooling.preSeconds, 0, 60);
      return steady(scaled(PLATE, cooling.plateC), cooling.preSeconds);
    case 'gelPlate': {
      within('cooling.plateC', cooling.plateC, -20, 40);
      within('cooling.preSeconds', cooling.preSeconds, 0, 60);
      within('cooling.gelMm', cooling.gelMm, 0.1, 10);
      // Plate and gel one after the other: their resistances add up.
      const series = 1 / (1 / PLATE + cooling.gelMm / 1000 / WATER_CONDUCTIVITY);
      return steady(scaled(series, cooling.plateC), cooling.preSeconds);
    }
    case 'cryogen':
      within('cooling.spurtMs', cooling.spurtMs, 1, 300);
      within('cooling.delayMs', cooling.delayMs, 0, 300);
      return {
        before: [
          { ...scaled(8000, -46), seconds: cooling.spurtMs / 1000 },
          { ...scaled(3000, -30), seconds: cooling.delayMs / 1000 },
        ].filter(({ seconds }) => seconds > 0),
        during: scaled(3000, -30),
        after: scaled(1000, -20),
      };
    case 'ice':
      within('cooling.seconds', cooling.seconds, 0.5, 600);
      return {
        before: [{ ...scaled(500, 0), seconds: cooling.seconds }],
        during: STILL_AIR,
        after: STILL_AIR,
      };
  }
}
