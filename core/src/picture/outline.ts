import type { Point } from './pixels';

/** Whether a point lies in an outline: how many of its sides a line to the right crosses is odd. */
export function within(outline: readonly Point[], { x, y }: Point): boolean {
  let inside = false;
  for (const [each, a] of outline.entries()) {
    const b = outline[(each + 1) % outline.length] ?? a;
    if (a.y > y !== b.y > y && x < a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)) inside = !inside;
  }
  return inside;
}

/** How far a point is from the nearest side of an outline. */
export function distanceTo(outline: readonly Point[], { x, y }: Point): number {
  let nearest = Infinity;
  for (const [each, a] of outline.entries()) {
    const b = outline[(each + 1) % outline.length] ?? a;
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const long = dx * dx + dy * dy;
    const along =
      long === 0 ? 0 : Math.min(1, Math.max(0, ((x - a.x) * dx + (y - a.y) * dy) / long));
    nearest = Math.min(nearest, Math.hypot(x - a.x - along * dx, y - a.y - along * dy));
  }
  return nearest;
}
