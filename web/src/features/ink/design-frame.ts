import type { InkFinding } from '@tidy-quill/core/look';

/** How much skin the map of a design shows. */
export interface Frame {
  readonly wideCm: number;
  readonly highCm: number;
  /** Side of one square of its grid, cm. */
  readonly squareCm: number;
  /** What a corner is rounded to, cm. */
  readonly stepCm: number;
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

/** A place on the map, from 0 to 1 across and down, in cm, rounded to the step of the frame. */
export function placeIn(
  { wideCm, highCm, stepCm }: Frame,
  across: number,
  down: number,
): readonly [x: number, y: number] {
  const cm = (share: number, whole: number) => {
    const at = Math.min(1, Math.max(0, share)) * whole;
    return Math.round(Math.round(at / stepCm) * stepCm * 100) / 100;
  };
  return [cm(across, wideCm), cm(down, highCm)];
}
