import { LEARNT_ANSWERS } from '@tidy-quill/core/learning';
import * as v from 'valibot';
import { number } from './text';

/** A skin and hair as little known as the model's own doubt, and what they answered. */
export const LearningInput = v.object({
  /** Spread of the skin's tolerance and the hair's need before any observation, on the logarithm. */
  sigmaSkin: number(0.01, 2),
  sigmaHair: number(0.01, 2),
  observations: v.pipe(
    v.array(
      v.object({
        fluenceToCeiling: number(1e-4, 100),
        fluenceToFloor: v.optional(v.nullable(number(1e-4, 1000))),
        answer: v.picklist(LEARNT_ANSWERS),
        painAtLeast7: v.optional(v.boolean()),
        isOld: v.optional(v.boolean()),
        atLeast: v.optional(v.boolean()),
      }),
    ),
    v.maxLength(1000, 'must be 1000 at most'),
  ),
});
