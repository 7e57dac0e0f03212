import { glides } from '@tidy-quill/core/plan';
import type {
  UncertaintyMap,
  Evaluation,
  PlanCase,
  Proposals,
  Alternatives,
  Setting,
  TemperatureCurves,
  WindowMap,
} from '@tidy-quill/core/plan';
import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Planner } from '../../workers/planner';

let remote: Remote<Planner> | undefined;

/** The one planning worker of this page, started when it is first asked. */
function planner(): Remote<Planner> {
  remote ??= wrap<Planner>(
    new Worker(new URL('../../workers/planner.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
}

interface Answer<T> {
  readonly value: T | null;
  readonly fault: string | null;
  /** Whether it answers what is asked now, not what was asked before. */
  readonly isFresh: boolean;
}

/** Asks the worker whenever the question changes; an answer that comes late is dropped. */
function useAnswer<T>(question: string | null, ask: () => Promise<T>): Answer<T> {
  const [answer, setAnswer] = useState<Omit<Answer<T>, 'isFresh'> & { of: string | null }>({
    value: null,
    fault: null,
    of: null,
  });
  const latest = useRef(ask);
  useEffect(() => {
    latest.current = ask;
  });
  useEffect(() => {
    if (question === null) return;
    let stale = false;
    latest.current().then(
      (value) => stale || setAnswer({ value, fault: null, of: question }),
      (error: unknown) =>
        stale ||
        setAnswer({
          value: null,
          fault: error instanceof Error ? error.message : String(error),
          of: question,
        }),
    );
    return () => {
      stale = true;
    };
  }, [question]);
  return { value: answer.value, fault: answer.fault, isFresh: answer.of === question };
}

/** The ranked proposals for a case. */
export function useProposals(plan: PlanCase | null): Answer<Proposals> {
  return useAnswer(plan === null ? null : JSON.stringify(plan), () => planner().propose(plan!));
}

/** What follows from a setting in a case. */
export function useEvaluation(plan: PlanCase | null, setting: Setting | null): Answer<Evaluation> {
  const question = plan === null || setting === null ? null : JSON.stringify([plan, setting]);
  return useAnswer(question, () => planner().evaluate(plan!, setting!));
}

/** The window over pulses; it stays as it is while only fluence, pulse or rate move. */
export function useWindowMap(plan: PlanCase, setting: Setting): Answer<WindowMap | null> {
  return useAnswer(mapQuestion(plan, setting), () => planner().map(plan, setting));
}

/** The uncertainty of that window. */
export function useUncertaintyMap(plan: PlanCase, setting: Setting): Answer<UncertaintyMap | null> {
  return useAnswer(mapQuestion(plan, setting), () => planner().uncertainty(plan, setting));
}

/** Ways to ease the skin after a setting that was too much. */
export function useAlternatives(plan: PlanCase, setting: Setting | null): Answer<Alternatives> {
  const question = setting === null ? null : JSON.stringify([plan, setting]);
  return useAnswer(question, () => planner().alternatives(plan, setting!));
}

/** How warm skin and follicle get at a setting. */
export function useTemperatureCurves(
  plan: PlanCase,
  setting: Setting,
): Answer<TemperatureCurves | null> {
  const question = JSON.stringify([plan, setting]);
  return useAnswer(question, () => planner().temperatureCurves(plan, setting));
}

const mapQuestion = (plan: PlanCase, setting: Setting) => {
  const { handpieceId, spot, technique, cooling } = setting;
  // Rate and passes matter only where heat builds up from pass to pass.
  const moving = glides(technique) ? [setting.rateHz, setting.passes] : [];
  return JSON.stringify([
    ...[plan.subject, plan.handpieces, handpieceId, spot, technique, cooling],
    ...moving,
  ]);
};
