import { assertInRange } from '../units';
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

/** Cooling that comes on top of the handpiece's own, part of the setting. */
export interface AddedCooling {
  /** A cold pack before the first pulse, s, 0–300; nothing where absent. */
  readonly packSeconds?: number | undefined;
  /** Cold air before, during and after, wherever no plate or gel touches. */
  readonly air?: boolean | undefined;
  /** How long is cooled afterwards, s: kept on the record, no part of the window. */
  readonly afterSeconds?: number | undefined;
}

/** Longest that a cold pack lies on before the first pulse, s. */
export const LONGEST_PACK_S = 300;

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
const COLD_AIR = contact(250, -25);
const PACK = contact(500, 0);
// Between taking the pack away and the handpiece's own sequence (assumed).
const AFTER_PACK_S = 5;
const PLATE = 5000;
// Water conducts 0.6 W/(m·K).
const WATER_CONDUCTIVITY = 0.6;

const steady = (of: Contact, seconds: number): CoolingSchedule => ({
  before: [{ ...of, seconds }],
  during: of,
  after: of,
});

/** Two coolings of the same surface side by side: transfers add, temperatures weighted by them. */
function together(one: Contact, other: Contact): Contact {
  const transfer = one.transfer + other.transfer;
  const pull = one.transfer * one.temperatureC + other.transfer * other.temperatureC;
  return { transfer, temperatureC: pull / transfer };
}

const TOUCHES: readonly Cooling['kind'][] = ['contact', 'gelPlate'];

/** What cools skin that lies open: still air, or cold air where it blows. */
export const openAir = (added: AddedCooling | undefined): Contact =>
  added?.air === true ? together(STILL_AIR, COLD_AIR) : STILL_AIR;

/** The phases of a cold pack before anything else; none without one. */
export function packPhases(added: AddedCooling | undefined): CoolingSchedule['before'] {
  const seconds = added?.packSeconds ?? 0;
  assertInRange('cooling.packSeconds', seconds, 0, LONGEST_PACK_S);
  if (seconds === 0) return [];
  return [
    { ...PACK, seconds },
    { ...STILL_AIR, seconds: AFTER_PACK_S },
  ];
}

/**
 * The schedule of a cooling with what is added to it: a cold pack first, and cold air beside the handpiece's own,
 * wherever no plate touches.
 */
export function scheduleWith(
  cooling: Cooling,
  added: AddedCooling | undefined,
  contactFactor = 1,
): CoolingSchedule {
  const own = coolingSchedule(cooling, contactFactor);
  const blown = added?.air === true && !TOUCHES.includes(cooling.kind);
  const withAir = (of: Contact) => (blown ? together(of, COLD_AIR) : of);
  const before = own.before.map((phase) => ({ ...withAir(phase), seconds: phase.seconds }));
  const aired = before.length === 0 && blown ? [{ ...withAir(STILL_AIR), seconds: 2 }] : before;
  return {
    before: [...packPhases(added), ...aired],
    during: withAir(own.during),
    after: withAir(own.after),
  };
}

/**
 * The schedule of a cooling. `contactFactor` scales how well it touches: 1 unless its uncertainty is asked for.
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
      assertInRange('cooling.plateC', cooling.plateC, -20, 40);
      assertInRange('cooling.preSeconds', cooling.preSeconds, 0, 60);
      return steady(scaled(PLATE, cooling.plateC), cooling.preSeconds);
    case 'gelPlate': {
      assertInRange('cooling.plateC', cooling.plateC, -20, 40);
      assertInRange('cooling.preSeconds', cooling.preSeconds, 0, 60);
      assertInRange('cooling.gelMm', cooling.gelMm, 0.1, 10);
      // Plate and gel one after the other: their resistances add up.
      const series = 1 / (1 / PLATE + cooling.gelMm / 1000 / WATER_CONDUCTIVITY);
      return steady(scaled(series, cooling.plateC), cooling.preSeconds);
    }
    case 'cryogen':
      assertInRange('cooling.spurtMs', cooling.spurtMs, 1, 300);
      assertInRange('cooling.delayMs', cooling.delayMs, 0, 300);
      return {
        before: [
          { ...scaled(8000, -46), seconds: cooling.spurtMs / 1000 },
          { ...scaled(3000, -30), seconds: cooling.delayMs / 1000 },
        ].filter(({ seconds }) => seconds > 0),
        during: scaled(3000, -30),
        after: scaled(1000, -20),
      };
    case 'ice':
      assertInRange('cooling.seconds', cooling.seconds, 0.5, 600);
      return {
        before: [{ ...scaled(500, 0), seconds: cooling.seconds }],
        during: STILL_AIR,
        after: STILL_AIR,
      };
  }
}
