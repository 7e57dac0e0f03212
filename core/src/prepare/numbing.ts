/**
 * How numbing cream of the usual strength (lidocaine 2.5 % with prilocaine 2.5 %) is used on the whole skin of an adult; from the
 * summary of product characteristics, rounded. The leaflet of the cream that is used decides.
 */
export const NUMBING = { leastMinutes: 60, mostMinutes: 300, mostAreaCm2: 600 } as const;

export type NumbingState = 'tooEarly' | 'ready' | 'tooLong';

/** How cream that went on some minutes ago stands. */
export function numbingState(minutesOn: number): NumbingState {
  if (minutesOn < NUMBING.leastMinutes) return 'tooEarly';
  return minutesOn <= NUMBING.mostMinutes ? 'ready' : 'tooLong';
}
