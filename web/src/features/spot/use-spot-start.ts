import { useEvaluation } from '../plan/use-planner';
import { usePlanCase } from '../visit/use-visit';
import type { Spots } from './use-spots';

/**
 * Where a session would start by the spots, J/cm²: what the step rule makes of them, within every limit and on the
 * console's step; null while it is worked out.
 */
export function useSpotStart(spots: Spots): number | null {
  const plan = usePlanCase();
  const decided = spots.verdict.state === 'use';
  const { value } = useEvaluation(plan, decided ? spots.plan.setting : null);
  return decided ? (value?.start?.fluenceJcm2 ?? null) : null;
}
