import { PLANNING_WASM } from './planning.wasm';
import { loadCompiled, type Memory } from './load';

/** The arithmetic of a window, compiled from core/assembly/planning. Loaded when first asked for. */
interface Planning {
  readonly memory: Memory;
  table(which: number): number;
  free(bytes: number): number;
  begin(cells: number): void;
  note(time: number, times: number, response: number, background: number): void;
  run(
    from: number,
    to: number,
    steps: number,
    lit: number,
    response: number,
    background: number,
    times: number,
  ): void;
  field(
    frequencies: number,
    boundaryCm: number,
    share: number,
    entering: number,
    mismatch: number,
  ): void;
  diffuse(depths: number, frequencies: number, boundaryCm: number): void;
  beam(depths: number, boundaryCm: number, top: number, bottom: number): void;
  damage(
    first: number,
    times: number,
    fluenceJcm2: number,
    standingC: number,
    lowLog: number,
    lowKelvin: number,
    highLog: number,
    highKelvin: number,
  ): number;
  mostDamage(
    courses: number,
    times: number,
    fluenceJcm2: number,
    lowLog: number,
    lowKelvin: number,
    highLog: number,
    highKelvin: number,
  ): number;
  worst(): number;
  hottest(courses: number, times: number, fluenceJcm2: number): number;
}

/** Most cells of a chain, depths of light and times of a course that the tables hold. */
export const MOST_CELLS = 510;
export const MOST_DEPTHS = 1024;
export const MOST_TIMES = 8190;

// In the order of the module's own list.
const TABLES = [
  'capacity',
  'between',
  'loss',
  'heating',
  'surroundings',
  'warm',
  'depths',
  'diffuse',
  'frequencies',
  'weights',
  'layers',
  'sums',
  'background',
  'response',
  'steps',
] as const;

type Tables = Readonly<Record<(typeof TABLES)[number], Float64Array>>;

let loaded: Planning | undefined;
let seen: { readonly buffer: ArrayBuffer; readonly tables: Tables } | undefined;

/** The module. */
export function planning(): Planning {
  loaded ??= loadCompiled<Planning>(PLANNING_WASM);
  return loaded;
}

/** Views of its tables, each from its beginning on; good until the module's memory grows. */
export function planningTables(): Tables {
  const module = planning();
  const { buffer } = module.memory;
  if (seen?.buffer !== buffer) {
    const views = TABLES.map((name, i) => [
      name,
      new Float64Array(buffer, module.table(i), MOST_TIMES),
    ]);
    seen = { buffer, tables: Object.fromEntries(views) as Tables };
  }
  return seen.tables;
}
