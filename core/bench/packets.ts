import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { monteCarlo, skinLayers, type MediumLayer, type MonteCarloInput } from '../src/optics';
import { keepFigure, median } from './figures';

const SOURCE = 'core/bench/packets.c';
const ROUNDS = 25;

interface Medium {
  readonly name: string;
  readonly layers: readonly MediumLayer[];
  readonly indexAbove: number;
  readonly indexBelow: number;
  readonly packets: number;
  readonly aim: number;
}

const turbid = { muaPerCm: 10, musPerCm: 90 };
const MEDIA: readonly Medium[] = [
  {
    name: 'slab',
    layers: [{ ...turbid, thicknessCm: 0.02, g: 0.75, n: 1 }],
    indexAbove: 1,
    indexBelow: 1,
    packets: 800_000,
    aim: 3,
  },
  {
    name: 'half space',
    layers: [{ ...turbid, thicknessCm: null, g: 0, n: 1.5 }],
    indexAbove: 1,
    indexBelow: 1,
    packets: 120_000,
    aim: 4,
  },
  {
    name: 'skin III at 755 nm',
    layers: skinLayers(755, { melanosomeFraction: 0.023, epidermisUm: 80, dermisMm: 4 }),
    indexAbove: 1,
    indexBelow: 1.4,
    packets: 8000,
    aim: 4,
  },
];

/** Packets a second against a plain program in C, the two in turn so that the machine's moods strike both. */
export function benchPackets(): void {
  const folder = mkdtempSync(join(tmpdir(), 'packets-'));
  const program = join(folder, 'packets');
  const built = spawnSync('gcc', ['-O3', '-o', program, SOURCE, '-lm']);
  if (built.status !== 0) console.log('no gcc here: packets without the ratio to plain C');
  for (const medium of MEDIA) {
    const rates: number[] = [];
    const ratios: number[] = [];
    for (let round = 0; round <= ROUNDS; round++) {
      const own = compiledRate(medium, round);
      const plain = built.status === 0 ? plainRate(program, medium) : NaN;
      // The first round warms up.
      if (round === 0) continue;
      rates.push(own);
      ratios.push(own / plain);
    }
    if (built.status === 0) keepFigure(`plain C ÷ Monte Carlo, ${medium.name}`, 1 / median(ratios));
    const rate = Math.round(median(rates)).toLocaleString('en');
    console.log(
      `${`Monte Carlo, ${medium.name}`.padEnd(52)} ${rate.padStart(10)} packets/s   ` +
        `${median(ratios).toFixed(2)} × plain C (aim ${medium.aim} ×)`,
    );
  }
  rmSync(folder, { recursive: true });
}

function compiledRate(medium: Medium, seed: number): number {
  const { layers, indexAbove, indexBelow, packets } = medium;
  const input: MonteCarloInput = { layers, indexAbove, indexBelow, packets, seed };
  const from = performance.now();
  const found = monteCarlo(input);
  return (found.packets / (performance.now() - from)) * 1000;
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
