import {
  uncertaintyMap,
  evaluate,
  propose,
  alternativesFor,
  temperatureCurvesOf,
  windowInput,
  windowMap,
  workingSkin,
  type UncertaintyMap,
  type Handpiece,
  type PlanCase,
  type Setting,
  type TemperatureCurves,
  type WindowMap,
} from '@tidy-quill/core/plan';
import type { WindowInput } from '@tidy-quill/core/window';
import { expose } from 'comlink';

/** The model's question for a setting, and the handpiece's shortest and longest pulse. */
function asked(
  plan: PlanCase,
  setting: Setting,
): { readonly input: WindowInput; readonly pulses: readonly [number, number] } | null {
  const handpiece = plan.handpieces.find(({ id }) => id === setting.handpieceId);
  if (handpiece === undefined) return null;
  const working = workingSkin(plan.subject);
  return {
    input: windowInput(plan.subject, working, handpiece, setting, plan.protocol.techniques),
    pulses: pulseEnds(handpiece),
  };
}

const pulseEnds = ({ pulsesMs }: Handpiece): readonly [number, number] => [
  pulsesMs[0]!,
  pulsesMs.at(-1)!,
];

const planner = {
  /** The ranked ways to treat a subject. */
  propose: (plan: PlanCase) => propose(plan),
  /** All that follows from one setting. */
  evaluate: (plan: PlanCase, setting: Setting) => evaluate(plan, setting),
  /** Ways to ease the skin after a setting that was too much for it. */
  alternatives: (plan: PlanCase, setting: Setting) => alternativesFor(plan, setting),
  /** Where too much and too little begin, over all pulses of the setting's handpiece and spot. */
  map: (plan: PlanCase, setting: Setting): WindowMap | null => {
    const question = asked(plan, setting);
    return question === null ? null : windowMap(question.input, question.pulses);
  },
  /** How sure those are. */
  uncertainty: (plan: PlanCase, setting: Setting): UncertaintyMap | null => {
    const question = asked(plan, setting);
    if (question === null) return null;
    return uncertaintyMap(
      question.input,
      question.pulses,
      plan.subject.skin.measuredFraction !== null,
    );
  },
  /** How warm skin and follicle get. */
  temperatureCurves: (plan: PlanCase, setting: Setting): TemperatureCurves | null => {
    const question = asked(plan, setting);
    return question === null ? null : temperatureCurvesOf(question.input, setting.fluenceJcm2);
  },
};

export type Planner = typeof planner;

expose(planner);
