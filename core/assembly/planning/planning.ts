// Light, heat and damage of a window, compiled: what core/src/compiled carries.

export { damage, hottest, mostDamage, worst } from './damage';
export { beam, diffuse, field } from './light';
export { begin, note, run } from './march';

import { BACKGROUND, RESPONSE, STEPS } from './damage';
import { DEPTHS, DIFFUSE, FREQUENCIES, LAYERS, SUMS, WEIGHTS } from './light';
import { BETWEEN, CAPACITY, HEATING, LOSS, SURROUNDINGS, WARM } from './march';

const TABLES: StaticArray<usize> = [
  CAPACITY,
  BETWEEN,
  LOSS,
  HEATING,
  SURROUNDINGS,
  WARM,
  DEPTHS,
  DIFFUSE,
  FREQUENCIES,
  WEIGHTS,
  LAYERS,
  SUMS,
  BACKGROUND,
  RESPONSE,
  STEPS,
];

/** Where a table lies, in the order of core/src/compiled. */
export function table(which: i32): usize {
  return unchecked(TABLES[which]);
}

/** Where `bytes` of free memory lie, grown to as many; the same place each time. */
export function free(bytes: i32): usize {
  const base: usize = (__heap_base + 15) & ~15;
  const wanted = <i32>((base + <usize>bytes + 0xffff) >> 16);
  if (wanted > memory.size()) memory.grow(wanted - memory.size());
  return base;
}
