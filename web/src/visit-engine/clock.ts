import { defined } from '@tidy-quill/core/units';
/** How far this device's clock is from the server's, learnt from its answers. */
interface Offset {
  /** Server's clock − this one's, ms. */
  readonly offsetMs: number;
  /** How long the answer took that it was learnt from: no nearer than half of that. */
  readonly roundTripMs: number;
  /** This device's clock when it was learnt, ms. */
  readonly learntMs: number;
}

const KEY = 'tidy-quill clock';
// An estimate is replaced by a nearer one, or once it is this old: clocks drift and are set.
const STALE_MS = 5 * 60_000;
/** From here on a difference is worth saying. */
export const CLOCK_OFF_MS = 5000;

let known: Offset | null = remembered();
const listeners = new Set<() => void>();

/** Learns from one answer: when it was asked for, when it came, and what the server's clock said in between. */
export function learnServerTime(serverMs: number, askedMs: number, cameMs: number): void {
  const roundTripMs = cameMs - askedMs;
  if (!Number.isFinite(serverMs) || roundTripMs < 0) return;
  const stale = known === null || Math.abs(cameMs - known.learntMs) > STALE_MS;
  if (!stale && roundTripMs >= defined(known).roundTripMs) return;
  known = { offsetMs: serverMs - (askedMs + cameMs) / 2, roundTripMs, learntMs: cameMs };
  try {
    localStorage.setItem(KEY, JSON.stringify(known));
  } catch {
    // Without storage it is learnt again after a reload.
  }
  listeners.forEach((tell) => tell());
}

/** The moment now by the server's clock, as near as it is known, ms. */
export const correctedNow = (): number => Date.now() + (known?.offsetMs ?? 0);

/** The same as ISO 8601. */
export const nowText = (): string => new Date(correctedNow()).toISOString();

/** How far this device's clock is off, ms to the second; positive where it is slow. */
export const clockOffset = (): number => Math.round((known?.offsetMs ?? 0) / 1000) * 1000;

/** Tells whenever that was learnt; gives how to stop that. */
export function onClockLearnt(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

function remembered(): Offset | null {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? 'null') as Offset | null;
  } catch {
    return null;
  }
}
