/** Thermal properties of tissue. k in W/(cm·K), ρc in J/(cm³·K), perfusion in W/(cm³·K). */
export interface Material {
  readonly conductivity: number;
  readonly heatCapacity: number;
  readonly perfusion: number;
}

// Blood's share: perfusion rate per second × 3.8 J/(cm³·K).
const BLOOD = 3.8;

export const EPIDERMIS: Material = { conductivity: 0.003, heatCapacity: 3.7, perfusion: 0 };
export const DERMIS: Material = {
  conductivity: 0.0047,
  heatCapacity: 3.7,
  perfusion: 0.0016 * BLOOD,
};
export const FAT: Material = { conductivity: 0.002, heatCapacity: 2.1, perfusion: 0.0004 * BLOOD };
/** The hair's shaft; outside it lies dermis. */
export const SHAFT: Material = { conductivity: 0.0025, heatCapacity: 2.1, perfusion: 0 };

export const BODY_C = 37;
export const ROOM_C = 22;
/** Depth at which the body keeps its temperature, mm. */
export const BODY_DEPTH_MM = 25;
