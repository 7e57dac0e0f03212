import { bySize, nextTo, roundFloat, sameSpot, stepDown, type Spot } from '../units';
import type { Handpiece } from './handpiece';
import type { Setting } from './setting';

/** The settings below and above one; null at either end. */
export interface Beside {
  readonly less: Setting | null;
  readonly more: Setting | null;
}

const NEXT_JCM2 = 1e-9;

/**
 * The settings that one step of the console's dials leads to.
 *
 * @param spots those that may be chosen, in any order
 */
export function stepsBeside(
  { fluenceJcm2: scale, pulsesMs }: Handpiece,
  spots: readonly Spot[],
  setting: Setting,
): { readonly fluence: Beside; readonly pulse: Beside; readonly spot: Beside } {
  const to = (more: Partial<Setting>) => ({ ...setting, ...more });
  const fluence = (steps: number) => {
    const next = stepDown(roundFloat(setting.fluenceJcm2 + steps * scale.step), scale);
    const moved = next !== null && Math.abs(next - setting.fluenceJcm2) > NEXT_JCM2;
    return moved ? to({ fluenceJcm2: next }) : null;
  };
  const pulse = nextTo(pulsesMs, setting.pulseMs);
  const sizes = bySize(spots);
  const at = sizes.findIndex((each) => sameSpot(each, setting.spot));
  const spot = (by: number) => {
    const next = at < 0 ? undefined : sizes[at + by];
    return next === undefined ? null : to({ spot: next });
  };
  return {
    fluence: { less: fluence(-1), more: fluence(1) },
    pulse: {
      less: pulse.less === null ? null : to({ pulseMs: pulse.less }),
      more: pulse.more === null ? null : to({ pulseMs: pulse.more }),
    },
    spot: { less: spot(-1), more: spot(1) },
  };
}
