/** The stages of a visit, in their order. */
export const STAGES = [
  'ask',
  'look',
  'plan',
  'spot',
  'prepare',
  'treat',
  'watch',
  'sendHome',
] as const;

export type Stage = (typeof STAGES)[number];
