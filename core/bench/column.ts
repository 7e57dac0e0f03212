import { performance } from 'node:perf_hooks';
import { ChainStepper, Column, skinGrid, timelineOf } from '../src/heat';
import { median } from './timing';
import { defined } from '../src/units';

interface Compiled {
  readonly memory: WebAssembly.Memory;
  tables(which: number): number;
  run(size: number, steps: number): void;
}

const ROUNDS = 300;

/** The heat steps of one window, TypeScript against the same arithmetic in WebAssembly, in turn. */
export function benchColumn(module: WebAssembly.Module): void {
  const floor = new WebAssembly.Instance(module).exports as unknown as Compiled;
  const grid = skinGrid({ melanosomeFraction: 0.023, epidermisUm: 80, dermisMm: 4 });
  const { chain } = new Column(grid);
  const { steps } = timelineOf({ durationMs: 30, count: 1, gapMs: 0 });
  const size = chain.capacity.length;
  const heating = Float64Array.from({ length: size }, (_, i) => 1 / (1 + i));
  const table = (which: number, length: number) =>
    new Float64Array(floor.memory.buffer, floor.tables(which), length);
  [chain.capacity, chain.between, chain.loss].forEach((values, which) =>
    table(which, values.length).set(values),
  );
  table(4, size).set(heating);
  table(5, steps.length).set(steps);
  const field = new Float64Array(size);
  const times = { own: [] as number[], floor: [] as number[] };
  for (let round = 0; round < ROUNDS; round++) {
    field.fill(0);
    times.own.push(
      timed(() => {
        const stepper = new ChainStepper(chain);
        for (const dt of steps) stepper.step(dt, field, heating);
      }),
    );
    table(3, size).fill(0);
    times.floor.push(timed(() => floor.run(size, steps.length)));
  }
  const worst = table(3, size).reduce(
    (most, at, i) => Math.max(most, Math.abs(at - defined(field[i]))),
    0,
  );
  const [own, least] = [median(times.own), median(times.floor)];
  console.log(
    `${'heat steps of one column of skin'.padEnd(52)} ${own.toFixed(3).padStart(10)} ms   ` +
      `${(own / least).toFixed(2)} × the same in WebAssembly (${least.toFixed(3)} ms; ` +
      `largest difference ${worst.toExponential(0)} K)`,
  );
}

function timed(work: () => void): number {
  const from = performance.now();
  work();
  return performance.now() - from;
}
