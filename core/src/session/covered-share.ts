import { cellsOf } from '../coverage';
import { habitOf } from '../plan';
import type { VisitRecord } from './visit-record';

/**
 * Share of a zone that a session covered, 0–1: cells done of all cells; of a session without cells, the pulses given of
 * those planned. Null where nothing was planned.
 */
export function coveredShare({ plan, run, segments }: VisitRecord): number | null {
  if (plan === null) return null;
  const ended = [...run.cells.values()].filter((cell) => cell.ended !== null);
  if (ended.length === 0) return Math.min(1, run.pulses / Math.max(1, plan.expectedPulses));
  const done = ended.filter((cell) => cell.ended === 'done').length;
  const { cells } = cellsOf({
    areaCm2: plan.subject.areaCm2,
    cellCm2: habitOf({ techniques: {} }, plan.setting.technique).cellCm2,
    pulses: plan.expectedPulses,
  });
  // Each light of a session goes over its cells again; a clinic's own cells may be smaller than the usual ones.
  const all = Math.max(cells.length * (segments.length + 1), run.cells.size);
  return done / all;
}
