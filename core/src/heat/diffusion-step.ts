/**
 * A line or ring of cells that exchange heat: capacities per cell, conductances between neighbours, losses
 * to fixed surroundings. C dT/dt = flow + source.
 */
export interface HeatChain {
  /** Heat capacity of each cell, J/K. */
  readonly capacity: Float64Array;
  /** Conductance between cell i and i + 1, W/K. */
  readonly between: Float64Array;
  /** Conductance of each cell to its surroundings, W/K. */
  readonly loss: Float64Array;
}

const GAMMA = 1 - Math.SQRT1_2;

/**
 * One L-stable, second-order implicit step (SDIRK2) of `dt` seconds for several fields on the same
 * chain at once. `sources[f]` is each field's power per cell in W, held through the step. In place.
 */
export class ChainStepper {
  private readonly size: number;
  private readonly lower: Float64Array;
  /** One over each pivot. */
  private readonly inverse: Float64Array;
  private readonly slope: Float64Array;
  private readonly stage: Float64Array;
  private factoredFor = Number.NaN;

  constructor(private readonly chain: HeatChain) {
    this.size = chain.capacity.length;
    this.lower = new Float64Array(this.size);
    this.inverse = new Float64Array(this.size);
    this.slope = new Float64Array(this.size);
    this.stage = new Float64Array(this.size);
  }

  /** Call when a loss of the chain has changed. */
  forget(): void {
    this.factoredFor = Number.NaN;
  }

  step(dt: number, field: Float64Array, source: Float64Array): void {
    if (dt !== this.factoredFor) this.factor(dt);
    const { slope, stage, size } = this;
    // Stage 1: k₁ = f(T + γ dt k₁); stage 2: k₂ = f(T + (1−γ) dt k₁ + γ dt k₂).
    this.solve(field, source, slope);
    const first = (1 - GAMMA) * dt;
    for (let i = 0; i < size; i++) stage[i] = field[i]! + first * slope[i]!;
    for (let i = 0; i < size; i++) field[i] = stage[i]!;
    this.solve(field, source, slope);
    const second = GAMMA * dt;
    for (let i = 0; i < size; i++) field[i] = stage[i]! + second * slope[i]!;
  }

  /** LU of C + γ dt K, the tridiagonal matrix of a stage. */
  private factor(dt: number): void {
    const { capacity, between, loss } = this.chain;
    const h = GAMMA * dt;
    for (let i = 0; i < this.size; i++) {
      const up = i > 0 ? between[i - 1]! : 0;
      const down = i < this.size - 1 ? between[i]! : 0;
      let diagonal = capacity[i]! + h * (up + down + loss[i]!);
      if (i > 0) {
        const factor = -h * up * this.inverse[i - 1]!;
        this.lower[i] = factor;
        diagonal -= factor * -h * up;
      }
      this.inverse[i] = 1 / diagonal;
    }
    this.factoredFor = dt;
  }

  /** Solves (C + γ dt K) k = source − K T. */
  private solve(field: Float64Array, source: Float64Array, into: Float64Array): void {
    const { between, loss } = this.chain;
    const { size, lower, inverse } = this;
    const h = GAMMA * this.factoredFor;
    let flowDown = 0;
    for (let i = 0; i < size; i++) {
      const flowUp = flowDown;
      flowDown = i < size - 1 ? between[i]! * (field[i + 1]! - field[i]!) : 0;
      const right = source[i]! + flowDown - flowUp - loss[i]! * field[i]!;
      into[i] = i > 0 ? right - lower[i]! * into[i - 1]! : right;
    }
    into[size - 1]! *= inverse[size - 1]!;
    for (let i = size - 2; i >= 0; i--) {
      into[i] = (into[i]! + h * between[i]! * into[i + 1]!) * inverse[i]!;
    }
  }
}

/** The steady state of a chain under a source: K T = source. */
export function steadyState(chain: HeatChain, source: Float64Array): Float64Array {
  const { between, loss } = chain;
  const size = source.length;
  const pivot = new Float64Array(size);
  const field = new Float64Array(size);
  for (let i = 0; i < size; i++) {
    const up = i > 0 ? between[i - 1]! : 0;
    const down = i < size - 1 ? between[i]! : 0;
    const factor = i > 0 ? -up / pivot[i - 1]! : 0;
    pivot[i] = up + down + loss[i]! + factor * up;
    field[i] = source[i]! - (i > 0 ? factor * field[i - 1]! : 0);
  }
  field[size - 1]! /= pivot[size - 1]!;
  for (let i = size - 2; i >= 0; i--) {
    field[i] = (field[i]! + between[i]! * field[i + 1]!) / pivot[i]!;
  }
  return field;
}
