import type { TrialOfVisit } from '@tidy-quill/contract/trials';
import { TRIAL_SIDES, type ArmRule, type TrialSide } from '@tidy-quill/core/trial';
import { useVisit } from '../visit/use-visit';

/** The side of a running trial that the open zone is; null where it is none. */
export function useTrialSide(): {
  readonly trial: TrialOfVisit;
  readonly side: TrialSide;
  /** The way that was drawn for it; null before. */
  readonly arm: ArmRule | null;
  /** Whether a deviation is recorded for this visit. */
  readonly deviates: boolean;
} | null {
  const { trial, area } = useVisit('trial', 'area');
  // A visit that an earlier release kept in this browser knows of no trial.
  const side = TRIAL_SIDES.find((each) => trial?.areas[each] === area.id);
  if (trial === null || side === undefined) return null;
  const { drawn, design, deviating } = trial;
  return {
    ...{ trial, side, deviates: deviating.includes(area.id) },
    arm: drawn === null ? null : design.arms[drawn[side]],
  };
}
