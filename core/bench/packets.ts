import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { monteCarlo, skinLayers, type MediumLayer, type MonteCarloInput } from '../src/optics';
import { keepFigure, median } from './figures';

const SOURCE = 'core/bench/packets.c';
const ROUNDS = 25;

export interface Medium {
  readonly name: string;
  readonly layers: readonly MediumLayer[];
  readonly indexAbove: number;
  readonly indexBelow: number;
  readonly packets: number;
  /** Wanted of one thread and of two, × plain C. */
  readonly aims: readonly [one: number, two: number];
}

const turbid = { muaPerCm: 10, musPerCm: 90 };
export const MEDIA: readonly Medium[] = [
  {
    name: 'slab',
    layers: [{ ...turbid, thicknessCm: 0.02, g: 0.75, n: 1 }],
    indexAbove: 1,
    indexBelow: 1,
    packets: 1_600_000,
    aims: [3, 5.5],
  },
  {
    name: 'half space',
    layers: [{ ...turbid, thicknessCm: null, g: 0, n: 1.5 }],
    indexAbove: 1,
    indexBelow: 1,
    packets: 120_000,
    aims: [4, 7.5],
  },
  {
    name: 'skin III at 755 nm',
    layers: skinLayers(755, { melanosomeFraction: 0.023, epidermisUm: 80, dermisMm: 4 }),
    indexAbove: 1,
    indexBelow: 1.4,
    packets: 8000,
    aims: [4, 7.5],
  },
];

/** Packets a second against a plain program in C on one thread. */
export const benchPackets = (): Promise<void> =>
  againstPlainC('Monte Carlo', 0, ROUNDS, async (input) => void monteCarlo(input));

/**
 * Packets a second against a plain program in C, the two in turn so that the machine's moods strike both.
 * @param which of the aims
 */
export async function againstPlainC(
  name: string,
  which: 0 | 1,
  rounds: number,
  trace: (input: MonteCarloInput) => Promise<void>,
): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'packets-'));
  const program = join(folder, 'packets');
  const built = spawnSync('gcc', ['-O3', '-o', program, SOURCE, '-lm']);
  if (built.status !== 0) console.log('no gcc here: packets without the ratio to plain C');
  for (const medium of MEDIA) {
    const { layers, indexAbove, indexBelow, packets } = medium;
    const rates: number[] = [];
    const ratios: number[] = [];
    for (let round = 0; round <= rounds; round++) {
      const from = performance.now();
      await trace({ layers, indexAbove, indexBelow, packets, seed: round });
      const own = (packets / (performance.now() - from)) * 1000;
      const plain = built.status === 0 ? plainRate(program, medium) : NaN;
      // The first round warms up.
      if (round === 0) continue;
      rates.push(own);
      ratios.push(own / plain);
    }
    if (built.status === 0) keepFigure(`plain C ÷ ${name}, ${medium.name}`, 1 / median(ratios));
    const rate = Math.round(median(rates)).toLocaleString('en');
    console.log(
      `${`${name}, ${medium.name}`.padEnd(52)} ${rate.padStart(10)} packets/s   ` +
        `${median(ratios).toFixed(2)} × plain C (aim ${medium.aims[which]} ×)`,
    );
  }
  rmSync(folder, { recursive: true });
}

function plainRate(program: string, medium: Medium): number {
  const { layers, indexAbove, indexBelow, packets } = medium;
  const rows = layers.map(
    ({ thicknessCm, muaPerCm, musPerCm, g, n }) =>
      `${thicknessCm ?? 0} ${muaPerCm} ${musPerCm} ${g} ${n}`,
  );
  const input = [`${packets} ${layers.length} ${indexAbove} ${indexBelow}`, ...rows].join('\n');
  const { stdout } = spawnSync(program, { input, encoding: 'utf8' });
  return packets / Number(stdout.split(' ')[0]);
}
