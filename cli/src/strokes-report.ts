import type { StrokesInput } from '@tidy-quill/contract/strokes';
import { doseField, fieldFigures, laneStrokes } from '@tidy-quill/core/coverage';
import type * as v from 'valibot';

/** How many pulses strokes in lanes give, and what their dose comes to. */
export function strokesReport(of: v.InferOutput<typeof StrokesInput>) {
  const pulses = laneStrokes(of);
  const [cell, tip] = [of.cellMm, of.tipMm].map((mm) => ({ widthMm: mm, heightMm: mm })) as [
    { widthMm: number; heightMm: number },
    { widthMm: number; heightMm: number },
  ];
  const figures = fieldFigures(doseField({ cell, tip, fluenceJcm2: of.fluenceJcm2, pulses }));
  return { pulses: pulses.length, ...figures };
}
