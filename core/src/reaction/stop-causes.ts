import type { Job } from '../suitability';

/** What may lie behind pain of 7 or more, or behind harm to the skin. */
export const STOP_CAUSES = [
  'tooMuchFluence',
  'pulseTooShort',
  'poorCooling',
  'unseenTan',
  'numbingWornOff',
] as const;

export type StopCause = (typeof STOP_CAUSES)[number];

/** What has to be checked before a session that hurt goes on. Pulses on ink have one length; ink is numbed. */
export function stopCausesFor(job: Job): readonly StopCause[] {
  const other = job === 'hair' ? 'numbingWornOff' : 'pulseTooShort';
  return STOP_CAUSES.filter((cause) => cause !== other);
}

/**
 * The causes that nobody has checked yet; none where nothing hurt, or where one was found.
 *
 * @param causesChecked each cause that was checked, and whether it was this
 */
export function openCauses(
  {
    harmed,
    causesChecked,
  }: { readonly harmed: boolean; readonly causesChecked: ReadonlyMap<StopCause, boolean> },
  job: Job,
): readonly StopCause[] {
  if (!harmed || [...causesChecked.values()].includes(true)) return [];
  return stopCausesFor(job).filter((cause) => !causesChecked.has(cause));
}
