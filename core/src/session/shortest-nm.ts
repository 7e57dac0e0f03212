import { closedSegment } from './wavelength-segments';
import type { VisitRecord } from './visit-record';

/**
 * The shortest wavelength that was fired in a visit of one or several lights, nm: what reaches least deep and harms the
 * surface most. The plan's own where nothing was fired yet; null without a plan.
 */
export function shortestNm(record: Pick<VisitRecord, 'plan' | 'run' | 'segments'>): number | null {
  const { plan, segments } = record;
  if (plan === null) return null;
  const all = [...segments, closedSegment(record)];
  const fired = all.filter(({ upTo }, index) => upTo.pulses > (all[index - 1]?.upTo.pulses ?? 0));
  const used = fired.length > 0 ? fired : all;
  return Math.min(...used.map((segment) => segment.plan.wavelengthNm));
}
