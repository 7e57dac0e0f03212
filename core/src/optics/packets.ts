import { loadCompiled, type Memory } from '../compiled';
import { PACKETS_WASM } from './packets.wasm';
import { defined, type Spot } from '../units';

interface Tracer {
  readonly memory: Memory;
  layerTable(): number;
  depthTable(): number;
  fluenceSums(): number;
  shareSums(): number;
  batch(
    seedOne: number,
    seedTwo: number,
    packets: number,
    layerCount: number,
    entry: number,
    rouletteBelow: number,
    cellsPerCm: number,
    round: number,
    halfWidthCm: number,
    halfHeightCm: number,
  ): void;
}

// As in core/assembly/tables.ts.
const HEIGHTS = 16_384;
const NO_DEPTH = 255;
export const MOST_LAYERS = 8;
/** Most depths that one run scores: each takes two of the tracer's cells at most. */
export const MOST_DEPTHS = 30;
// Half the height of the slab in which a depth is scored, as a share of the depth; no thinner than 5 µm.
const SLAB_SHARE = 0.04;
const SLAB_LEAST_CM = 5e-4;

/** What one batch is told, all of it worked out by the caller. */
export interface Batch {
  readonly seed: number;
  readonly index: number;
  readonly packets: number;
  readonly layers: Float32Array;
  readonly layerCount: number;
  readonly entry: number;
  readonly rouletteBelow: number;
  readonly spot: Spot | undefined;
  readonly depthsMm: readonly number[];
}

let tracer: Tracer | undefined;

function loaded(): Tracer {
  tracer ??= loadCompiled<Tracer>(PACKETS_WASM);
  return tracer;
}

/**
 * Traces one batch in WebAssembly, four packets in lockstep. Gives, for one packet: specular and diffuse
 * reflectance, transmittance, absorbed by layer, then the fluence ratio by depth.
 */
export function traceBatch(on: Batch): number[] {
  const tracer = loaded();
  const { buffer } = tracer.memory;
  new Float32Array(buffer, tracer.layerTable(), on.layers.length).set(on.layers);
  const slabs = slabsOf(on.depthsMm);
  new Uint8Array(buffer, tracer.depthTable(), HEIGHTS).set(slabs.cells);
  const [halfWidth, halfHeight, round] =
    on.spot === undefined
      ? [0, 0, 0]
      : 'diameterMm' in on.spot
        ? [on.spot.diameterMm / 20, 0, 1]
        : [on.spot.widthMm / 20, on.spot.heightMm / 20, 0];
  tracer.batch(
    on.seed,
    on.index,
    on.packets,
    on.layerCount,
    on.entry,
    on.rouletteBelow,
    slabs.cellsPerCm,
    round,
    halfWidth,
    halfHeight,
  );
  const shares = new Float64Array(buffer, tracer.shareSums(), 3 + on.layerCount);
  const sums = new Float64Array(buffer, tracer.fluenceSums(), slabs.pieces);
  const ratios = slabs.depths.map(({ from, to, thicknessCm }) => {
    let sum = 0;
    for (let piece = from; piece < to; piece++) sum += defined(sums[piece]);
    return sum / thicknessCm;
  });
  return [...shares, ...ratios].map((sum) => sum / on.packets);
}

interface Slabs {
  readonly cells: Uint8Array;
  readonly cellsPerCm: number;
  /** Pieces between neighbouring bounds; slabs that overlap share them. */
  readonly pieces: number;
  readonly depths: readonly { from: number; to: number; thicknessCm: number }[];
}

/** The slabs of the depths, cut at every bound, on an even scale of heights. */
function slabsOf(depthsMm: readonly number[]): Slabs {
  const cells = new Uint8Array(HEIGHTS).fill(NO_DEPTH);
  if (depthsMm.length === 0) return { cells, cellsPerCm: 0, pieces: 0, depths: [] };
  const half = (cm: number) => Math.max(SLAB_LEAST_CM, cm * SLAB_SHARE);
  const deepest = Math.max(...depthsMm) / 10;
  // The last cell stays free: it takes all that lies deeper.
  const cellsPerCm = (HEIGHTS - 2) / (deepest + half(deepest));
  const bounds = depthsMm.map((mm) => {
    const cm = mm / 10;
    const cell = (at: number) => Math.max(0, Math.round(at * cellsPerCm));
    return { from: cell(cm - half(cm)), to: cell(cm + half(cm)) };
  });
  const edges = [...new Set(bounds.flatMap(({ from, to }) => [from, to]))].sort((a, b) => a - b);
  for (const { from, to } of bounds) {
    for (let piece = edges.indexOf(from); piece < edges.indexOf(to); piece++) {
      cells.fill(piece, edges[piece], edges[piece + 1]);
    }
  }
  return {
    cells,
    cellsPerCm,
    pieces: edges.length,
    depths: bounds.map(({ from, to }) => ({
      from: edges.indexOf(from),
      to: edges.indexOf(to),
      thicknessCm: (to - from) / cellsPerCm,
    })),
  };
}
