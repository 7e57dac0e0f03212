/** From the mildest to the strictest. */
export const OUTCOMES = ['go', 'care', 'wait', 'refer'] as const;

export type Outcome = (typeof OUTCOMES)[number];

/** Whether an outcome keeps the visit from going on to Plan. */
export function isStop(outcome: Outcome): boolean {
  return outcome === 'wait' || outcome === 'refer';
}
