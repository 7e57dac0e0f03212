export const INCIDENT_SORTS = [
  'eyeExposure',
  'burn',
  'misfire',
  'smoke',
  'handpieceFall',
  'other',
] as const;

/** What went wrong with the light or the device itself. */
export type IncidentSort = (typeof INCIDENT_SORTS)[number];

export const FIRST_STEPS = [
  'stopAndStandby',
  'keyOut',
  'doNotRub',
  'clinicianNow',
  'noteTheDose',
  'coolWithWater',
  'coverLoosely',
  'outOfTheRoom',
  'extinguish',
  'emergencyCall',
  'leaveAsItIs',
] as const;

/** One thing to do at once. */
export type FirstStep = (typeof FIRST_STEPS)[number];

const STEPS: Readonly<Record<IncidentSort, readonly FirstStep[]>> = {
  eyeExposure: ['stopAndStandby', 'doNotRub', 'clinicianNow', 'noteTheDose', 'keyOut'],
  burn: ['stopAndStandby', 'coolWithWater', 'coverLoosely', 'clinicianNow'],
  misfire: ['stopAndStandby', 'keyOut', 'leaveAsItIs'],
  smoke: ['stopAndStandby', 'outOfTheRoom', 'extinguish', 'emergencyCall', 'keyOut'],
  handpieceFall: ['stopAndStandby', 'keyOut', 'leaveAsItIs'],
  other: ['stopAndStandby'],
};

/** What is done at once, in this order. */
export const firstSteps = (sort: IncidentSort): readonly FirstStep[] => STEPS[sort];

/** Whether somebody has to be seen by a clinician before it is closed. */
export const asksForClinician = (sort: IncidentSort): boolean =>
  STEPS[sort].includes('clinicianNow');

const OF_THE_DEVICE: readonly IncidentSort[] = ['misfire', 'smoke', 'handpieceFall'];

/** Whether the handpiece is out of use from then on, until a supervisor frees it: what fired by itself, smoked or fell is not trusted. */
export const takesOutOfUse = (sort: IncidentSort): boolean => OF_THE_DEVICE.includes(sort);

/** What was told later of an incident. */
export type IncidentFollowUp =
  | { readonly kind: 'noted'; readonly text: string }
  | { readonly kind: 'seen'; readonly by: string; readonly text: string }
  | { readonly kind: 'closed'; readonly text: string };

/** Why an incident cannot be closed yet; null where it can. */
export function closingProblem(
  sort: IncidentSort,
  followUps: readonly Pick<IncidentFollowUp, 'kind'>[],
): 'closedAlready' | 'notSeen' | null {
  if (followUps.some(({ kind }) => kind === 'closed')) return 'closedAlready';
  return asksForClinician(sort) && !followUps.some(({ kind }) => kind === 'seen')
    ? 'notSeen'
    : null;
}
