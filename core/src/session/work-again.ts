import { evaluateInk } from '../ink';
import {
  asGiven,
  evaluate,
  type Handpiece,
  type InkSubject,
  type Protocol,
  type Subject,
} from '../plan';
import { CORE_VERSION } from '../version';
import type { AcceptedPlan } from '../events';

/** An accepted plan with the versions of devices and protocol that it was accepted on. */
export interface PlanInputs {
  readonly plan: AcceptedPlan;
  readonly handpieces: readonly Handpiece[];
  readonly protocol: Protocol;
  /** Whether a supervisor had approved it. */
  readonly agreed: boolean;
}

interface Figure {
  readonly then: number | null;
  readonly now: number | null;
}

/** An old plan as this core works it out, beside what was accepted then. */
export interface WorkedAgain {
  readonly coreVersion: { readonly then: string; readonly now: string };
  readonly upperJcm2: Figure;
  readonly expectedPulses: Figure;
  /** What would refuse the accepted setting now. */
  readonly refusals: readonly string[];
  /** Which of these figures differ; empty where all agree. */
  readonly differs: readonly string[];
}

const SAME = 1e-6;

/** Works an accepted plan out again from its own inputs and says what differs. */
export function workAgain({ plan, handpieces: listed, protocol, agreed }: PlanInputs): WorkedAgain {
  const { handpieceId, output } = plan.setting;
  // As it was measured to give when the plan was made.
  const handpieces =
    output === undefined
      ? listed
      : listed.map((each) => (each.id === handpieceId ? asGiven(each, output) : each));
  const now = isHair(plan.subject)
    ? hairAgain(plan, plan.subject, handpieces, protocol)
    : inkAgain(plan, plan.subject, handpieces, protocol, agreed);
  const upperJcm2 = { then: plan.upperJcm2, now: now.upperJcm2 };
  const expectedPulses = { then: plan.expectedPulses, now: now.pulses };
  const moved = ({ then, now: again }: Figure) =>
    then === null || again === null ? then !== again : Math.abs(then - again) > SAME;
  return {
    coreVersion: { then: plan.coreVersion, now: CORE_VERSION },
    upperJcm2,
    expectedPulses,
    refusals: now.refusals,
    differs: [
      ...(plan.coreVersion === CORE_VERSION ? [] : ['coreVersion']),
      ...(moved(upperJcm2) ? ['upperJcm2'] : []),
      ...(moved(expectedPulses) ? ['expectedPulses'] : []),
      ...(now.refusals.length > 0 ? ['refusals'] : []),
    ],
  };
}

interface Again {
  readonly upperJcm2: number | null;
  readonly pulses: number;
  readonly refusals: readonly string[];
}

const isHair = (subject: AcceptedPlan['subject']): subject is Subject => 'hair' in subject;

function hairAgain(
  { setting, plannedOn }: AcceptedPlan,
  subject: Subject,
  handpieces: readonly Handpiece[],
  protocol: Protocol,
): Again {
  const { upper, work, refusals } = evaluate(
    { subject, handpieces, protocol, today: plannedOn },
    setting,
    'ranking',
  );
  return {
    upperJcm2: upper?.fluenceJcm2 ?? null,
    pulses: work.pulses,
    refusals: refusals.map(({ code }) => code),
  };
}

function inkAgain(
  { setting, plannedOn, ink }: AcceptedPlan,
  subject: InkSubject,
  handpieces: readonly Handpiece[],
  protocol: Protocol,
  agreed: boolean,
): Again {
  const { upper, work, refusals } = evaluateInk(
    { subject, handpieces, protocol: protocol.ink, own: protocol, agreed, today: plannedOn },
    { colours: ink?.colours ?? [] },
    setting,
    protocol.pace,
  );
  return { upperJcm2: upper?.fluenceJcm2 ?? null, pulses: work.pulses, refusals };
}
