import type { Mark } from '../reaction';
import { skinAnswer } from '../reaction';
import { stepDown, type Scale } from '../units';
import type { Setting } from './setting';
import { stepRule, type StepAdvice } from './step-rule';

/** What the step rule makes of what was read since the setting was last changed. */
export interface NextStep {
  readonly advice: StepAdvice;
  /** Fluence × factor, J/cm², before limits and steps. */
  readonly wantedJcm2: number;
  /** What to dial, J/cm²: on the console's step, rounded down, within the upper limit; the same where nothing moves. */
  readonly fluenceJcm2: number;
  /** Why it does not rise though the rule would: it rose once today, or the limit is reached. */
  readonly held: 'raisedToday' | 'limit' | null;
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
  if (advice.factor > 1 && of.raisedToday) {
    return { advice, wantedJcm2, fluenceJcm2: now, held: 'raisedToday' };
  }
  const fluenceJcm2 = stepDown(Math.min(wantedJcm2, of.upperJcm2), of.scale) ?? of.scale.min;
  const held = advice.factor > 1 && fluenceJcm2 <= now ? 'limit' : null;
  return { advice, wantedJcm2, fluenceJcm2: held === null ? fluenceJcm2 : now, held };
}
