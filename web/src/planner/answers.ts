import {
  evaluateInk,
  inkOrder,
  inkWays,
  proposeInk,
  type InkCase,
  type InkEvaluation,
  type InkOrder,
  type InkProposal,
  type InkWay,
} from '@tidy-quill/core/ink';
import type { InkColour } from '@tidy-quill/core/look';
import type { Pace } from '@tidy-quill/core/coverage';
import {
  alternativesFor,
  evaluate,
  lessonOf,
  propose,
  spotFits,
  stepsBeside,
  temperatureCurvesOf,
  uncertaintyMap,
  windowInput,
  windowMap,
  workingSkin,
  type Alternatives,
  type Evaluation,
  type Handpiece,
  type Lesson,
  type PlanCase,
  type Proposals,
  type Setting,
  type TemperatureCurves,
  type UncertaintyMap,
  type WindowMap,
} from '@tidy-quill/core/plan';
import { Cache, defined } from '@tidy-quill/core/units';
import type { WindowInput } from '@tidy-quill/core/window';

/** What is planned for: hair or ink on one client's area, with what the clinic has. */
export type PlanningCase = HairCase | InkPlanningCase;

interface HairCase {
  readonly job: 'hair';
  readonly plan: PlanCase;
}

export interface InkPlanningCase {
  readonly job: 'ink';
  readonly of: InkCase;
  readonly pace: Pace;
}

/** What a case has to offer, before any setting is chosen. */
export type Opened = OpenedHair | OpenedInk;

interface OpenedHair {
  readonly job: 'hair';
  readonly proposals: Proposals;
}

interface OpenedInk {
  readonly job: 'ink';
  readonly ways: readonly InkWay[];
  readonly order: InkOrder;
  /** For each step of the order; null where no setting is left within the limits. */
  readonly proposals: readonly (InkProposal | null)[];
}

/** A setting to be looked at. */
export interface Asked {
  readonly setting: Setting;
  /** The colours that the light is meant for; empty for hair. */
  readonly colours: readonly InkColour[];
  /** Whether all is asked for, or only whether the setting may be used. */
  readonly whole: boolean;
}

/** All that follows from a setting; what the job has no use for, or the model no answer to, is null. */
export interface View {
  readonly evaluation: Evaluation | null;
  readonly ink: InkEvaluation | null;
  /** What a pulse at this fluence would teach. */
  readonly lesson: Lesson | null;
  /** How warm skin and follicle get. */
  readonly curves: TemperatureCurves | null;
  /** Ways to ease the skin, where the last session was too much for it. */
  readonly alternatives: Alternatives | null;
  /** Where too much and too little begin, over all pulses of the handpiece and spot. */
  readonly map: WindowMap | null;
  /** How sure those are. */
  readonly uncertainty: UncertaintyMap | null;
}

export const openCase = (asked: PlanningCase): Opened => {
  if (asked.job === 'hair') return { job: 'hair', proposals: propose(asked.plan) };
  const { of, pace } = asked;
  const order = inkOrder(of);
  return {
    job: 'ink',
    ways: inkWays(of),
    order,
    proposals: order.steps.map((step) => proposeInk(of, step, pace)),
  };
};

/** The view of a setting, part by part, what is wanted first coming first; each part is worked out when it is asked for. */
export function* viewParts(
  of: PlanningCase,
  asked: Asked,
  maps: WindowMaps,
): Generator<Partial<View>, void> {
  if (of.job === 'ink') {
    yield { ink: evaluateInk(of.of, asked, asked.setting, of.pace) };
    return;
  }
  const { plan } = of;
  const evaluation = evaluate(plan, asked.setting);
  yield { evaluation };
  if (!asked.whole) return;
  const { learnt, model } = evaluation;
  const { fluenceJcm2 } = asked.setting;
  const lesson = learnt === null || model === null ? null : lessonOf(fluenceJcm2, model, learnt);
  yield { lesson };
  const question = modelQuestion(plan, asked.setting);
  if (question === null) yield { curves: null, map: null, uncertainty: null };
  else {
    yield { curves: temperatureCurvesOf(question.input, fluenceJcm2) };
    yield { map: maps.map(question) };
  }
  const last = tooMuch(evaluation);
  yield { alternatives: last === null ? null : alternativesFor(plan, last) };
  if (question !== null) yield { uncertainty: maps.uncertainty(question) };
}

/** The last session's setting where the skin answered it with too much. */
function tooMuch({ start }: Evaluation): Setting | null {
  const basis = start?.basis;
  return basis?.kind === 'lastSession' && basis.advice.action === 'lower'
    ? basis.session.setting
    : null;
}

/** What the model is asked: the input of a window, and the shortest and longest pulse of the handpiece, ms. */
interface ModelQuestion {
  readonly input: WindowInput;
  readonly pulsesMs: readonly [number, number];
  readonly measured: boolean;
}

function modelQuestion(plan: PlanCase, setting: Setting): ModelQuestion | null {
  const handpiece = plan.handpieces.find(({ id }) => id === setting.handpieceId);
  if (handpiece === undefined) return null;
  const working = workingSkin(plan.subject);
  return {
    input: windowInput(plan.subject, working, handpiece, setting, plan.protocol.techniques),
    pulsesMs: pulseEnds(handpiece),
    measured: plan.subject.skin.measuredFraction !== null,
  };
}

const pulseEnds = ({ pulsesMs }: Handpiece): readonly [number, number] => [
  defined(pulsesMs[0]),
  defined(pulsesMs.at(-1)),
];

/** What the next press of a dial would ask for, the likeliest first; nothing where the evaluation alone is wanted. */
export function askedNext(of: PlanningCase, asked: Asked): readonly Asked[] {
  const { handpieces } = of.job === 'ink' ? of.of : of.plan;
  const handpiece = handpieces.find(({ id }) => id === asked.setting.handpieceId);
  if (handpiece === undefined || !asked.whole) return [];
  const spots =
    of.job === 'ink'
      ? handpiece.spots
      : handpiece.spots.filter((spot) => spotFits(spot, of.plan.subject));
  const { fluence, pulse, spot } = stepsBeside(handpiece, spots, asked.setting);
  return [fluence, spot, pulse]
    .flatMap(({ less, more }) => [less, more])
    .flatMap((setting) => (setting === null ? [] : [{ ...asked, setting }]));
}

const KEPT_MAPS = 24;

/** The maps of the last questions. One lasts while only fluence or pulse move, as the pulse is the map's own axis. */
export class WindowMaps {
  private readonly maps = new Cache<WindowMap>(KEPT_MAPS);
  private readonly uncertainties = new Cache<UncertaintyMap>(KEPT_MAPS);

  map(question: ModelQuestion): WindowMap {
    const { input, pulsesMs } = question;
    return this.maps.recall(mapKey(question), () => windowMap(input, pulsesMs));
  }

  uncertainty(question: ModelQuestion): UncertaintyMap {
    const { input, pulsesMs, measured } = question;
    return this.uncertainties.recall(mapKey(question), () =>
      uncertaintyMap(input, pulsesMs, measured),
    );
  }
}

const mapKey = ({ input, ...rest }: ModelQuestion) =>
  JSON.stringify([{ ...input, pulse: { ...input.pulse, durationMs: null } }, rest]);
