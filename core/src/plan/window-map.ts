import {
  ceilingJcm2,
  floorJcm2,
  solveWindow,
  type SolvedWindow,
  type WindowInput,
} from '../window';
import { litFor, modelWindow } from './model';
import { Cache, finiteOrNull } from '../units';

/** A curve's value with its uncertainty. J/cm²; null where there is none. */
export interface Uncertain {
  readonly low: number | null;
  readonly high: number | null;
}

/** The window over pulse durations: where too much and too little begin. */
export interface WindowMap {
  readonly pulsesMs: readonly number[];
  readonly ceilingJcm2: readonly number[];
  readonly floorJcm2: readonly (number | null)[];
  readonly fullJcm2: readonly (number | null)[];
}

/** The uncertainty of ceiling and floor over pulse durations. */
export interface UncertaintyMap {
  readonly pulsesMs: readonly number[];
  readonly ceiling: readonly Uncertain[];
  readonly floor: readonly Uncertain[];
}

const POINTS = 40;
const DOUBT_POINTS = 10;

/** Pulse durations from the shortest to the longest, evenly on a log scale. */
export function pulseScale(shortestMs: number, longestMs: number, points: number): number[] {
  if (longestMs <= shortestMs) return [shortestMs];
  const ratio = Math.log(longestMs / shortestMs) / (points - 1);
  return Array.from({ length: points }, (_, i) => shortestMs * Math.exp(ratio * i));
}

const withPulse = (input: WindowInput, durationMs: number): WindowInput => ({
  ...input,
  pulse: { ...input.pulse, durationMs },
});

/** The window of a handpiece's spot and cooling from its shortest to its longest pulse. */
export const windowMap = (input: WindowInput, pulses: readonly [number, number]): WindowMap =>
  maps.recall(JSON.stringify([input, pulses]), () => mapOf(input, pulses));

// A map comes back whole with every step of a fluence: kept as one, not pulse by pulse.
const maps = new Cache<WindowMap>(100);

function mapOf(input: WindowInput, pulses: readonly [number, number]): WindowMap {
  const pulsesMs = pulseScale(...pulses, POINTS);
  const lit = litFor(input);
  const windows = pulsesMs.map((pulse) =>
    modelWindow(solveWindow(withPulse(input, pulse), { lit }), 'ranking'),
  );
  return {
    pulsesMs,
    ceilingJcm2: windows.map((window) => window.ceilingJcm2),
    floorJcm2: windows.map((window) => window.floorJcm2),
    fullJcm2: windows.map((window) => window.fullJcm2),
  };
}

/** How sure melanin is: within a factor of 1.4 by type, ±20 % when it was measured on the area. */
export function uncertaintyMap(
  input: WindowInput,
  pulses: readonly [number, number],
  measured: boolean,
): UncertaintyMap {
  const pulsesMs = pulseScale(...pulses, DOUBT_POINTS);
  const doubts = pulsesMs.map((pulse) => uncertaintyOf(withPulse(input, pulse), measured));
  return {
    pulsesMs,
    ceiling: doubts.map(({ ceiling }) => ceiling),
    floor: doubts.map(({ floor }) => floor),
  };
}

const HAIR_FACTOR = 1.3;
const CONTACT_SHARE = 0.3;

/**
 * The uncertainty of one window: melanin, hair pigment and contact each moved to either side, their effects
 * added in quadrature on the log scale.
 */
export function uncertaintyOf(
  input: WindowInput,
  measured: boolean,
): { readonly ceiling: Uncertain; readonly floor: Uncertain } {
  const melanin = measured ? 1.2 : 1.4;
  const skin = (factor: number): WindowInput => ({
    ...input,
    skin: { ...input.skin, melanosomeFraction: input.skin.melanosomeFraction * factor },
  });
  const hair = (factor: number): WindowInput => ({
    ...input,
    hair: { ...input.hair, melanosomeFraction: input.hair.melanosomeFraction * factor },
  });
  const solve = (of: WindowInput, contactFactor = 1): Pair =>
    read(solveWindow(of, { lit: litFor(of), contactFactor }));
  const solved = solveWindow(input, { lit: litFor(input) });
  const best = read(solved);
  // Another hair changes nothing in the skin around it.
  const withHair = (factor: number): Pair => {
    const of = hair(factor);
    const other = solveWindow(of, { lit: litFor(of), skin: solved.skin });
    return [best[0], floorJcm2(other, 'bulge', 'fugitt')];
  };
  const moved = [
    solve(skin(melanin)),
    solve(skin(1 / melanin)),
    solve(input, 1 - CONTACT_SHARE),
    solve(input, 1 + CONTACT_SHARE),
    withHair(HAIR_FACTOR),
    withHair(1 / HAIR_FACTOR),
  ];
  return { ceiling: band(best, moved, 0), floor: band(best, moved, 1) };
}

type Pair = readonly [ceiling: number, floor: number];

const read = (solved: SolvedWindow): Pair => [
  ceilingJcm2(solved, 'fugitt'),
  floorJcm2(solved, 'bulge', 'fugitt'),
];

function band(best: Pair, moved: readonly Pair[], which: 0 | 1): Uncertain {
  const middle = best[which];
  if (!Number.isFinite(middle)) return { low: null, high: null };
  const logs = moved.map((pair) => Math.log(pair[which] / middle));
  const spread = (side: 1 | -1) =>
    Math.sqrt(logs.reduce((sum, log) => sum + Math.max(0, side * log) ** 2, 0));
  return { low: middle * Math.exp(-spread(-1)), high: finiteOrNull(middle * Math.exp(spread(1))) };
}
