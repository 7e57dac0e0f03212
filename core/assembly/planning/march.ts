// The implicit steps of core/src/heat/diffusion-step.ts. A chain is eliminated from both of its ends at once, one a lane,
// until the two meet in the middle; two fields of the same chain go side by side, so that one hides the other's waiting.

const MOST: i32 = 512;
const PAIRS: i32 = MOST * 8;
/** Filled by the caller, cell by cell. */
export const CAPACITY: usize = memory.data(PAIRS, 16);
export const BETWEEN: usize = memory.data(PAIRS, 16);
export const LOSS: usize = memory.data(PAIRS, 16);
export const HEATING: usize = memory.data(PAIRS, 16);
export const SURROUNDINGS: usize = memory.data(PAIRS, 16);
export const WARM: usize = memory.data(PAIRS, 16);

// By pairs of a cell from the top and its opposite from the bottom.
const OWN: usize = memory.data(PAIRS, 16);
const ABOVE: usize = memory.data(PAIRS, 16);
const BELOW: usize = memory.data(PAIRS, 16);
const HELD: usize = memory.data(PAIRS, 16);
const LIT: usize = memory.data(PAIRS, 16);
const DARK: usize = memory.data(PAIRS, 16);
const RISEN: usize = memory.data(PAIRS, 16);
const UNLIT: usize = memory.data(PAIRS, 16);
const STAGE_RISEN: usize = memory.data(PAIRS, 16);
const STAGE_UNLIT: usize = memory.data(PAIRS, 16);

const GAMMA: f64 = 1 - Math.SQRT1_2;
const ONE: v128 = f64x2.splat(1);
const ONWARD: v128 = f64x2.splat((1 - GAMMA) / GAMMA);

let pairs: i32 = 0;
let size: i32 = 0;

// @ts-ignore: decorator
@inline
function both(table: usize, j: i32): v128 {
  return v128.load(table + (<usize>j << 4));
}
// @ts-ignore: decorator
@inline
function put(table: usize, j: i32, value: v128): void {
  v128.store(table + (<usize>j << 4), value);
}
/** A cell from the top and the opposite one. */
// @ts-ignore: decorator
@inline
function folded(table: usize, j: i32): v128 {
  const top = f64x2.splat(load<f64>(table + (<usize>j << 3)));
  return f64x2.replace_lane(top, 1, load<f64>(table + (<usize>(size - 1 - j) << 3)));
}

/**
 * Takes the chain of `cells`, its field without light at WARM and one of rises at nothing. An odd chain gets one more cell at
 * its end, which touches nothing.
 */
export function begin(cells: i32): void {
  pairs = (cells + 1) >> 1;
  size = pairs << 1;
  if (size > cells) {
    store<f64>(CAPACITY + (<usize>cells << 3), 1);
    store<f64>(BETWEEN + (<usize>(cells - 1) << 3), 0);
    store<f64>(LOSS + (<usize>cells << 3), 0);
    store<f64>(HEATING + (<usize>cells << 3), 0);
    store<f64>(SURROUNDINGS + (<usize>cells << 3), 0);
    store<f64>(WARM + (<usize>cells << 3), 0);
  }
  for (let j = 0; j < pairs; j++) {
    put(RISEN, j, f64x2.splat(0));
    put(UNLIT, j, folded(WARM, j));
  }
}

/** Notes a field at a time, each cell's course together; at 0 there is no room for it. */
// @ts-ignore: decorator
@inline
function noteField(field: usize, time: i32, times: i32, courses: usize): void {
  if (courses === 0) return;
  const stride = <usize>times << 3;
  let top = courses + (<usize>time << 3);
  let bottom = top + <usize>(size - 1) * stride;
  for (let j = 0; j < pairs; j++, top += stride, bottom -= stride) {
    const cells = both(field, j);
    store<f64>(top, f64x2.extract_lane(cells, 0));
    store<f64>(bottom, f64x2.extract_lane(cells, 1));
  }
}

/** Notes both fields at a time. */
export function note(time: i32, times: i32, response: usize, background: usize): void {
  noteField(RISEN, time, times, response);
  noteField(UNLIT, time, times, background);
}

/**
 * Takes both fields through the steps from one to another under the contact that LOSS and SURROUNDINGS tell, noting
 * each: `steps` are seconds, `lit` a byte a step.
 */
export function run(
  from: i32,
  to: i32,
  steps: usize,
  lit: usize,
  response: usize,
  background: usize,
  times: i32,
): void {
  let factored: f64 = -1;
  let wasLit: i32 = -1;
  for (let n = from; n < to; n++) {
    const dt = load<f64>(steps + (<usize>n << 3));
    const isLit: i32 = load<u8>(lit + <usize>n);
    if (dt !== factored) factor(dt);
    if (dt !== factored || isLit !== wasLit) sources(dt, isLit !== 0);
    factored = dt;
    wasLit = isLit;
    if (background === 0) {
      solveRisen(ONWARD);
      solveRisen(ONE);
    } else {
      solve(ONWARD);
      solve(ONE);
    }
    note(n + 1, times, response, background);
  }
}

