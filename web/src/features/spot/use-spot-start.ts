import { useMemo } from 'react';
import { useInkCase } from '../ink/use-ink';
import { useView } from '../plan/use-planner';
import { usePlanCase } from '../visit/use-visit';
import type { Spots } from './use-spots';

/**
 * Where a session would start by the spots, J/cm²: what the step rule makes of them, within every limit and on the
 * console's step; null while it is worked out.
 */
export function useSpotStart(spots: Spots): number | null {
  const plan = usePlanCase();
  const ink = useInkCase();
  const of = useMemo(
    () => ink ?? (plan === null ? null : { job: 'hair' as const, plan }),
    [ink, plan],
  );
  const { setting, ink: meant } = spots.plan;
  const decided = spots.verdict.state === 'use';
  const { value, isFresh } = useView(
    of,
    decided ? { setting, colours: meant?.colours ?? [], whole: false } : null,
  );
  if (!decided || !isFresh) return null;
  return (value.ink ?? value.evaluation)?.start?.fluenceJcm2 ?? null;
}
