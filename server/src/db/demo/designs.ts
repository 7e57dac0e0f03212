import { outlineCm2, type InkColour, type InkPart } from '@tidy-quill/core/look';

type Point = readonly [number, number];

const rounded = (points: readonly Point[]): readonly Point[] =>
  points.map(([x, y]) => [Math.round(x * 100) / 100, Math.round(y * 100) / 100]);

/** A star of so many points around a middle, cm. */
export function star(
  middle: Point,
  outer: number,
  inner: number,
  points: number,
): readonly Point[] {
  return rounded(
    Array.from({ length: 2 * points }, (_, index) => {
      const radius = index % 2 === 0 ? outer : inner;
      const turn = (Math.PI * index) / points - Math.PI / 2;
      return [middle[0] + radius * Math.cos(turn), middle[1] + radius * Math.sin(turn)] as const;
    }),
  );
}

/** A band along a wave, cm: a line of ink so wide. */
export function wave(from: Point, length: number, height: number, width: number): readonly Point[] {
  const steps = 14;
  const at = (index: number, off: number): Point => [
    from[0] + (length * index) / steps,
    from[1] + height * Math.sin((2 * Math.PI * index) / steps) + off,
  ];
  const along = Array.from({ length: steps + 1 }, (_, index) => at(index, 0));
  const back = Array.from({ length: steps + 1 }, (_, index) => at(steps - index, width));
  return rounded([...along, ...back]);
}

/** A petal or leaf between two ends, cm. */
export function leaf(from: Point, to: Point, width: number): readonly Point[] {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length = Math.hypot(dx, dy);
  const side = (share: number, sign: number): Point => {
    const bulge = sign * width * Math.sin(Math.PI * share);
    return [
      from[0] + dx * share - (dy / length) * bulge,
      from[1] + dy * share + (dx / length) * bulge,
    ];
  };
  const there = [0, 0.25, 0.5, 0.75, 1].map((share) => side(share, 1));
  const back = [0.75, 0.5, 0.25].map((share) => side(share, -1));
  return rounded([...there, ...back]);
}

/** A part of a design, its area worked out from its outline. */
export const part = (
  order: number,
  colour: InkColour,
  density: InkPart['density'],
  outline: readonly Point[],
  more: Partial<InkPart> = {},
): InkPart => ({
  id: `part-${order}`,
  colour,
  density,
  outline,
  areaCm2: Math.round(outlineCm2(outline) * 100) / 100,
  order,
  leave: false,
  overMole: false,
  ...more,
});
