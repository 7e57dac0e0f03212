import { isStopped, type VisitRecord } from './visit-record';

export const STAGES = ['ask', 'look', 'plan', 'treat', 'watch', 'sendHome'] as const;

export type Stage = (typeof STAGES)[number];

export type StageState = 'done' | 'open' | 'toCome' | 'stopped';

/**
 * How far each stage is. Without consent nothing is treated: `treat` stops there, and `ask` stays open. `open` may be worked on now; `toCome` waits for an earlier one; `stopped`
 * is held by the answers until a supervisor says otherwise.
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
  const planned = record.plan !== null && !record.planIsStale;
  const treated = state === 'ended';
  const step = (done: boolean, ready: boolean): StageState =>
    done ? 'done' : ready ? 'open' : 'toCome';
  const held = (own: StageState): StageState => (stopped && !begun ? 'stopped' : own);
  return {
    ask: stopped ? 'stopped' : asked && (consented || begun) ? 'done' : 'open',
    look: step(looked, true),
    plan: held(step(planned || begun, asked && looked)),
    treat: held(!consented && !begun && planned ? 'stopped' : step(treated, begun || planned)),
    watch: step(record.watched !== null, treated),
    sendHome: step(record.sentHome !== null, record.watched !== null),
  };
}

/** The first stage that still has to be done; `sendHome` once all are. */
export function currentStage(record: VisitRecord, consented: boolean): Stage {
  const states = stageStates(record, consented);
  return STAGES.find((stage) => states[stage] !== 'done') ?? 'sendHome';
}

/** Whether every stage is behind the visit. */
export function isFinished(record: VisitRecord): boolean {
  return record.sentHome !== null;
}
