import { cellRun, type Run } from './run';

/** What is to be cooled now, with what is left of its time. */
export type CoolingPhase =
  | { readonly kind: 'layPack'; readonly seconds: number }
  | { readonly kind: 'pack' | 'after'; readonly leftMs: number };

// How long a countdown that is over still says so.
const SAID_FOR_MS = 15_000;

/**
 * Where a session stands with the cooling that its setting adds: the pack before the first pulse of a cell, then the
 * time after the last pulse of the cell before; null where nothing is to be cooled.
 *
 * @param packedAtMs when the pack was laid on this cell; null where it was not
 */
export function coolingPhase(
  run: Run,
  cell: number,
  packedAtMs: number | null,
  nowMs: number,
): CoolingPhase | null {
  const { packSeconds = 0, afterSeconds = 0 } = run.setting?.added ?? {};
  const untouched = cellRun(run, cell).pulses === 0;
  if (afterSeconds > 0 && run.lastPulseAt !== null && (untouched || run.state !== 'running')) {
    const leftMs = Date.parse(run.lastPulseAt) + afterSeconds * 1000 - nowMs;
    if (leftMs > -SAID_FOR_MS) return { kind: 'after', leftMs };
  }
  if (packSeconds === 0 || run.state === 'ended' || !untouched) return null;
  if (packedAtMs === null) return { kind: 'layPack', seconds: packSeconds };
  return { kind: 'pack', leftMs: packedAtMs + packSeconds * 1000 - nowMs };
}
