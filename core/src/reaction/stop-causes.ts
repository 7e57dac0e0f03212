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

/** What has to be looked for before a session that hurt goes on. Pulses on ink have one length; ink is numbed. */
export function stopCausesFor(job: Job): readonly StopCause[] {
  const other = job === 'hair' ? 'numbingWornOff' : 'pulseTooShort';
  return STOP_CAUSES.filter((cause) => cause !== other);
}

/**
 * The causes that nobody has looked for yet; none where nothing hurt, or where one was found.
 *
 * @param looked each cause that was looked for, and whether it was this
 */
export function openCauses(
  {
    harmed,
    looked,
  }: { readonly harmed: boolean; readonly looked: ReadonlyMap<StopCause, boolean> },
  job: Job,
): readonly StopCause[] {
  if (!harmed || [...looked.values()].includes(true)) return [];
  return stopCausesFor(job).filter((cause) => !looked.has(cause));
}
