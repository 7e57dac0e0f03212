import type { LearningInput } from '@tidy-quill/contract/learning';
import { chanceAt, learn, riskAt, shareAtRisk, type Learnt } from '@tidy-quill/core/learning';
import { roundFloat } from '@tidy-quill/core/units';
import type * as v from 'valibot';

const SHARES = [0.3, 0.4, 0.5, 0.6, 0.7] as const;
const RATIOS = [0.7, 1, 1.4] as const;
const RISK = 0.01;

/** What answers teach of a skin and hair, with the chances at some shares of the ceiling and ratios to the floor. */
export function learningReport({
  sigmaSkin,
  sigmaHair,
  observations,
}: v.InferOutput<typeof LearningInput>) {
  const prior = { skin: { mean: 0, sd: sigmaSkin }, hair: { mean: 0, sd: sigmaHair } };
  const posterior = learn(prior, observations);
  const belief = ({ mean, sd }: Learnt) => ({ mean: figure(mean), sd: figure(sd) });
  return {
    skin: belief(posterior.skin),
    hair: belief(posterior.hair),
    riskAtCeilingShare: SHARES.map((share) => ({ share, risk: figure(riskAt(posterior, share)) })),
    worksAtFloorRatio: RATIOS.map((ratio) => ({
      ratio,
      chance: figure(chanceAt(posterior, ratio)),
    })),
    shareAtRiskOf1Percent: figure(shareAtRisk(posterior, RISK)),
  };
}

const figure = (value: number) => roundFloat(value);
