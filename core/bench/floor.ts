import { readFileSync } from 'node:fs';
import { performance } from 'node:perf_hooks';
import { columnOf, skinGrid, STILL_AIR, timelineOf } from '../src/heat';
import { defined } from '../src/units';

declare const WebAssembly: {
  Module: new (bytes: Uint8Array) => object;
  Instance: new (module: object) => { readonly exports: unknown };
};

interface Compiled {
  readonly memory: { readonly buffer: ArrayBuffer };
  tables(which: number): number;
  run(size: number, steps: number): void;
}

// The heat steps of one column, cell after cell, compiled by whoever calls.
const path = defined(process.env['BENCH_FLOOR']);
const floor = new WebAssembly.Instance(new WebAssembly.Module(readFileSync(path)))
  .exports as Compiled;
const column = columnOf(skinGrid({ melanosomeFraction: 0.023, epidermisUm: 80, dermisMm: 4 }));
const { steps } = timelineOf({ durationMs: 30, count: 1, gapMs: 0 });
const size = column.capacity.length;
const table = (which: number, length: number) =>
  new Float64Array(floor.memory.buffer, floor.tables(which), length);
table(0, size).set(column.capacity);
table(1, size - 1).set(column.between);
table(2, size).set(column.under(STILL_AIR).loss);
table(4, size).set(Float64Array.from({ length: size }, (_, i) => 1 / (1 + i)));
table(5, steps.length).set(steps);

const ROUNDS = 20;

/** What one column of skin takes on this machine at this moment, ms, in plain compiled steps: what all else is measured by. */
export function floorMs(): number {
  const from = performance.now();
  for (let round = 0; round < ROUNDS; round++) {
    table(3, size).fill(0);
    floor.run(size, steps.length);
  }
  return (performance.now() - from) / ROUNDS;
}
