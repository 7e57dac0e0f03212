import type { Plane } from './pixels';

/** A plane with every so many places as one, whole or not: the mean of what each covers. */
export function shrunk(plane: Plane, step: number): Plane {
  if (step === 1) return plane;
  const [width, height] = [Math.floor(plane.width / step), Math.floor(plane.height / step)];
  const rows = new Float32Array(width * plane.height);
  const values = new Float32Array(width * height);
  for (let x = 0; x < width; x++) {
    const covered = coveredBy(x * step, (x + 1) * step);
    for (let y = 0; y < plane.height; y++) {
      let sum = 0;
      for (const { at, share } of covered) sum += share * (plane.values[y * plane.width + at] ?? 0);
      rows[y * width + x] = sum;
    }
  }
  for (let y = 0; y < height; y++) {
    for (const { at, share } of coveredBy(y * step, (y + 1) * step)) {
      for (let x = 0; x < width; x++) {
        const to = y * width + x;
        values[to] = (values[to] ?? 0) + share * (rows[at * width + x] ?? 0);
      }
    }
  }
  return { width, height, values };
}

/** The places that a stretch covers, and which share of it each is. */
function coveredBy(from: number, to: number): readonly { at: number; share: number }[] {
  const covered: { at: number; share: number }[] = [];
  for (let at = Math.floor(from); at < to - 1e-9; at++) {
    covered.push({ at, share: (Math.min(to, at + 1) - Math.max(from, at)) / (to - from) });
  }
  return covered;
}
