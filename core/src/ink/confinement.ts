import { thermalRelaxationMs, assertInRange } from '../units';

// Speed of sound in soft tissue: 1.5 µm/ns.
const SOUND_UM_PER_NS = 1.5;

/** Times in which a particle of ink loses its heat and its pressure, and what a pulse keeps in it. */
export interface Confinement {
  readonly particleUm: number;
  /** Thermal relaxation of a sphere, d²/(27α), ns. */
  readonly thermalNs: number;
  /** Time for pressure to leave it, d/c, ns. */
  readonly stressNs: number;
  readonly heatKept: boolean;
  readonly pressureKept: boolean;
}

/** Particles of a tattoo, µm, small to large. */
export const PARTICLES_UM = [0.05, 0.1, 0.2, 0.5, 1, 2] as const;

/**
 * What a pulse keeps within a particle: heat where it is shorter than the thermal relaxation of a sphere, pressure where it
 * is shorter than the time of sound across it. This is what tells picoseconds from nanoseconds.
 *
 * @param pulseNs pulse duration, ns: 0.01 to 1e9
 */
export function confinement(pulseNs: number, particleUm: number): Confinement {
  assertInRange('pulseNs', pulseNs, 0.01, 1e9);
  const thermalNs = thermalRelaxationMs('sphere', particleUm) * 1e6;
  const stressNs = particleUm / SOUND_UM_PER_NS;
  return {
    particleUm,
    thermalNs,
    stressNs,
    heatKept: pulseNs <= thermalNs,
    pressureKept: pulseNs <= stressNs,
  };
}
