import { READINGS, readingKind } from '../spot';
import { isStopped, isSwapping, preparation, spotReasons, type VisitRecord } from '../session';
import { STAGES, type Stage } from './stage-names';

export type StageState = 'done' | 'open' | 'toCome' | 'stopped';

/**
 * How far each stage is. Without consent nothing is fired: `spot` and `treat` stop there, and `ask` stays open. Where
 * a test spot is needed, `treat` stops until it was read and allows the plan; nothing is fired before what firing needs is
 * made ready, nothing treated before all is. `open` may be worked on now; `toCome`
 * waits for an earlier one; `stopped` is held by the answers until a supervisor says otherwise.
 */
export function stageStates(
  record: VisitRecord,
  consented: boolean,
): Readonly<Record<Stage, StageState>> {
  const { state } = record.run;
  const begun = state !== 'notStarted';
  const asked = record.history !== null || begun;
  const stopped = isStopped(record);
  const looked = record.findings !== null;
  // Spots that bear less than the plan are answered under Spot; whatever else changed goes back to Plan.
  const planned = record.plan !== null && record.stale.every(({ kind }) => kind === 'spots');
  const treated = state === 'ended';
  const untested = !begun && planned && (record.planIsStale || spotReasons(record).length > 0);
  const ready = preparation(record);
  const prepared = planned && ready.complete;
  const unconsented = !consented && !begun && planned;
  const step = (done: boolean, ready: boolean): StageState =>
    done ? 'done' : ready ? 'open' : 'toCome';
  const held = (own: StageState): StageState => (stopped && !begun ? 'stopped' : own);
  return {
    ask: stopped ? 'stopped' : asked && (consented || begun) ? 'done' : 'open',
    look: step(looked, true),
    plan: held(step(planned || begun, asked && looked)),
    spot: held(unconsented ? 'stopped' : step(begun || (planned && !untested), planned)),
    // What firing needs is made ready before the test spots, too.
    prepare: held(
      unconsented ? 'stopped' : step((begun && !isSwapping(record)) || prepared, planned),
    ),
    treat: held(unconsented || untested ? 'stopped' : step(treated, begun || prepared)),
    watch: step(record.postTreatmentCheck !== null, treated),
    sendHome: step(
      record.sentHome !== null,
      record.postTreatmentCheck !== null || isTestVisit(record),
    ),
  };
}

/** The first stage that still has to be done; `sendHome` once all are. */
export function currentStage(record: VisitRecord, consented: boolean): Stage {
  const states = stageStates(record, consented);
  const first = STAGES.find((stage) => states[stage] !== 'done') ?? 'sendHome';
  // No test pulse without eyewear, door and console made ready.
  const unready = first === 'spot' && record.spots.length === 0 && states.prepare === 'open';
  return unready && !preparation(record).readyToFire ? 'prepare' : first;
}

/** Whether every stage is behind the visit. */
export function isFinished(record: VisitRecord): boolean {
  return record.sentHome !== null;
}

/**
 * Whether a zone was tested today and nothing more: every spot was looked at in the minutes, and no session begun. The
 * client may go home with that.
 */
export function isTestVisit({ spots, run }: VisitRecord): boolean {
  if (spots.length === 0 || run.startedAt !== null) return false;
  return spots.every(({ at, readings }) =>
    readings.some((read) => READINGS.indexOf(readingKind(at, read.at)) >= 1),
  );
}
