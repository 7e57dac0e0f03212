export const TRIAL_SIDES = ['left', 'right'] as const;

export type TrialSide = (typeof TRIAL_SIDES)[number];
