import { evaluate, propose, type PlanCase, type Setting } from '@tidy-quill/core/plan';
import { expose } from 'comlink';

const planner = {
  /** The ranked ways to treat a subject. */
  propose: (plan: PlanCase) => propose(plan),
  /** All that follows from one setting. */
  evaluate: (plan: PlanCase, setting: Setting) => evaluate(plan, setting),
};

export type Planner = typeof planner;

expose(planner);
