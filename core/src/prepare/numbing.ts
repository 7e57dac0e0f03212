export const NUMBING_KINDS = ['cream', 'ice', 'injected'] as const;

/** What numbs the skin; injections are a clinician's. */
export type NumbingKind = (typeof NUMBING_KINDS)[number];

/** How long it has to work, how long it may stay or lasts, minutes, and on how much skin at most, cm². */
export interface NumbingLimits {
  readonly leastMinutes: number;
  readonly mostMinutes: number;
  readonly mostAreaCm2: number;
}

/**
 * How each is used on the whole skin of an adult. Cream of the usual strength (lidocaine 2.5 % with prilocaine 2.5 %) from
 * the summary of product characteristics, rounded; ice and injections by ordinary clinic habit. The leaflet of what is
 * used, and the clinician, decide.
 */
export const NUMBING_LIMITS: Readonly<Record<NumbingKind, NumbingLimits>> = {
  cream: { leastMinutes: 60, mostMinutes: 300, mostAreaCm2: 600 },
  ice: { leastMinutes: 2, mostMinutes: 10, mostAreaCm2: 200 },
  injected: { leastMinutes: 5, mostMinutes: 120, mostAreaCm2: 100 },
};

export type NumbingState = 'tooEarly' | 'ready' | 'tooLong';

/** How what went on some minutes ago stands. */
export function numbingState(minutesOn: number, kind: NumbingKind = 'cream'): NumbingState {
  const { leastMinutes, mostMinutes } = NUMBING_LIMITS[kind];
  if (minutesOn < leastMinutes) return 'tooEarly';
  return minutesOn <= mostMinutes ? 'ready' : 'tooLong';
}
