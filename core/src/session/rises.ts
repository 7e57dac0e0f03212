import type { Setting } from '../plan';
import type { Run } from './run';

/** A setting that was dialled in during a session. */
export interface SettingChange {
  readonly setting: Setting;
  /** The one cell that it is for, where a bony or mucosal place asks for less; it is taken back after that. */
  readonly forCell?: number | undefined;
}

/** Most by which a fluence rises at once, and how often in a visit, outside the test spots (product rules). */
export const MOST_RISE = 0.1;
export const RISES_A_VISIT = 1;

/** Whether a setting gives the skin more than another: more fluence, or the same in a shorter pulse. */
export const isRise = (from: Setting, to: Setting): boolean =>
  to.fluenceJcm2 > from.fluenceJcm2 + 1e-9 ||
  (to.pulseMs < from.pulseMs - 1e-9 && to.fluenceJcm2 > from.fluenceJcm2 - 1e-9);

/**
 * How often the setting has risen, and the setting that a rise counts from: the one last dialled in for the zone, not
 * for a single cell.
 */
export function risesOf(
  first: Setting,
  changes: readonly SettingChange[],
): { readonly rises: number; readonly base: Setting } {
  return changes.reduce(
    ({ rises, base }, { setting, forCell }) =>
      forCell !== undefined && !isRise(base, setting)
        ? { rises, base }
        : { rises: rises + (isRise(base, setting) ? 1 : 0), base: setting },
    { rises: 0, base: first },
  );
}

/** Whether the fluence of a zone rose already in this visit. */
export const roseToday = ({ first, changes }: Pick<Run, 'first' | 'changes'>): boolean =>
  first !== null && risesOf(first, changes).rises >= RISES_A_VISIT;
