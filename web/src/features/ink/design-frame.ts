import type { InkFinding } from '@tidy-quill/core/look';
import type { TraceFrame } from '../../widgets/trace';

/** How much skin the map of a design shows. */
interface Frame extends TraceFrame {
  /** Side of one square of its grid, cm. */
  readonly squareCm: number;
}

const frame = (wideCm: number, highCm: number, squareCm: number, stepCm: number): Frame => ({
  ...{ wideCm, highCm, squareCm, stepCm },
});

/** From a small sign on a wrist to a whole back; in the shape of a camera's picture, twenty squares by fifteen. */
export const FRAMES = {
  small: frame(10, 7.5, 0.5, 0.1),
  usual: frame(20, 15, 1, 0.25),
  large: frame(40, 30, 2, 0.5),
  back: frame(60, 45, 3, 0.5),
} as const satisfies Record<string, Frame>;

export type FrameName = keyof typeof FRAMES;

const NAMES = Object.keys(FRAMES) as FrameName[];

/** The smallest frame from the usual one on that holds a design and the picture that it is traced over; the largest where none does. */
export function frameFor({ parts = [], traced }: Pick<InkFinding, 'parts' | 'traced'>): FrameName {
  const points = parts.flatMap(({ outline }) => outline);
  const wide = Math.max(traced?.widthCm ?? 0, ...points.map(([x]) => x));
  const high = Math.max(0, ...points.map(([, y]) => y));
  const holds = (name: FrameName) => FRAMES[name].wideCm >= wide && FRAMES[name].highCm >= high;
  return NAMES.slice(1).find(holds) ?? 'back';
}

/** Whether a frame holds all of a design: a part that lies outside could not be seen. */
export function showsAll(name: FrameName, { parts = [] }: Pick<InkFinding, 'parts'>): boolean {
  const { wideCm, highCm } = FRAMES[name];
  return parts.every(({ outline }) => outline.every(([x, y]) => x <= wideCm && y <= highCm));
}
