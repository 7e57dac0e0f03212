import type { Setting } from '../plan';
import { isRise, MOST_RISE, RISES_A_VISIT, risesOf, type Run } from '../session';
import type { EventRefusal } from './judge-zone';

/** Why a running session may not go on with a setting: it rose once already, or this is more than a tenth. */
export function refuseRise(
  { first, changes }: Pick<Run, 'first' | 'changes'>,
  setting: Setting,
): EventRefusal | null {
  if (first === null) return null;
  const { rises, base } = risesOf(first, changes);
  if (!isRise(base, setting)) return null;
  if (rises >= RISES_A_VISIT) return 'raisedAlready';
  return setting.fluenceJcm2 > base.fluenceJcm2 * (1 + MOST_RISE) + 1e-9 ? 'riseTooLarge' : null;
}
