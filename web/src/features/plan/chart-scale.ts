import { defined } from '@tidy-quill/core/units';
/** Maps values to pixels and back, straight or by logarithm. */
export interface ChartScale {
  readonly to: (value: number) => number;
  readonly from: (pixel: number) => number;
}

export function linear(low: number, high: number, start: number, end: number): ChartScale {
  const factor = (end - start) / (high - low);
  return {
    to: (value) => start + (value - low) * factor,
    from: (pixel) => low + (pixel - start) / factor,
  };
}

export function logarithmic(low: number, high: number, start: number, end: number): ChartScale {
  const straight = linear(Math.log(low), Math.log(high), start, end);
  return {
    to: (value) => straight.to(Math.log(value)),
    from: (pixel) => Math.exp(straight.from(pixel)),
  };
}

/** Round figures for an axis: about `count` of them, 1, 2 or 5 times a power of ten apart. */
export function roundTicks(high: number, count: number): number[] {
  const rough = high / count;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = defined([1, 2, 5, 10].map((each) => each * power).find((each) => each >= rough));
  return Array.from({ length: Math.floor(high / step + 1e-9) + 1 }, (_, i) => i * step);
}

/** Whole steps from 0 to the first that holds `high`, about `count` of them: the ticks, and so the axis's end. */
export function wholeTicks(high: number, count: number): number[] {
  const step = Math.max(1, roundTicks(Math.max(1, high), count)[1] ?? 1);
  return Array.from({ length: Math.ceil(Math.max(1, high) / step - 1e-9) + 1 }, (_, i) => i * step);
}

/** 1, 2 and 5 times powers of ten between two values, for a logarithmic axis. */
export function logTicks(low: number, high: number): number[] {
  const ticks: number[] = [];
  for (let power = Math.floor(Math.log10(low)); power <= Math.log10(high); power++) {
    for (const each of [1, 2, 5]) {
      const tick = each * 10 ** power;
      if (tick >= low * 0.999 && tick <= high * 1.001) ticks.push(tick);
    }
  }
  return ticks;
}

/** An SVG path through points; a null breaks it. */
export function linePath(points: readonly (readonly [number, number] | null)[]): string {
  let pen = 'M';
  return points
    .map((point) => {
      if (point === null) {
        pen = 'M';
        return '';
      }
      const part = `${pen}${point[0].toFixed(1)},${point[1].toFixed(1)}`;
      pen = 'L';
      return part;
    })
    .join('');
}

const TOPS = [10, 15, 20, 30, 40, 60, 80, 100, 150, 200, 300, 400, 600, 800];

/** The end of an axis that shows a value: one of a few round figures, so that it seldom moves. */
export const axisTop = (value: number): number => TOPS.find((top) => top >= value) ?? value;
