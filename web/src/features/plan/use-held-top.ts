import { useState } from 'react';
import { axisTop } from './chart-scale';

/** The end of an axis that holds still while one thing changes: it grows where it must, and starts again with `what`. */
export function useHeldTop(what: string, wanted: number): number {
  const [held, setHeld] = useState({ what, top: axisTop(wanted) });
  if (held.what === what && held.top >= wanted) return held.top;
  const next = { what, top: axisTop(wanted) };
  setHeld(next);
  return next.top;
}
