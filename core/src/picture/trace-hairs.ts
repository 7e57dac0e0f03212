import type { Point } from './pixels';
import { direction, DIRECTIONS, type Ridges } from './ridges';

/** A line that was followed, with how strongly it stands out on the whole, in deviations of the noise. */
export interface TracedLine {
  readonly line: readonly Point[];
  readonly strength: number;
}

export interface TraceLimits {
  /** A line begins where it stands out by so many deviations of the noise, and is followed while it does by so many. */
  readonly begin: number;
  readonly follow: number;
  /** Over how much that does not stand out a line is followed still, px: where another crosses it. */
  readonly gapPx: number;
  /** By how much a line bends at the most, rad a px. */
  readonly bendPerPx: number;
  /** Over how much to either side a corner shows, px. */
  readonly cornerPx: number;
  /** Shorter ones are no hair, px. */
  readonly shortestPx: number;
}

/** How strongly most places of lines stand out that do so plainly, the strongest first: what is far below the top is left out. */
function usualOf(values: readonly number[]): number {
  const top = values[Math.floor(TOP * values.length)] ?? 0;
  const plain = values.filter((value) => value > PLAIN * top);
  return plain[Math.floor(plain.length / 2)] ?? 0;
}

const [TOP, PLAIN] = [0.02, 0.4];
const PALER_BEGIN = 0.3;
const PALER_FOLLOW = 0.15;

const STEP = Math.PI / DIRECTIONS;
/** How far to a side the next point of a line may lie, px a step. */
const ASIDE = 0.5;

/**
 * Follows dark lines from where they stand out most to both ends, straight on through crossings; each place is part of one
 * line in a direction only. Lines that go on from each other are one.
 */
export function traceLines(ridges: Ridges, limits: TraceLimits): readonly TracedLine[] {
  const { width, height, noise } = ridges;
  const at = (x: number, y: number, turn: number) => sample(ridges, x, y, turn);
  const taken = new Uint32Array(width * height);
  const found: TracedLine[] = [];
  const sorted = seeds(ridges, limits.begin * noise);
  // Where hair is dark and the picture clean, what is far paler than most of it is a crease or a pore.
  const usual = usualOf(sorted.map(({ value }) => value));
  const begin = Math.max(limits.begin * noise, PALER_BEGIN * usual);
  const least = Math.max(limits.follow * noise, PALER_FOLLOW * usual);
  for (const seed of sorted.filter(({ value }) => value >= begin)) {
    if (isTaken(taken, seed.pixel, seed.direction)) continue;
    const start = { x: seed.pixel % width, y: Math.floor(seed.pixel / width) };
    const turn = direction(seed.direction);
    const forth = follow(start, turn);
    const back = follow(start, turn + Math.PI);
    const steps = [...back.toReversed(), { ...start, turn, value: seed.value }, ...forth];
    for (const step of steps) take(taken, ridges, step);
    const value = steps.reduce((sum, step) => sum + step.value, 0) / steps.length;
    found.push({ line: steps.map(({ x, y }) => ({ x, y })), strength: value / noise });
  }
  const whole = found.flatMap(({ line, strength }) =>
    withoutCorners(line, limits.cornerPx).map((part) => ({ line: part, strength })),
  );
  return joined(whole, limits.gapPx).filter(({ line }) => line.length - 1 >= limits.shortestPx);

  function follow(from: Point, towards: number): readonly Step[] {
    const steps: Step[] = [];
    let [x, y, turn] = [from.x, from.y, towards];
    let unseen = 0;
    for (;;) {
      const [ahead, above] = [x + Math.cos(turn), y + Math.sin(turn)];
      if (ahead < 1 || above < 1 || ahead > width - 2 || above > height - 2) break;
      const best = bestOf(ahead, above, turn);
      const pixel = Math.round(best.y) * width + Math.round(best.x);
      const hidden = best.value < least || isTaken(taken, pixel, binOf(best.turn));
      unseen = hidden ? unseen + 1 : 0;
      if (unseen > limits.gapPx) break;
      // Over what does not stand out, straight on.
      ({ x, y, turn } = unseen > 0 ? { x: ahead, y: above, turn } : best);
      steps.push({ x, y, turn, value: best.value });
      if (steps.length > width + height) break;
    }
    return steps.slice(0, steps.length - Math.min(unseen, steps.length));
  }

  function bestOf(x: number, y: number, turn: number): Step {
    const [acrossX, acrossY] = [-Math.sin(turn), Math.cos(turn)];
    let best: Step = { x, y, turn, value: -Infinity };
    for (const aside of [0, -ASIDE, ASIDE]) {
      for (const bend of [0, -limits.bendPerPx, limits.bendPerPx]) {
        const [px, py] = [x + aside * acrossX, y + aside * acrossY];
        const value = at(px, py, turn + bend);
        if (value > best.value) best = { x: px, y: py, turn: turn + bend, value };
      }
    }
    return best;
  }
}

