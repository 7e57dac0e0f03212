import { isStopped, type VisitRecord } from './visit-record';

export const STAGES = ['ask', 'look', 'plan', 'treat', 'watch', 'sendHome'] as const;

export type Stage = (typeof STAGES)[number];

export type StageState = 'done' | 'open' | 'toCome' | 'stopped';

/**
 * How far each stage is. `open` may be worked on now; `toCome` waits for an earlier one; `stopped`
 * is held by the answers until a supervisor says otherwise.
 */
export function stageStates(record: VisitRecord): Readonly<Record<Stage, StageState>> {
  const asked = record.answers !== null;
  const stopped = isStopped(record);
  const looked = record.findings !== null;
  const planned = record.plan !== null && !record.planIsStale;
  const { state } = record.run;
  const treated = state === 'ended';
  const begun = state !== 'notStarted';
  const step = (done: boolean, ready: boolean): StageState =>
    done ? 'done' : ready ? 'open' : 'toCome';
  const held = (own: StageState): StageState => (stopped && !begun ? 'stopped' : own);
  return {
    ask: asked ? (stopped ? 'stopped' : 'done') : 'open',
    look: step(looked, true),
    plan: held(step(planned || begun, asked && looked)),
    treat: held(step(treated, begun || planned)),
    watch: step(record.watched !== null, treated),
    sendHome: step(record.sentHome !== null, record.watched !== null),
  };
}

/** The first stage that still has to be done; `sendHome` once all are. */
export function currentStage(record: VisitRecord): Stage {
  const states = stageStates(record);
  return STAGES.find((stage) => states[stage] !== 'done') ?? 'sendHome';
}

/** Whether every stage is behind the visit. */
export function isFinished(record: VisitRecord): boolean {
  return record.sentHome !== null;
}
