import type { Mark } from '../reaction';
import { skinAnswer } from '../reaction';
import { stepDown, roundFloat, type Scale } from '../units';
import type { Setting } from './setting';
import { stepRule, type StepAdvice } from './step-rule';

/** What the step rule makes of what was read since the setting was last changed. */
export interface NextStep {
  readonly advice: StepAdvice;
  /** Fluence × factor, J/cm², before limits and steps. */
  readonly wantedJcm2: number;
  /**
   * What to dial, J/cm²: on the console's step, rounded down, within the upper limit; the same where nothing moves; null
   * where the rule lowers it and the console has no lower step: stop, and change spot, pulse or handpiece.
   */
  readonly fluenceJcm2: number | null;
  /**
   * Why it does not rise though the rule would: it rose once today, the limit is reached, or the console's next step is
   * more than a tenth.
   */
  readonly held: 'raisedToday' | 'limit' | 'stepTooLarge' | null;
  /** How much the console's next step would add, as a share; null where that is not what holds it. */
  readonly stepShare: number | null;
}

/**
 * The next step of a session from its marks and pain since the setting was last changed; null where nothing was read.
 * Never more than one rise a zone a visit.
 */
export function nextStep(of: {
  readonly setting: Setting;
  readonly marks: readonly Mark[];
  readonly pains: readonly number[];
  readonly upperJcm2: number;
  readonly scale: Scale;
  /** Whether the fluence rose already in this session. */
  readonly raisedToday: boolean;
  /** On ink of which a faint shade is all that is wanted. */
  readonly faintIsEnough?: boolean;
}): NextStep | null {
  if (of.marks.length === 0 && of.pains.length === 0) return null;
  const advice = stepRule(skinAnswer(of.marks, of.pains), of.faintIsEnough);
  const { fluenceJcm2: now } = of.setting;
  const wantedJcm2 = now * advice.factor;
  const found = { advice, wantedJcm2, stepShare: null };
  const hold = (held: NextStep['held']) => ({ ...found, fluenceJcm2: now, held });
  if (advice.factor > 1 && of.raisedToday) return hold('raisedToday');
  const fluenceJcm2 = stepDown(Math.min(wantedJcm2, of.upperJcm2), of.scale);
  if (advice.factor > 1 && (fluenceJcm2 === null || fluenceJcm2 <= now)) {
    const nextJcm2 = now + of.scale.step;
    const reached = nextJcm2 > Math.min(of.upperJcm2, of.scale.max) + 1e-9;
    return reached
      ? hold('limit')
      : { ...hold('stepTooLarge'), stepShare: roundFloat(nextJcm2 / now - 1) };
  }
  return { ...found, fluenceJcm2, held: null };
}