interface Step extends Point {
  readonly turn: number;
  readonly value: number;
}

/** The nearest of the directions that were filtered for. */
const binOf = (turn: number): number =>
  ((Math.round(turn / STEP) % DIRECTIONS) + DIRECTIONS) % DIRECTIONS;

/** How strongly a line of a direction stands out at a point between pixels, and between directions. */
function sample({ width, of }: Ridges, x: number, y: number, turn: number): number {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  const [right, down] = [x - left, y - top];
  const from = top * width + left;
  const bin = turn / STEP;
  const low = Math.floor(bin);
  let sum = 0;
  for (const [each, share] of [
    [low, 1 - (bin - low)],
    [low + 1, bin - low],
  ] as const) {
    const plane = of[((each % DIRECTIONS) + DIRECTIONS) % DIRECTIONS];
    if (plane === undefined) continue;
    const above = (plane[from] ?? 0) * (1 - right) + (plane[from + 1] ?? 0) * right;
    const below = (plane[from + width] ?? 0) * (1 - right) + (plane[from + width + 1] ?? 0) * right;
    sum += share * (above * (1 - down) + below * down);
  }
  return sum;
}

/** Where a line stands out more than beside it and than in the directions next to its own; the strongest first. */
function seeds({ width, height, of }: Ridges, least: number) {
  const found: { pixel: number; direction: number; value: number }[] = [];
  for (const [index, plane] of of.entries()) {
    const before = of[(index + DIRECTIONS - 1) % DIRECTIONS];
    const after = of[(index + 1) % DIRECTIONS];
    const turn = direction(index);
    const aside = Math.round(Math.cos(turn)) * width - Math.round(Math.sin(turn));
    for (let y = 2; y < height - 2; y++) {
      for (let pixel = y * width + 2; pixel < y * width + width - 2; pixel++) {
        const value = plane[pixel] ?? 0;
        if (value < least) continue;
        if (value < (plane[pixel + aside] ?? 0) || value < (plane[pixel - aside] ?? 0)) continue;
        if (value < (before?.[pixel] ?? 0) || value < (after?.[pixel] ?? 0)) continue;
        found.push({ pixel, direction: index, value });
      }
    }
  }
  return found.sort((one, other) => other.value - one.value);
}

/** A line that turns by more than this within a short stretch is two, that meet, rad. */
const CORNER = 0.42;

function withoutCorners(line: readonly Point[], reach: number): readonly (readonly Point[])[] {
  const near = Math.round(reach);
  let [sharpest, where] = [CORNER, -1];
  for (let at = near; at < line.length - near; at++) {
    const turn = apartBy(towards(line[at - near], line[at]), towards(line[at], line[at + near]));
    if (turn > sharpest) [sharpest, where] = [turn, at];
  }
  if (where < 0) return [line];
  return [
    ...withoutCorners(line.slice(0, where + 1), reach),
    ...withoutCorners(line.slice(where), reach),
  ];
}

/** Directions that are as good as the same: two to either side. */
const ALIKE = 2;

/** About a line, what stands out by less than this share of it is the line itself, seen askew. */
const ASKEW = 0.55;
const BESIDE_PX = 3;

