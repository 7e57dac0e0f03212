import type { VisitRecord } from './visit-record';

/**
 * The shortest wavelength that was fired in a visit of one or several lights, nm: what reaches least deep and harms the
 * surface most. The plan's own where nothing was fired yet; null without a plan.
 */
export function shortestNm({
  plan,
  run,
  legs,
}: Pick<VisitRecord, 'plan' | 'run' | 'legs'>): number | null {
  if (plan === null) return null;
  const before = legs.filter(({ pulses }) => pulses > 0);
  const fired = before.map((leg) => leg.plan.wavelengthNm);
  const now = run.pulses - before.reduce((sum, { pulses }) => sum + pulses, 0);
  return now > 0 || fired.length === 0 ? Math.min(plan.wavelengthNm, ...fired) : Math.min(...fired);
}
