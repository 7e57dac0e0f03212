import type { SkinType } from '../optics';
import type { Job } from '../suitability';
import { borne, type SkinAnswer } from './marks';

export type SecondLookReason = 'usual' | 'typesIVtoVI' | 'strongAnswer' | 'ink';

/** When the skin is looked at again, in minutes after the last pulse, and why then. */
export interface SecondLook {
  readonly minutes: 5 | 10 | 15;
  readonly because: readonly SecondLookReason[];
}

/**
 * Five minutes; ten where dark skin or a strong answer may show late, or on ink, whose whitening hides what lies under
 * it for a while; fifteen where two of these meet, or where anything was taken badly.
 */
export function secondLook(of: {
  readonly job: Job;
  readonly workingType: SkinType;
  readonly answer: SkinAnswer;
}): SecondLook {
  const how = borne(of.answer);
  const list: readonly (readonly [SecondLookReason, boolean])[] = [
    ['typesIVtoVI', of.workingType >= 4],
    ['strongAnswer', how !== 'well'],
    ['ink', of.job === 'ink'],
  ];
  const because = list.flatMap(([why, holds]) => (holds ? [why] : []));
  if (because.length === 0) return { minutes: 5, because: ['usual'] };
  return { minutes: how === 'badly' || because.length > 1 ? 15 : 10, because };
}
