import { evaluateInk } from '@tidy-quill/core/ink';
import { useInk } from '../ink/use-ink';
import { useEvaluation } from '../plan/use-planner';
import { useVisit, usePlanCase } from '../visit/use-visit';
import type { Spots } from './use-spots';

/**
 * Where a session would start by the spots, J/cm²: what the step rule makes of them, within every limit and on the
 * console's step; null while it is worked out.
 */
export function useSpotStart(spots: Spots): number | null {
  const plan = usePlanCase();
  const ink = useInk();
  const { catalogue } = useVisit('catalogue');
  const decided = spots.verdict.state === 'use';
  const { value } = useEvaluation(plan, decided ? spots.plan.setting : null);
  if (!decided) return null;
  if (ink !== null) {
    const { setting, ink: meant } = spots.plan;
    const step = { colours: meant?.colours ?? [] };
    return evaluateInk(ink.of, step, setting, catalogue.protocol.pace).start?.fluenceJcm2 ?? null;
  }
  return value?.start?.fluenceJcm2 ?? null;
}
