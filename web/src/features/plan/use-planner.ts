import type { Evaluation, PlanCase, Proposals, Setting } from '@tidy-quill/core/plan';
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
}

/** Asks the worker whenever the question changes; an answer that comes late is dropped. */
function useAnswer<T>(question: string | null, ask: () => Promise<T>): Answer<T> {
  const [answer, setAnswer] = useState<Answer<T>>({ value: null, fault: null });
  const latest = useRef(ask);
  useEffect(() => {
    latest.current = ask;
  });
  useEffect(() => {
    if (question === null) return;
    let stale = false;
    latest.current().then(
      (value) => stale || setAnswer({ value, fault: null }),
      (error: unknown) =>
        stale ||
        setAnswer({ value: null, fault: error instanceof Error ? error.message : String(error) }),
    );
    return () => {
      stale = true;
    };
  }, [question]);
  return answer;
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