function factor(dt: f64): void {
  const h = f64x2.splat(GAMMA * dt);
  let up = f64x2.splat(0);
  let onward = f64x2.splat(0);
  for (let j = 0; j < pairs; j++) {
    const conductance = f64x2.replace_lane(
      f64x2.splat(load<f64>(BETWEEN + (<usize>j << 3))),
      1,
      load<f64>(BETWEEN + (<usize>(size - 2 - j) << 3)),
    );
    const down = f64x2.mul(h, conductance);
    const capacity = folded(CAPACITY, j);
    const leaving = f64x2.add(f64x2.add(up, down), f64x2.mul(h, folded(LOSS, j)));
    const pivot = f64x2.sub(f64x2.add(capacity, leaving), f64x2.mul(up, onward));
    const inverse = f64x2.div(ONE, pivot);
    put(OWN, j, inverse);
    put(HELD, j, f64x2.mul(capacity, inverse));
    put(ABOVE, j, f64x2.mul(up, inverse));
    onward = f64x2.mul(down, inverse);
    put(BELOW, j, onward);
    up = down;
  }
}

function sources(dt: f64, isLit: bool): void {
  const h = f64x2.splat(GAMMA * dt);
  for (let j = 0; j < pairs; j++) {
    const share = f64x2.mul(h, both(OWN, j));
    put(LIT, j, isLit ? f64x2.mul(share, folded(HEATING, j)) : f64x2.splat(0));
    put(DARK, j, f64x2.mul(share, folded(SURROUNDINGS, j)));
  }
}

/** Solves a stage of both fields, and takes them on from where they are by `onward` of the way to it. */
function solve(onward: v128): void {
  let risen = f64x2.splat(0);
  let unlit = f64x2.splat(0);
  for (let j = 0; j < pairs; j++) {
    risen = downwards(j, RISEN, LIT, STAGE_RISEN, risen);
    unlit = downwards(j, UNLIT, DARK, STAGE_UNLIT, unlit);
  }
  risen = met(risen);
  unlit = met(unlit);
  goOn(RISEN, pairs - 1, risen, onward);
  goOn(UNLIT, pairs - 1, unlit, onward);
  for (let j = pairs - 2; j >= 0; j--) {
    risen = outwards(j, STAGE_RISEN, risen);
    unlit = outwards(j, STAGE_UNLIT, unlit);
    goOn(RISEN, j, risen, onward);
    goOn(UNLIT, j, unlit, onward);
  }
}

/** The same for the rise alone, where the skin without light is known. */
function solveRisen(onward: v128): void {
  let risen = f64x2.splat(0);
  for (let j = 0; j < pairs; j++) risen = downwards(j, RISEN, LIT, STAGE_RISEN, risen);
  risen = met(risen);
  goOn(RISEN, pairs - 1, risen, onward);
  for (let j = pairs - 2; j >= 0; j--) {
    risen = outwards(j, STAGE_RISEN, risen);
    goOn(RISEN, j, risen, onward);
  }
}

/** One pair of the elimination towards the middle. */
// @ts-ignore: decorator
@inline
function downwards(j: i32, field: usize, source: usize, stage: usize, last: v128): v128 {
  const own = f64x2.add(f64x2.mul(both(HELD, j), both(field, j)), both(source, j));
  const found = f64x2.add(own, f64x2.mul(both(ABOVE, j), last));
  put(stage, j, found);
  return found;
}

/** One pair on the way back. */
// @ts-ignore: decorator
@inline
function outwards(j: i32, stage: usize, last: v128): v128 {
  return f64x2.add(both(stage, j), f64x2.mul(both(BELOW, j), last));
}

// @ts-ignore: decorator
@inline
function goOn(field: usize, j: i32, stage: v128, onward: v128): void {
  const from = both(field, j);
  put(field, j, f64x2.add(from, f64x2.mul(onward, f64x2.sub(stage, from))));
}

/** The two cells in the middle, each given by the other: u = y + below · other. */
// @ts-ignore: decorator
@inline
function met(y: v128): v128 {
  const below = both(BELOW, pairs - 1);
  const other = v128.shuffle<f64>(y, y, 1, 0);
  const product = f64x2.extract_lane(below, 0) * f64x2.extract_lane(below, 1);
  return f64x2.div(f64x2.add(y, f64x2.mul(below, other)), f64x2.splat(1 - product));
}
