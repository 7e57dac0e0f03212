import { defined } from '../units';
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
// From the first stage to the state that the second sets out from.
const ONWARD = (1 - GAMMA) / GAMMA;

/**
 * L-stable, second-order implicit steps (SDIRK2) of a chain. With U₁ = T + γ dt k₁ and U₂ = S + γ dt k₂ the
 * stages are (C + γ dt K) U₁ = C T + γ dt s, S = T + (1−γ)/γ (U₁ − T), (C + γ dt K) U₂ = C S + γ dt s, and U₂ is
 * the new state.
 */
export class ChainStepper {
  private readonly size: number;
  /** Of the solve, row by row: one over the pivot, and what the neighbours above and below give. */
  private readonly own: Float64Array;
  private readonly above: Float64Array;
  private readonly below: Float64Array;
  private readonly stage: Float64Array;
  private factoredFor = Number.NaN;

  constructor(private readonly chain: HeatChain) {
    this.size = chain.capacity.length;
    this.own = new Float64Array(this.size);
    this.above = new Float64Array(this.size);
    this.below = new Float64Array(this.size);
    this.stage = new Float64Array(this.size);
  }

  /** Call when a loss of the chain has changed. */
  forget(): void {
    this.factoredFor = Number.NaN;
  }

  /** A step of `dt` seconds, in place; `source` is the power per cell in W, held through the step. */
  step(dt: number, field: Float64Array, source: Float64Array): void {
    if (dt !== this.factoredFor) this.factor(dt);
    const { stage, size } = this;
    this.solve(field, source, stage);
    for (let i = 0; i < size; i++)
      field[i] = defined(field[i]) + ONWARD * (defined(stage[i]) - defined(field[i]));
    this.solve(field, source, field);
  }

  /** LU of C + γ dt K, the tridiagonal matrix of a stage. */
  private factor(dt: number): void {
    const { capacity, between, loss } = this.chain;
    const { size, own, above, below } = this;
    const h = GAMMA * dt;
    let up = 0;
    let onward = 0;
    for (let i = 0; i < size; i++) {
      const down = i < size - 1 ? h * defined(between[i]) : 0;
      const inverse = 1 / (defined(capacity[i]) + up + down + h * defined(loss[i]) - up * onward);
      own[i] = inverse;
      above[i] = up * inverse;
      onward = down * inverse;
      below[i] = onward;
      up = down;
    }
    this.factoredFor = dt;
  }

  /** Solves (C + γ dt K) u = C field + γ dt source; `into` may be `field`. */
  private solve(field: Float64Array, source: Float64Array, into: Float64Array): void {
    const { size, own, above, below } = this;
    const { capacity } = this.chain;
    const h = GAMMA * this.factoredFor;
    let last = 0;
    for (let i = 0; i < size; i++) {
      last =
        (defined(capacity[i]) * defined(field[i]) + h * defined(source[i])) * defined(own[i]) +
        defined(above[i]) * last;
      into[i] = last;
    }
    for (let i = size - 2; i >= 0; i--) {
      last = defined(into[i]) + defined(below[i]) * last;
      into[i] = last;
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
    const up = i > 0 ? defined(between[i - 1]) : 0;
    const down = i < size - 1 ? defined(between[i]) : 0;
    const factor = i > 0 ? -up / defined(pivot[i - 1]) : 0;
    pivot[i] = up + down + defined(loss[i]) + factor * up;
    field[i] = defined(source[i]) - (i > 0 ? factor * defined(field[i - 1]) : 0);
  }
  field[size - 1] = defined(field[size - 1]) / defined(pivot[size - 1]);
  for (let i = size - 2; i >= 0; i--) {
    field[i] =
      (defined(field[i]) + defined(between[i]) * defined(field[i + 1])) / defined(pivot[i]);
  }
  return field;
}