/** Taken in every direction. */
const ALL = 2 ** DIRECTIONS - 1;

const isTaken = (taken: Uint32Array, pixel: number, bin: number): boolean =>
  (((taken[pixel] ?? 0) >>> bin) & 1) === 1;

function take(
  taken: Uint32Array,
  { width, height, of }: Ridges,
  { x, y, turn, value }: Step,
): void {
  let own = 0;
  for (let aside = -ALIKE; aside <= ALIKE; aside++) {
    own |= 1 << ((binOf(turn) + aside + DIRECTIONS) % DIRECTIONS);
  }
  const [column, row] = [Math.round(x), Math.round(y)];
  for (let dy = -BESIDE_PX; dy <= BESIDE_PX; dy++) {
    for (let dx = -BESIDE_PX; dx <= BESIDE_PX; dx++) {
      if (row + dy < 0 || row + dy >= height || column + dx < 0 || column + dx >= width) continue;
      const pixel = (row + dy) * width + column + dx;
      if (taken[pixel] === ALL) continue;
      let mask = Math.max(Math.abs(dx), Math.abs(dy)) <= 2 ? own : 0;
      for (let bin = 0; bin < DIRECTIONS; bin++) {
        if ((of[bin]?.[pixel] ?? 0) < ASKEW * value) mask |= 1 << bin;
      }
      taken[pixel] = (taken[pixel] ?? 0) | mask;
    }
  }
}

const STRAIGHT_ON = 0.35;
/** Over how many points a line's end shows where it goes. */
const END = 6;

/** Lines of which one goes on where the other ends, as one. */
function joined(lines: readonly TracedLine[], gapPx: number): readonly TracedLine[] {
  const left = [...lines];
  for (let one = 0; one < left.length; one++) {
    for (let other = 0; other < left.length; other++) {
      const [a, b] = [left[one], left[other]];
      if (one === other || a === undefined || b === undefined) continue;
      const line = asOne(a.line, b.line, gapPx);
      if (line === null) continue;
      const whole = a.line.length + b.line.length;
      const strength = (a.strength * a.line.length + b.strength * b.line.length) / whole;
      left[one] = { line, strength };
      left.splice(other, 1);
      if (other < one) one--;
      other = -1;
    }
  }
  return left;
}

function asOne(a: readonly Point[], b: readonly Point[], gapPx: number): readonly Point[] | null {
  // Nearly all pairs lie apart: that is told without copying them.
  if (!endsMeet(a, b, gapPx)) return null;
  for (const first of [a, a.toReversed()]) {
    for (const second of [b, b.toReversed()]) {
      const [end, start] = [first.at(-1), second[0]];
      if (end === undefined || start === undefined) continue;
      const gap = Math.hypot(start.x - end.x, start.y - end.y);
      if (gap > gapPx) continue;
      const out = towards(first.at(-END) ?? first[0], end);
      const on = towards(start, second[END - 1] ?? second.at(-1));
      const over = gap < 2 ? out : towards(end, start);
      if (apartBy(out, on) < STRAIGHT_ON && apartBy(out, over) < STRAIGHT_ON) {
        return [...first, ...second];
      }
    }
  }
  return null;
}

function endsMeet(a: readonly Point[], b: readonly Point[], gapPx: number): boolean {
  const [first, last, from, to] = [a[0], a.at(-1), b[0], b.at(-1)];
  const isNear = (one: Point | undefined, other: Point | undefined) =>
    one !== undefined &&
    other !== undefined &&
    (one.x - other.x) ** 2 + (one.y - other.y) ** 2 <= gapPx * gapPx;
  return isNear(last, from) || isNear(last, to) || isNear(first, from) || isNear(first, to);
}

const towards = (from: Point | undefined, to: Point | undefined): number =>
  from === undefined || to === undefined ? 0 : Math.atan2(to.y - from.y, to.x - from.x);

const apartBy = (one: number, other: number): number => {
  const turn = Math.abs(one - other) % (2 * Math.PI);
  return Math.min(turn, 2 * Math.PI - turn);
};
