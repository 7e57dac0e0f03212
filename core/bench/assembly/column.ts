// The arithmetic of core/src/heat/diffusion-step.ts alone, compiled: the floor that the bench measures against.

const MOST: i32 = 512;
export const CAPACITY: usize = memory.data(MOST * 8, 16);
export const BETWEEN: usize = memory.data(MOST * 8, 16);
export const LOSS: usize = memory.data(MOST * 8, 16);
export const FIELD: usize = memory.data(MOST * 8, 16);
export const SOURCE: usize = memory.data(MOST * 8, 16);
export const STEPS: usize = memory.data(MOST * 8, 16);
const OWN: usize = memory.data(MOST * 8, 16);
const ABOVE: usize = memory.data(MOST * 8, 16);
const BELOW: usize = memory.data(MOST * 8, 16);
const STAGE: usize = memory.data(MOST * 8, 16);
const GAMMA: f64 = 1 - Math.SQRT1_2;
const ONWARD: f64 = (1 - GAMMA) / GAMMA;

// @ts-ignore: decorator
@inline
function at(table: usize, i: i32): f64 {
  return load<f64>(table + (<usize>i << 3));
}
// @ts-ignore: decorator
@inline
function put(table: usize, i: i32, value: f64): void {
  store<f64>(table + (<usize>i << 3), value);
}

export function tables(which: i32): usize {
  if (which === 0) return CAPACITY;
  if (which === 1) return BETWEEN;
  if (which === 2) return LOSS;
  if (which === 3) return FIELD;
  return which === 4 ? SOURCE : STEPS;
}

/** Takes the field through `steps` steps. */
export function run(size: i32, steps: i32): void {
  let factored: f64 = -1;
  for (let n = 0; n < steps; n++) {
    const dt = at(STEPS, n);
    if (dt !== factored) factor(size, dt);
    factored = dt;
    solve(size, dt, STAGE);
    for (let i = 0; i < size; i++) {
      put(FIELD, i, at(FIELD, i) + ONWARD * (at(STAGE, i) - at(FIELD, i)));
    }
    solve(size, dt, FIELD);
  }
}

function factor(size: i32, dt: f64): void {
  const h = GAMMA * dt;
  let up: f64 = 0;
  let onward: f64 = 0;
  for (let i = 0; i < size; i++) {
    const down = i < size - 1 ? h * at(BETWEEN, i) : 0;
    const inverse = 1 / (at(CAPACITY, i) + up + down + h * at(LOSS, i) - up * onward);
    put(OWN, i, inverse);
    put(ABOVE, i, up * inverse);
    onward = down * inverse;
    put(BELOW, i, onward);
    up = down;
  }
}

function solve(size: i32, dt: f64, into: usize): void {
  const h = GAMMA * dt;
  let last: f64 = 0;
  for (let i = 0; i < size; i++) {
    const right = at(CAPACITY, i) * at(FIELD, i) + h * at(SOURCE, i);
    last = right * at(OWN, i) + at(ABOVE, i) * last;
    put(into, i, last);
  }
  for (let i = size - 2; i >= 0; i--) {
    last = at(into, i) + at(BELOW, i) * last;
    put(into, i, last);
  }
}
