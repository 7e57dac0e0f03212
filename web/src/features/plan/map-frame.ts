import type { Handpiece } from '@tidy-quill/core/plan';
import { defined } from '@tidy-quill/core/units';
import { linear, logarithmic } from './chart-scale';

/** The window map's drawing, in its own units: the whole and the plot inside it. */
export const WIDTH = 500;
export const HEIGHT = 300;
export const LEFT = 44;
export const RIGHT = 484;
export const TOP = 10;
export const BOTTOM = 262;

/** Where a pulse, ms, and a fluence, J/cm², lie: pulses from the handpiece's shortest to its longest by logarithm, fluences up to `top`. */
export function mapScales({ pulsesMs }: Pick<Handpiece, 'pulsesMs'>, top: number) {
  const first = defined(pulsesMs[0]);
  const last = defined(pulsesMs.at(-1));
  const single = last / first < 1.01;
  const x = logarithmic(single ? first / 2 : first, single ? last * 2 : last, LEFT, RIGHT);
  const y = linear(0, top, BOTTOM, TOP);
  const clampY = (value: number) => Math.max(TOP, Math.min(BOTTOM, y.to(value)));
  return { first, last, x, y, clampY };
}
