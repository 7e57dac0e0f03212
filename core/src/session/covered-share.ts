import { cellsOf } from '../coverage';
import { habitOf } from '../plan';
import type { VisitRecord } from './visit-record';

/**
 * Share of a zone that a session covered, 0–1: cells done of all cells, one that was left open or out by the pulses it was
 * given; of a session without cells, the pulses given of those planned. Null where nothing was planned.
 */
export function coveredShare({ plan, run, segments }: VisitRecord): number | null {
  if (plan === null) return null;
  const planned = Math.max(1, plan.expectedPulses);
  const worked = [...run.cells.values()];
  if (worked.every((cell) => cell.ended === null)) return Math.min(1, run.pulses / planned);
  const { cells } = cellsOf({
    areaCm2: plan.subject.areaCm2,
    cellCm2: habitOf({ techniques: {} }, plan.setting.technique).cellCm2,
    pulses: plan.expectedPulses,
  });
  // Each light of a session goes over its cells again; a clinic's own cells may be smaller than the usual ones.
  const all = Math.max(cells.length * (segments.length + 1), worked.length);
  const each = planned / cells.length;
  const done = worked.reduce(
    (sum, { ended, pulses }) => sum + (ended === 'done' ? 1 : Math.min(1, pulses / each)),
    0,
  );
  return Math.min(1, done / all);
}
